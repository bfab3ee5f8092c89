/** A number, and the answer to “why?”: its formula, what went into it, and where the formula is from. */
export interface Fact {
  readonly name: string;
  readonly value: string;
  readonly note?: string;
  readonly formula: string;
  readonly inputs: readonly string[];
  readonly source: string;
}
