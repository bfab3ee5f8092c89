/** What putting back from a file of everything did. */
export interface ArchiveResult {
  /** Rows that were not there, by table; tables without any are left out. */
  readonly added: Readonly<Record<string, number>>;
  /** How many rows were already there and were left unchanged. */
  readonly there: number;
  /** Rows that this version does not take: kept unchanged, apart from the rest. */
  readonly apart: readonly KeptApart[];
  /** How many things have new ids, because another school here has theirs. */
  readonly renewed: number;
}

/** A row of a file of everything that an older Nab took and this one does not. */
export interface KeptApart {
  readonly table: string;
  /** Null for what has no id of its own. */
  readonly id: string | null;
  readonly why: string;
}
