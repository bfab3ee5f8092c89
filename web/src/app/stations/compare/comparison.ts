import type { DesignDocument } from '@nab/contract/experiments';
import {
  chainAt,
  loadHeld,
  countBelief,
  residualAfter,
  type Evaluation,
  type MagnetDesign,
} from '@nab/core/experiments';
import { parseQuantity, formatNumber, formatQuantity } from '@nab/core/quantities';
import { predictiveBand } from '@nab/core/statistics';
import {
  bandText,
  coreText,
  countText,
  objectWord,
  secondsText,
  supplyText,
  wireLine,
  unitsOf,
  wireText,
} from '@nab/words/terms';

/** A design to be compared, with its evaluation or the reason why there is none. */
export interface Compared {
  readonly document: DesignDocument;
  readonly magnet: MagnetDesign;
  readonly evaluation: Evaluation | null;
  readonly fault: string | null;
}

/** One property of all designs; `differs` when not all are the same. */
export interface ComparisonRow {
  readonly name: string;
  readonly values: readonly string[];
  readonly differs: boolean;
}

type Property = readonly [string, (compared: Compared & { evaluation: Evaluation }) => string];

const DESCRIBED: readonly (readonly [string, (document: DesignDocument) => string])[] = [
  ['Core', ({ core }) => coreText(core)],
  ['Cores', ({ core }) => (core.poles === 'two' ? `two, ${core.spacing} apart` : 'one')],
  ['Wire', ({ wire }) => wireLine(wire)],
  ['Turns', ({ winding }) => String(winding.turns)],
  ['Wound', ({ winding }) => `${winding.start} to ${winding.end}`],
  ['Supply', ({ supply }) => supplyText(supply)],
  [
    'Leads',
    ({ leads }) =>
      `${leads.count} of ${leads.resistanceEach}${leads.diode === 'yes' ? ', diode' : ''}`,
  ],
];

const PREDICTED: readonly Property[] = [
  [
    'Lifts',
    ({ evaluation, document, magnet }) => {
      const band = predictiveBand(countBelief(magnet), evaluation.liftedCount);
      return `${countText(band.median)} ${objectWord(document.load, band.median)} (${bandText(band)})`;
    },
  ],
  [
    'Wire to cut',
    ({ evaluation, document }) =>
      wireText(
        evaluation.wireLength,
        unitsOf([parseQuantity(document.core.length, 'length').unit]),
      ),
  ],
  ['Layers', ({ evaluation }) => String(evaluation.winding.layers.length)],
  ['Current', ({ evaluation }) => formatQuantity(evaluation.circuit.current, 'current')],
  ['Ampere-turns', ({ evaluation }) => `${formatNumber(evaluation.ampereTurns)} A`],
  ['Steel, fullest', ({ evaluation }) => `${formatNumber(evaluation.peakFluxDensity)} T`],
  ['Face', ({ evaluation }) => `${formatNumber(Math.abs(evaluation.faceFluxDensity) * 1000)} mT`],
  ['On at most', ({ evaluation }) => secondsText(evaluation.allowedOnTime)],
  ['Chain', ({ evaluation, magnet }) => String(chainAt(magnet, evaluation).count)],
  [
    'Plate held',
    ({ evaluation, magnet }) => {
      const { mass, gap } = loadHeld(magnet, evaluation);
      return `${formatQuantity(mass, 'mass', mass >= 1 ? 'kg' : 'g', 2)} across ${formatQuantity(gap, 'length', 'mm')}`;
    },
  ],
  [
    'Stays stuck',
    ({ evaluation, magnet }) => countText(residualAfter(magnet, evaluation).heldCount),
  ],
];

/** What the designs are and what Nab predicts of them, a row a property. */
export function comparisonRows(designs: readonly Compared[]): {
  described: ComparisonRow[];
  predicted: ComparisonRow[];
} {
  const row = (name: string, values: readonly string[]): ComparisonRow => ({
    name,
    values,
    differs: new Set(values).size > 1,
  });
  return {
    described: DESCRIBED.map(([name, text]) =>
      row(
        name,
        designs.map(({ document }) => text(document)),
      ),
    ),
    predicted: PREDICTED.map(([name, text]) =>
      row(
        name,
        designs.map((compared) => {
          const { evaluation } = compared;
          return evaluation ? text({ ...compared, evaluation }) : '–';
        }),
      ),
    ),
  };
}
