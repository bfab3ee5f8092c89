export interface Identity {
  readonly uid: number;
  readonly gid: number;
}

export interface Passwords {
  readonly owner: string;
  /** It was made now, and a cluster that is there does not know it yet. */
  readonly isOwnerNew: boolean;
  readonly server: string;
  readonly files: readonly string[];
}

/** Null where PostgreSQL runs as whoever runs Nab. */
export function databaseIdentity(): Identity | null;
export function passwordsOf(name: string): Passwords;
