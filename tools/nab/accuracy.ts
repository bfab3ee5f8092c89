import { compareTiers, tierMatrix, type RodCase, type TierDifference } from '@nab/core/validation';
import { percent, row } from './tables.js';

const MEASURES = {
  midFlux: 'mid-plane flux',
  endFace: 'end face, mean B',
  axis: 'B one radius off',
} as const;
type Measure = keyof typeof MEASURES;

/**
 * Prints tier 1 against tier 2 over the design matrix as Markdown tables. Takes some minutes.
 * @param first how many cases to compare, from the beginning of the matrix.
 */
export function accuracy(first = Infinity): number {
  const matrix = tierMatrix().slice(0, first);
  const all = matrix.map((one, k) => {
    process.stderr.write(`\r${k + 1} of ${matrix.length}`);
    return compareTiers(one);
  });
  process.stderr.write('\n');
  const measures = Object.keys(MEASURES) as Measure[];
  const head = ['core', 'L/D', 'cases', ...measures.map((m) => `${MEASURES[m]}: median, worst`)];
  const lines = [row(head), row(head.map(() => '---'))];
  for (const bore of [0, 0.6]) {
    for (const slenderness of new Set(matrix.map((one) => one.slenderness))) {
      const some = all.filter(
        ({ case: one }) => one.bore === bore && one.slenderness === slenderness,
      );
      if (some.length === 0) continue;
      lines.push(
        row([
          bore === 0 ? 'solid' : 'pipe, bore 0.6',
          String(slenderness),
          String(some.length),
          ...measures.map((m) => {
            const sizes = some.map((d) => Math.abs(d[m])).sort((p, q) => p - q);
            return `${percent(sizes[sizes.length >> 1]!)}, ${percent(sizes[sizes.length - 1]!)}`;
          }),
        ]),
      );
    }
  }
  lines.push('', 'Worst cases:', '');
  for (const measure of measures) {
    const worst = [...all].sort((p, q) => Math.abs(q[measure]) - Math.abs(p[measure])).slice(0, 3);
    lines.push(`- ${MEASURES[measure]}: ${worst.map((d) => named(d, measure)).join('; ')}.`);
  }
  process.stdout.write(`${lines.join('\n')}\n`);
  return 0;
}

function named(difference: TierDifference, measure: Measure): string {
  const { bore, slenderness, material, ampereTurns, bareTip }: RodCase = difference.case;
  const sign = difference[measure] > 0 ? '+' : '−';
  return `${sign}${percent(Math.abs(difference[measure]))} (${bore > 0 ? 'pipe' : 'solid'}, L/D ${slenderness}, ${material}, ${ampereTurns} A, bare tip ${bareTip * 1000} mm)`;
}
