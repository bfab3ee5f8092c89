import { compareHeaps, heapMatrix, holdoutCases, type HeapDifference } from '@nab/core/validation';
import { percent, row } from './tables.js';

/** Half a small clip, kg: below it nothing hangs, whatever the model says. */
const NOTHING = 0.0002;
const WITHIN = 0.15;

/**
 * Prints the heap by tier 1's formula against the one grown in the field, as Markdown.
 * @param first how many cases to compare, from the beginning of each list.
 */
export function heapAccuracy(first = Infinity): number {
  const [matrix, heldBack] = [heapMatrix().slice(0, first), holdoutCases().slice(0, first)];
  const count = matrix.length + heldBack.length;
  const all = [...matrix, ...heldBack].map((one, k) => {
    process.stderr.write(`\r${k + 1} of ${count}`);
    return compareHeaps(one);
  });
  process.stderr.write('\n');
  const lines = [
    ...heapTables(all.slice(0, matrix.length)),
    '',
    'Held back:',
    '',
    ...heapTables(all.slice(matrix.length)),
  ];
  process.stdout.write(`${lines.join('\n')}\n`);
  return 0;
}

/** Heaps that came to rest and are worth a name by core, the rest in a sentence, and the worst. */
export function heapTables(all: readonly HeapDifference[]): string[] {
  const some = all.filter(({ tier1, tier2 }) => Math.max(tier1, tier2) > NOTHING);
  const hanging = some.filter(({ settled }) => settled);
  const films = some.filter(({ settled }) => !settled);
  const lines = [
    row([
      'core, mm',
      'cases',
      'undisturbed field: median',
      'formula: median',
      'within 15 %',
      'worst',
    ]),
    row(['---', '---', '---', '---', '---', '---']),
  ];
  for (const core of new Set(hanging.map((one) => one.case.core))) {
    lines.push(
      summary(
        core,
        hanging.filter((one) => one.case.core === core),
      ),
    );
  }
  for (const coil of new Set(hanging.map((one) => one.case.coil))) {
    lines.push(
      summary(
        COILS[coil],
        hanging.filter((one) => one.case.coil === coil),
      ),
    );
  }
  if (hanging.length > 0) lines.push(summary('all', hanging));
  if (films.length > 0) lines.push(summary('films that do not come to rest', films));
  lines.push('', `In ${all.length - some.length} more cases nothing hangs by either.`);
  const worst = [...hanging].sort((p, q) => off(q) - off(p)).slice(0, 8);
  lines.push('', 'Worst cases:', '', ...worst.map(named));
  return lines;
}

const COILS: Readonly<Record<HeapDifference['case']['coil'], string>> = {
  thick: 'coil of 2 mm',
  layer: 'one layer of 0.4 mm',
  'few turns': '8 mm of one layer',
};
const ratio = ({ tier1, tier2 }: HeapDifference): number => tier1 / tier2;
const off = (one: HeapDifference): number => Math.abs(Math.log(ratio(one)));

function summary(name: string, some: readonly HeapDifference[]): string {
  const median = (values: readonly number[]): string => {
    const sorted = [...values].sort((p, q) => p - q);
    return (sorted[sorted.length >> 1] ?? NaN).toFixed(2);
  };
  const near = some.filter((one) => Math.abs(ratio(one) - 1) <= WITHIN).length;
  const worst = [...some].sort((p, q) => off(q) - off(p))[0];
  return row([
    name,
    String(some.length),
    `× ${median(some.map(({ undisturbed, tier2 }) => undisturbed / tier2))}`,
    `× ${median(some.map(ratio))}`,
    percent(near / some.length),
    worst ? `× ${ratio(worst).toFixed(2)}` : '',
  ]);
}

function named(one: HeapDifference): string {
  const { core, coil, bareTip, ampereTurns, susceptibility, density, grain } = one.case;
  const wide = grain === undefined ? '' : `, things ${grain * 1000} mm wide`;
  return `- × ${ratio(one).toFixed(2)}: ${core}, ${COILS[coil]}, ${ampereTurns} A, bare tip ${bareTip * 1000} mm, χ ${susceptibility}, ${density} kg/m³${wide}: ${(one.tier1 * 1000).toFixed(2)} g, in the field ${(one.tier2 * 1000).toFixed(2)} g`;
}
