/** A number and what is typed behind it, as in `2 ft`. */
export interface Part {
  readonly number: string;
  readonly unit: string;
}

/** Character at a position; empty outside the text. */
export type CharacterAt = (position: number) => string;

const DIGIT = /^\d$/;
const SPACE = /^\s$/;
const SIGN = /^[-−+]$/;
const POINT = /^[.,]$/;
/** What a unit is made of: anything that begins neither a number nor a gap. */
const UNIT = /^[^\s\d.,+\-−]$/;

/**
 * The parts of a quantity, each beginning where the one before ends; null where something is left
 * over. A part is a number (sign, decimal point or comma, or a fraction with an optional whole part)
 * and a unit, which may be empty. No character is read more than a few times.
 * @param text what was typed.
 * @param at how its characters are read; replaced where somebody counts them.
 */
export function partsOf(text: string, at: CharacterAt = (i) => text.charAt(i)): Part[] | null {
  const after = (from: number, kind: RegExp): number => {
    let i = from;
    while (kind.test(at(i))) i++;
    return i;
  };
  /** End of the digits at a position; null where there are none. */
  const digits = (from: number): number | null => {
    const end = after(from, DIGIT);
    return end > from ? end : null;
  };
  /** End of `/ digits` at a position. */
  const fraction = (from: number): number | null => (at(from) === '/' ? digits(from + 1) : null);
  /** End of a second run of digits with its fraction, as in `1 1/4`. */
  const mixed = (whole: number): number | null => {
    const start = after(whole, SPACE);
    const over = start > whole ? digits(start) : null;
    return over === null ? null : fraction(over);
  };
  const unsigned = (from: number): number | null => {
    const whole = digits(from);
    if (whole === null) return POINT.test(at(from)) ? digits(from + 1) : null;
    return (
      mixed(whole) ?? fraction(whole) ?? (POINT.test(at(whole)) ? after(whole + 1, DIGIT) : whole)
    );
  };
  /** End of `e-3` at a position, or that position. */
  const exponent = (from: number): number => {
    if (at(from).toLowerCase() !== 'e') return from;
    return digits(/^[-+]$/.test(at(from + 1)) ? from + 2 : from + 1) ?? from;
  };

  const parts: Part[] = [];
  for (let i = 0; i < text.length;) {
    const start = after(i, SPACE);
    const bare = unsigned(SIGN.test(at(start)) ? start + 1 : start);
    if (bare === null) return null;
    const numberEnd = exponent(bare);
    const unitStart = after(numberEnd, SPACE);
    const unitEnd = after(unitStart, UNIT);
    parts.push({ number: text.slice(start, numberEnd), unit: text.slice(unitStart, unitEnd) });
    i = after(unitEnd, SPACE);
  }
  return parts.length === 0 ? null : parts;
}
