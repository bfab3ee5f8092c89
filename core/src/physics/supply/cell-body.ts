import { CoreError } from '../../errors.js';
import { CELL_SIZES, type CellSize } from './cells.js';

/** A round cell from outside: m and kg. */
export interface CellBody {
  /** Over both terminals. */
  readonly length: number;
  readonly diameter: number;
  readonly mass: number;
}

/**
 * Length and diameter in mm, mass in g of the round cells.
 * Source: greatest sizes of IEC 60086-2 (R03, R6, R14, R20), from memory; cells are up to 1 mm
 * shorter. Masses of alkaline cells from data sheets, from memory; uncertainty 15 %.
 */
const ROUND: Readonly<Partial<Record<CellSize, readonly [number, number, number]>>> = {
  AAA: [44.5, 10.5, 11.5],
  AA: [50.5, 14.5, 23],
  C: [50, 26.2, 66],
  D: [61.5, 34.2, 138],
};

/** Sizes that roll. */
export const ROUND_SIZES = Object.keys(ROUND) as CellSize[];

/** @throws CoreError CELL_NOT_ROUND. */
export function cellBody(size: CellSize): CellBody {
  const round = ROUND[size];
  if (!round) {
    throw new CoreError(
      'CELL_NOT_ROUND',
      `Only one round cell runs in a coil: ${ROUND_SIZES.join(', ')}, not ${CELL_SIZES[size]}.`,
      { size },
    );
  }
  const [length, diameter, mass] = round;
  return { length: length / 1000, diameter: diameter / 1000, mass: mass / 1000 };
}
