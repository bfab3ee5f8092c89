import {
  COIL_COUNTS,
  COIL_LIMITS,
  type Coil,
  CELLS,
  CELL_SIZES,
  CHEMISTRIES,
  isDemonstrationSupply,
  type CellSize,
  type Chemistry,
} from '../../physics/index.js';
import { onEveryCoil, onEveryFixedCoil, times, type Factor } from './factor.js';

/** Cells again, where a bench supply stood. */
function withCells<D extends Coil>(coil: D, change: Partial<Coil['supply']>): D {
  const { bench: _bench, ...supply } = coil.supply;
  return { ...coil, supply: { ...supply, ...change } };
}

export const cellsInSeries: Factor = {
  name: 'Number of cells',
  phrase: 'the number of cells, one behind the other',
  plainly: 'how many batteries in a row',
  more: 'the more cells',
  axis: { kind: 'number', unit: 'cells', one: 'cell', ...COIL_COUNTS.series, whole: true },
  on: onEveryFixedCoil({
    read: ({ supply }) => (supply.bench ? null : supply.series),
    apply: (coil, level) => withCells(coil, { series: Number(level) }),
  }),
  sideEffects: ['current', 'heat', 'drain'],
  expected: 1,
  suggest: () => [1, 2, 3],
};

export const packsInParallel: Factor = {
  name: 'Number of packs side by side',
  phrase: 'the number of packs side by side',
  plainly: 'how many batteries side by side',
  more: 'the more packs',
  axis: { kind: 'number', unit: 'packs', one: 'pack', ...COIL_COUNTS.parallel, whole: true },
  on: onEveryFixedCoil({
    read: ({ supply }) => (supply.bench ? null : supply.parallel),
    apply: (coil, level) => withCells(coil, { parallel: Number(level) }),
  }),
  sideEffects: ['current', 'heat', 'drain'],
  expected: 1,
  suggest: () => [1, 2, 3],
};

const KINDS: Readonly<Record<string, string>> = Object.fromEntries(
  CELLS.map(({ chemistry, size }) => [
    `${chemistry}/${size}`.toLowerCase(),
    `${CHEMISTRIES[chemistry].replace(/ \(.*\)$/, '')}, ${CELL_SIZES[size]}`,
  ]),
);
const BY_ID = new Map(CELLS.map((cell) => [`${cell.chemistry}/${cell.size}`.toLowerCase(), cell]));

export const cellKind: Factor = {
  name: 'Kind of cell',
  phrase: 'the kind of cell',
  plainly: 'which battery',
  axis: {
    kind: 'kinds',
    options: KINDS,
    aliases: { aaa: 'alkaline/aaa', aa: 'alkaline/aa', c: 'alkaline/c', d: 'alkaline/d' },
  },
  on: onEveryCoil({
    read: ({ supply }) =>
      supply.bench ? null : `${supply.chemistry}/${supply.size}`.toLowerCase(),
    apply(coil, level) {
      const { chemistry, size } = BY_ID.get(String(level))!;
      // What was measured was measured of another cell.
      const { measured: _measured, ...supply } = coil.supply;
      return withCells({ ...coil, supply }, { chemistry, size });
    },
  }),
  sideEffects: ['current', 'heat', 'drain'],
  expected: 0,
  suggest: (present) => {
    const chemistry = String(present).split('/')[0] as Chemistry;
    const small: readonly CellSize[] = ['AAA', 'AA', 'D'];
    return CELLS.filter(
      (cell) =>
        cell.chemistry === (isDemonstrationSupply(chemistry) ? 'alkaline' : chemistry) &&
        small.includes(cell.size),
    ).map((cell) => `${cell.chemistry}/${cell.size}`.toLowerCase());
  },
};

/** Charge drawn already: fresh cells against those of last year. */
export const cellFreshness: Factor = {
  name: 'How used the cells are',
  phrase: 'how used the cells are',
  plainly: 'how fresh the batteries are',
  more: 'the more used the cells',
  axis: { kind: 'number', unit: '%', ...COIL_COUNTS.used, whole: true },
  on: onEveryCoil({
    read: ({ supply }) => (supply.bench ? null : Math.round(100 * (supply.used ?? 0))),
    apply(coil, level) {
      // A measured cell is as it is; a level of its use can only be typical.
      const { measured: _measured, ...supply } = coil.supply;
      return withCells({ ...coil, supply }, { used: Number(level) / 100 });
    },
  }),
  sideEffects: ['current', 'drain'],
  expected: -1,
  suggest: () => [0, 40, 80],
};

/** Voltage that a bench supply is set to so that its current limit decides, V. */
export const BENCH_VOLTAGE = 30;

export const current: Factor = {
  name: 'Current, from a bench supply',
  phrase: 'the current, from a bench supply',
  plainly: 'how much current',
  more: 'the larger the current',
  axis: { kind: 'quantity', quantity: 'current', ...COIL_LIMITS.currentLimit },
  on: onEveryFixedCoil({
    read: ({ supply }) => supply.bench?.currentLimit ?? null,
    apply: (coil, level) => ({
      ...coil,
      supply: {
        ...coil.supply,
        bench: { voltage: BENCH_VOLTAGE, currentLimit: Number(level) },
      },
    }),
  }),
  sideEffects: ['heat'],
  expected: 1,
  suggest: (present) =>
    Number(present) > 0
      ? times(0.25, 0.5, 1, 1.5)(Number(present) * 4).map((x) => Number(x) / 4)
      : [0.5, 1, 1.5, 2],
};
