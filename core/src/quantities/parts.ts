/** A number and what is typed behind it, as in `2 ft`. */
export interface Part {
  readonly number: string;
  readonly unit: string;
}

// A number (sign, decimal point or comma, or a fraction with an optional whole part), then a unit.
// Each repetition ends where the next thing begins, so that nothing is read twice over.
const PART =
  /\s*([-−+]?(?:\d+\s+\d+\/\d+|\d+\/\d+|\d+(?:[.,]\d*)?|[.,]\d+)(?:e[-+]?\d+)?)\s*([^\s\d.,+\-−]*)\s*/iuy;

/**
 * The parts of a quantity, each beginning where the one before ends; null where something is left
 * over. Takes time in proportion to the length of the text.
 */
export function partsOf(text: string): Part[] | null {
  const parts: Part[] = [];
  PART.lastIndex = 0;
  for (let at = 0; at < text.length; at = PART.lastIndex) {
    const found = PART.exec(text);
    if (!found) return null;
    parts.push({ number: found[1]!, unit: found[2]! });
  }
  return parts.length === 0 ? null : parts;
}
