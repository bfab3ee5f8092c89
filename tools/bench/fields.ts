import { readFileSync } from 'node:fs';
import { performance } from 'node:perf_hooks';
import { newDesign, toMagnetDesign } from '@nab/contract/experiments';
import { buildShell, fieldPictures, shellFieldProblem } from '@nab/core/experiments';
import {
  forceByVirtualWork,
  forceOn,
  linkagePerTurn,
  solveAdaptively,
  solveField,
  FORCES,
  SUMS,
} from '@nab/core/fem';
import { readReferenceFile, steelProblemOf } from '@nab/core/validation';
import { shell } from '../../core/testing/designs.js';

// Finite elements against the given magnets: error and time side by side, in one run.
const file = readReferenceFile(
  JSON.parse(readFileSync(new URL('../../core/reference/given.json', import.meta.url), 'utf8')),
);
const ROUNDS = 7;

/** Median of some runs, ms, after two that warm up the compiler; every run makes its own triangles. */
function median<T>(run: () => T): { result: T; ms: number } {
  const times: number[] = [];
  let result!: T;
  for (let i = 0; i < ROUNDS + 2; i++) {
    const start = performance.now();
    result = run();
    if (i > 1) times.push(performance.now() - start);
  }
  times.sort((p, q) => p - q);
  return { result, ms: times[times.length >> 1]! };
}

const say = (name: string, text: string): void => {
  process.stdout.write(`${name.padEnd(44)} ${text}\n`);
};

function picturesOfNail(state: string): void {
  const nail = toMagnetDesign(newDesign());
  const begun = performance.now();
  for (const picture of fieldPictures(nail)) {
    const error = picture.error === null ? '' : `, error ${(100 * picture.error).toFixed(1)} %`;
    say(
      `Picture of the first nail, tier ${picture.tier}`,
      `after ${(performance.now() - begun).toFixed(0)} ms${error}, ${state}`,
    );
  }
}

// First of all, since the rest warms the compiler up.
picturesOfNail('compiler cold');

for (const [id, accuracies] of [
  ['given.linear.rod8x50', [0.0145, 0.01]],
  ['given.nonlinear.nail4x75.NI400', [0.0145]],
  ['given.nonlinear.boltM8x50.NI800', [0.0145, 0.01]],
  ['given.force.rod8x50_plate.gap0.1mm.NI400', [0.03]],
  ['given.force.pot40.gap0.1mm.NI400', [0.03]],
] as const) {
  const entry = file.cases.find((one) => one.id === id)!;
  const problem = steelProblemOf(entry, file);
  const expected = (name: string): number =>
    entry.expected.find((record) => record['name'] === name)!['value'] as number;
  for (const accuracy of accuracies) {
    const { result, ms } = median(() =>
      solveAdaptively(problem, { ...(id.includes('force') ? FORCES : SUMS), accuracy }),
    );
    const { solution, estimate, rounds } = result;
    const off = (value: number, name: string): string =>
      Math.abs(value / expected(name) - 1).toExponential(1);
    const pull = problem.bodies.length > 1 ? `, pull ${off(forceOn(solution, 1), 'F_z')}` : '';
    say(
      `Field of ${id.replace(/^given\.\w+\./, '')}`,
      `${solution.u.length} nodes after ${rounds + 1} solutions, ${ms.toFixed(0)} ms: linkage ${off(linkagePerTurn(solution, 0), 'link_per_turn')}${pull} off, estimated ${estimate.relative ** 2 < 1e-12 ? '0' : (estimate.relative ** 2).toExponential(1)}`,
    );
    if (accuracy !== accuracies[accuracies.length - 1]) continue;
    const more = {
      ...problem,
      windings: problem.windings.map((one) => ({ ...one, ampereTurns: 1.05 * one.ampereTurns })),
    };
    const near = median(() => solveField(more, { start: solution }));
    say('  5 % more current', `${near.result.iterations} steps, ${near.ms.toFixed(0)} ms`);
  }
}

picturesOfNail('compiler warm');

for (const gap of [2e-5, 1e-4, 1e-3]) {
  const magnet = { ...shell, seat: { ...shell.seat, gap } };
  const problem = shellFieldProblem(magnet, buildShell(magnet));
  const { result, ms } = median(() => {
    const { solution } = solveAdaptively(problem, FORCES);
    return [forceOn(solution, 1), forceByVirtualWork(solution, 1, gap / 1000)] as const;
  });
  say(
    `A shell magnet checked two ways, ${gap * 1000} mm`,
    `${ms.toFixed(0)} ms: ${result.map((force) => (-force).toFixed(1)).join(' and ')} N`,
  );
}
