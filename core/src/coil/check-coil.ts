import { CoreError } from '../errors.js';
import { MOST_USED } from '../supply/index.js';
import type { Coil } from './coil.js';

/** A quantity with the bounds outside which the models say nothing of use. SI. */
export type Bound<T> = readonly [what: string, read: (of: T) => number, min: number, max: number];

const BOUNDS: readonly Bound<Coil>[] = [
  ['wire diameter', (c) => c.wire.diameter, 1e-5, 0.01],
  ['turns', (c) => c.winding.turns, 1, 100_000],
  ['neatness', (c) => c.winding.neatness, 1, 5],
  ['tail', (c) => c.winding.tail, 0, 100],
  ['foil width', (c) => c.wire.foil?.width ?? 1e-3, 1e-4, 1],
  ['foil thickness', (c) => c.wire.foil?.thickness ?? 1e-5, 1e-6, 1e-3],
  ['folds', (c) => c.wire.foil?.folds ?? 0, 0, 8],
  ['branches', (c) => c.winding.branches ?? 1, 1, 20],
  ['measured coil', (c) => c.winding.measuredResistance ?? 1, 1e-4, 1e5],
  ['charge used', (c) => c.supply.used ?? 0, 0, MOST_USED],
  ['temperature of the cells', (c) => c.supply.temperature ?? 293.15, 253, 333],
  ['bench voltage', (c) => c.supply.bench?.voltage ?? 1, 0.01, 100],
  ['current limit', (c) => c.supply.bench?.currentLimit ?? 1, 1e-3, 1000],
  ['share of the supply', (c) => c.supply.share ?? 1, 1e-3, 1],
  ['switch', (c) => c.leads.switchResistance ?? 0, 0, 1e6],
  ['cells in series', (c) => c.supply.series, 1, 1000],
  ['cells in parallel', (c) => c.supply.parallel, 1, 1000],
  ['measured EMF', (c) => c.supply.measured?.emf ?? 1, 0.1, 100],
  ['measured internal resistance', (c) => c.supply.measured?.internalResistance ?? 0, 0, 1000],
  ['leads', (c) => c.leads.count, 0, 1000],
  ['lead resistance', (c) => c.leads.resistanceEach, 0, 1e6],
  ['room temperature', (c) => c.roomTemperature, 200, 400],
];

/** @throws CoreError QUANTITY_OUT_OF_RANGE. Written so that NaN fails too. */
export function checkBounds<T>(of: T, bounds: readonly Bound<T>[]): void {
  for (const [what, read, min, max] of bounds) {
    const value = read(of);
    if (value >= min && value <= max) continue;
    throw new CoreError('QUANTITY_OUT_OF_RANGE', `The ${what} is outside what can be computed.`, {
      value,
      min,
      max,
    });
  }
}

/**
 * Refuses a coil that cannot be wound or computed on any former.
 * @throws CoreError QUANTITY_OUT_OF_RANGE, BARE_WIRE_TOUCHES.
 */
export function checkCoil(coil: Coil): void {
  checkBounds(coil, BOUNDS);
  const { wire, winding } = coil;
  const round = (wire.form ?? 'round') !== 'foil';
  if (round && wire.insulation === 'bare' && winding.neatness < 1.5) {
    throw new CoreError(
      'BARE_WIRE_TOUCHES',
      'Turns of bare wire touch one another. Use enamelled or plastic-covered wire.',
      { neatness: winding.neatness },
    );
  }
}
