import type { DesignDocument } from '@nab/contract/experiments';
import {
  cellsToHold,
  type CellStep,
  type LoadHeld,
  type TurnOff,
  type Residual,
} from '@nab/core/experiments';
import { formatQuantity } from '@nab/core/quantities';
import type { Winding } from '@nab/core/physics';
import { countText, howMany, massText, objectWord, secondsText } from '../terms/index.js';

/** Where the wire runs out of core and starts a layer. */
export function layersSentence({ layers, turnsPerLayer }: Winding, turns: number): string {
  if (layers.length === 1) {
    const left = turnsPerLayer - turns;
    return left === 0
      ? 'One full layer; one more turn starts a second.'
      : `One layer, with room for ${left} more ${left === 1 ? 'turn' : 'turns'}.`;
  }
  const last = layers[layers.length - 1]!.turns;
  return `The wire runs out of core after ${turnsPerLayer} turns: ${layers.length} layers, the last of ${last}.`;
}

/** How long a chain the tip holds. */
export function chainSentence(count: number, object: string): string {
  if (count === 0) return `A chain does not hold: not a single ${object} hangs by its end.`;
  return `As a chain, about ${count} hang one from the other.`;
}

/** What stays stuck after switching off, and after a knock. */
export function residualSentence(
  { heldCount, afterKnock }: Residual,
  load: Pick<DesignDocument['load'], 'object' | 'ownName'>,
): string {
  if (heldCount < 0.5) return 'Switched off, everything falls.';
  return `Switched off, about ${countText(heldCount)} ${objectWord(load, heldCount)} may stay stuck; after a knock about ${countText(afterKnock)}.`;
}

/** What the plate holds, as a band of the contact: half and double the gap that was typed. */
export function loadSentence({ gap, force, mass: exact, plateTooThin }: LoadHeld): string {
  const mass = Number(exact.toPrecision(2));
  const held =
    mass >= 1 ? formatQuantity(mass, 'mass', 'kg', 2) : formatQuantity(mass, 'mass', 'g', 2);
  const thin = plateTooThin
    ? ' The plate is too thin for the flux: a thicker one would hold more.'
    : '';
  return `Across ${formatQuantity(gap, 'length', 'mm')} it pulls with ${formatQuantity(force, 'force', 'N', 2)} and holds about ${held}; dirt, rust or a tilt can halve that.${thin}`;
}

/**
 * How few cells hold a load, kg.
 * @param each cells in a pack, where packs in parallel are taken away one at a time; else 0.
 */
export function cellsSentence(steps: readonly CellStep[], load: number, each = 0): string {
  const { expected, surely } = cellsToHold(steps, load);
  const mass = massText(load);
  const cells = (count: number): string => bankText(count, each);
  if (expected === null) return `No number of cells in this range holds ${mass}.`;
  if (surely === null) return `${cells(expected)} should hold ${mass}, but it is not certain.`;
  if (surely === expected) return `${cells(expected)} will hold ${mass}.`;
  return `${cells(expected)} should hold ${mass}; use ${each > 0 ? surely / each : surely} to be safe.`;
}

/** So many cells, or the packs that they make: `3 packs (6 cells)`. @param each cells in a pack; else 0. */
export function bankText(cells: number, each = 0): string {
  if (each === 0) return howMany(cells, 'cell');
  const packs = howMany(cells / each, 'pack');
  return each === 1 ? packs : `${packs} (${howMany(cells, 'cell')})`;
}

/** Cells in a pack, where packs in parallel are taken away one at a time; 0 for a single string. */
export const packOf = ({
  parallel,
  series,
}: {
  readonly parallel: number;
  readonly series: number;
}): number => (parallel > 1 ? series : 0);

/** How cells are taken away without a short circuit and without dropping the load on anybody. */
const TAKING_CELLS =
  'A cell taken out of a row opens the circuit, and the load drops. Rest the load first and switch off; then move the clip of one lead along the row, so that it leaves the cell out, and switch on again. Never lay a wire across a cell that is in the row: that is a short circuit.';

const TAKING_PACKS =
  'A pack taken off lets the load drop. Rest the load first and switch off; then take the clips off one pack, and switch on again. Never let the clips touch each other or the cells that stay: that is a short circuit.';

/** How the cells of a supply are taken away. */
export const takingText = ({ parallel }: { readonly parallel: number }): string =>
  parallel > 1 ? TAKING_PACKS : TAKING_CELLS;

/** What happens at the moment of switching off. */
export function openingSentence({ energy, kick, offTime }: TurnOff, diode: boolean): string {
  if (energy === 0) return '';
  const stored = `${formatQuantityOf(energy * 1000)} mJ are stored in the field.`;
  return diode
    ? `${stored} The diode holds the kick at ${kick.toFixed(1)} V; the current dies away in ${secondsShort(offTime)}.`
    : `${stored} Switched off without a diode, the coil kicks with up to about ${Math.round(kick / 10) * 10} V and a spark.`;
}

const formatQuantityOf = (value: number): string =>
  value >= 10 ? String(Math.round(value)) : value.toPrecision(2);
const secondsShort = (s: number): string =>
  s < 1 ? `${(s * 1000).toPrecision(2)} ms` : secondsText(s);
