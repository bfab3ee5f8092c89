export interface Identity {
  readonly uid: number;
  readonly gid: number;
}

export interface Passwords {
  readonly owner: string;
  readonly server: string;
  readonly files: readonly string[];
}

/** Null where PostgreSQL runs as whoever runs Nab. */
export function databaseIdentity(): Identity | null;
export function passwordsOf(name: string): Passwords;
