import { performance } from 'node:perf_hooks';
import { newDesign, toMagnetDesign } from '@nab/contract/experiments';
import { analyse } from '@nab/core/statistics';
import {
  buildMagnet,
  coreSections,
  evaluateMagnet,
  magnetise,
  searchShelf,
  type SearchStock,
} from '@nab/core/experiments';
import {
  casesOf,
  preparationOf,
  TYPICAL_MINUTES,
  type Arrangement,
  type LessonPlan,
} from '@nab/core/lesson';
import { normalFrom, seededRandom } from '@nab/core/numerics';
import { prepareCore, solverMemory } from '@nab/core/physics';

/** Times of repeated calls in milliseconds, sorted, after a warm-up. */
export function timesOf(run: (i: number) => void, count = 1500, warm = 300): number[] {
  for (let i = 0; i < warm; i++) run(i);
  const times: number[] = [];
  for (let i = 0; i < count; i++) {
    const start = performance.now();
    run(i);
    times.push(performance.now() - start);
  }
  return times.sort((p, q) => p - q);
}

export function quantile(sorted: readonly number[], share: number): number {
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!;
}

const magnet = toMagnetDesign(newDesign());
/** A slider's walk: turns change, the core stays. */
const withTurns = (i: number) => ({
  ...magnet,
  winding: { ...magnet.winding, turns: 20 + (i % 180) },
});

const report = (name: string, times: number[]): void => {
  const median = quantile(times, 0.5);
  process.stdout.write(
    `${name.padEnd(44)} median ${median.toFixed(3)} ms, 95 % ${quantile(times, 0.95).toFixed(3)} ms, ${Math.round(1000 / median)} a second\n`,
  );
};

const memory = solverMemory();
const whole = timesOf((i) => evaluateMagnet(withTurns(i), memory));
const alone = timesOf((i) => evaluateMagnet(withTurns(i)));
const withoutHeap = timesOf((i) => {
  const design = withTurns(i);
  const build = buildMagnet(design);
  magnetise(design, build, build.ampereTurns, memory);
});
const buildOnly = timesOf((i) => buildMagnet(withTurns(i)));
const newCore = timesOf((i) =>
  prepareCore(
    coreSections({ ...magnet, core: { ...magnet.core, length: 0.06 + (i % 90) * 1e-3 } }),
  ),
);
report('A design evaluated, heap included', whole);
report('The same, by itself', alone);
report('A design evaluated, without the heap', withoutHeap);
report('Winding, circuit and heat alone', buildOnly);
report('A new core geometry (kept afterwards)', newCore);

const lesson: LessonPlan = {
  base: { experiment: 'straight-magnet', design: magnet },
  factor: 'turns',
  levels: Array.from({ length: 12 }, (_, i) => ({ id: String(i), value: 10 + 8 * i })),
  series: null,
  measure: 'objects-one-end',
  conditions: {},
  hold: 'nothing',
};
const cases = casesOf(lesson);
const laidOut = (arrangement: Arrangement) =>
  timesOf(
    () => {
      preparationOf(
        lesson,
        cases,
        { arrangement, minutes: TYPICAL_MINUTES, on: 5 },
        { groups: 10, repeats: 3 },
      );
    },
    60,
    10,
  );
report('A lesson of 12 levels × 10 groups, own coils', laidOut('own-coils'));
report('The same, magnets going round', laidOut('go-round'));
const ratio = quantile(whole, 0.5) / quantile(withoutHeap, 0.5);
process.stdout.write(`Heap included over without: ${ratio.toFixed(2)} times, in this run\n`);

/** A full shelf: six cores, two reels, two sorts of cells. */
const stock: SearchStock = {
  cores: [0.06, 0.1].flatMap((length) =>
    [0.004, 0.006, 0.008].map((diameter) => ({
      id: `${length}-${diameter}`,
      core: { shape: 'rod' as const, length, diameter, bore: 0, material: 'nail-steel' as const },
      count: 99,
    })),
  ),
  reels: [0.0003, 0.0005].map((diameter) => ({
    id: String(diameter),
    wire: { conductor: 'copper' as const, diameter, insulation: 'enamel-1' as const },
    length: 500,
  })),
  cells: (['AA', 'D'] as const).map((size) => ({
    id: size,
    cell: { chemistry: 'alkaline' as const, size },
    count: 99,
  })),
};
const search = searchShelf(stock, {
  groups: 6,
  objectMass: 4e-4,
  onTime: 5,
  wire: Infinity,
  roomTemperature: 293.15,
  leads: magnet.leads,
});
const start = performance.now();
let result = search.next();
while (!result.done) result = search.next();
const seconds = (performance.now() - start) / 1000;
process.stdout.write(
  `Shelf searched: ${result.value.candidates} candidates, ${result.value.evaluated} in full, in ${seconds.toFixed(2)} s\n`,
);

const random = seededRandom(3);
const readings = Array.from({ length: 20_000 }, (_, i) => {
  const level = i % 6;
  const x = 10 * (level + 1);
  const y = Math.max(0, Math.round(2 + 0.3 * x + 3 * normalFrom(random)));
  return { x, y, level, group: Math.floor(i / 6) % 8, order: Math.floor(i / 48) };
});
const asked = performance.now();
const { equallySupported } = analyse(readings, true);
process.stdout.write(
  `20 000 readings analysed in ${(performance.now() - asked).toFixed(0)} ms: ${equallySupported.join(', ')}\n`,
);
