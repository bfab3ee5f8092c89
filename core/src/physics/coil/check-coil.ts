import { CoreError } from '../../errors.js';
import { MOST_USED } from '../supply/index.js';
import type { Winding } from '../winding/index.js';
import type { Coil, Former } from './coil.js';

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
 * @throws CoreError QUANTITY_OUT_OF_RANGE.
 */
export function checkCoil(coil: Coil): void {
  checkBounds(coil, BOUNDS);
}

/** Turns this much farther apart than the wire is thick do not touch; closer, a hand lets them. */
const APART = 1.02;

/**
 * Refuses bare wire where it touches itself or a metal body: turn to turn, layer on layer, or on its
 * former.
 * @throws CoreError BARE_WIRE_TOUCHES.
 */
export function requireInsulated(coil: Coil, former: Former, winding: Winding): void {
  const { wire } = coil;
  const { neatness } = coil.winding;
  const inThread = coil.winding.inThread && former.thread !== undefined;
  if (wire.insulation !== 'bare' || wire.form === 'foil') return;
  const refuse = (message: string): CoreError =>
    new CoreError('BARE_WIRE_TOUCHES', message, { neatness, layers: winding.layers.length });
  if (coil.winding.turns > 1 && neatness < APART && !inThread) {
    throw refuse(
      'Turns of bare wire touch one another: leave room between them, or use enamelled or plastic-covered wire.',
    );
  }
  if (winding.layers.length > 1) {
    throw refuse(
      'Layers of bare wire lie on one another. One layer can be wound with it, more need insulation.',
    );
  }
  if (former.conducts && former.base === 0) {
    throw refuse(
      'Bare wire on a bare metal core: the core joins the turns. Put tape or a sleeve under it, or use insulated wire.',
    );
  }
}
