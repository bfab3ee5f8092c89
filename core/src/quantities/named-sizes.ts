import { CoreError } from '../errors.js';
import { awgDiameter, swgDiameter } from './gauges.js';

/** A size that is said by a name, as it would be typed in a unit. */
export interface NamedSize {
  readonly si: number;
  readonly unit: string;
}

const INCH = 0.0254;

/**
 * Lengths of nails by their pennyweight, in inches.
 * Source: ASTM F1667, common nails (from memory).
 */
const PENNY_INCHES: Readonly<Record<number, number>> = {
  2: 1,
  3: 1.25,
  4: 1.5,
  5: 1.75,
  6: 2,
  7: 2.25,
  8: 2.5,
  9: 2.75,
  10: 3,
  12: 3.25,
  16: 3.5,
  20: 4,
  30: 4.5,
  40: 5,
  50: 5.5,
  60: 6,
};

/**
 * Lengths as they are said at a bench: `M8` for a shank of 8 mm, `6d` for a nail of two inches.
 * @returns null for what is no such name.
 * @throws CoreError QUANTITY_UNREADABLE for a name that says two sizes, or a nail that is not made.
 */
export function namedLength(text: string): NamedSize | null {
  const metric = /^m\s?(\d+(?:[.,]\d+)?)(\s*[x×]\s*(\d+(?:[.,]\d+)?))?$/i.exec(text);
  if (metric) {
    if (metric[2] !== undefined) {
      throw refusal(
        text,
        `“${text}” is two sizes: type M${metric[1]} as the diameter and ${metric[3]} mm as the length.`,
      );
    }
    return { si: Number(metric[1]!.replace(',', '.')) * 1e-3, unit: 'mm' };
  }
  const penny = /^(\d+)\s?d$/i.exec(text);
  if (!penny) return null;
  const inches = PENNY_INCHES[Number(penny[1])];
  if (inches === undefined) {
    const made = Object.keys(PENNY_INCHES).join('d, ');
    throw refusal(text, `There is no ${penny[1]}d nail. Nails are ${made}d.`);
  }
  return { si: inches * INCH, unit: 'in' };
}

/**
 * Asks which gauge is meant where none is named: the two differ by a fifth.
 * @throws CoreError QUANTITY_UNREADABLE with both.
 */
export function askWhichGauge(text: string): void {
  const bare = /^(?:#\s*(\d+)|(\d+)\s*(?:gauge|gage|ga|g)\.?)$/i.exec(text);
  if (!bare) return;
  const gauge = Number(bare[1] ?? bare[2]);
  const mm = (metres: number): string => `${(metres * 1000).toPrecision(3)} mm`;
  throw refusal(
    text,
    `Which gauge? ${gauge} AWG is ${mm(awgDiameter(gauge))}, ${gauge} SWG is ${mm(swgDiameter(gauge))}.`,
  );
}

function refusal(text: string, message: string): CoreError {
  return new CoreError('QUANTITY_UNREADABLE', message, { text });
}
