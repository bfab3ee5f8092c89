/** What putting back from a file of everything did. */
export interface ArchiveResult {
  /** Rows that were not there, by table; tables without any are left out. */
  readonly added: Readonly<Record<string, number>>;
  /** How many rows were there already and stand as they stood. */
  readonly there: number;
}
