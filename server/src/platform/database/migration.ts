/** A step of the schema, as SQL in both directions. */
export interface Migration {
  readonly name: string;
  readonly up: string;
  readonly down: string;
}
