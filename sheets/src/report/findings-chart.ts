import type { CurveId, FittedCurve } from '@nab/core/statistics';
import type { Findings } from '@nab/core/lesson';
import { inUnitOf, levelWords } from '@nab/words/lesson';
import { line, mm, words, type Mark } from '../page/index.js';
import { squaredAxes, type Frame } from '../sheets/index.js';
import { marker } from './marker.js';
import type { Reported } from './reported.js';

/** Height of the row below the axes that says what the markers are, mm. */
const KEY = 5;
/** Room for a name in it, mm. */
const NAME = 27;
/** How far markers of neighbouring groups stand apart at one level, mm. */
const APART = 2;

/**
 * Every trial, the means with their 95 % intervals and a line through them, on squared paper.
 * @returns null where what was measured makes no graph.
 */
export function findingsChart(reported: Reported, frame: Frame): readonly Mark[] | null {
  const { of, findings } = reported;
  const { plan, measure } = of;
  const scale = inUnitOf(measure);
  const highest = Math.max(0, ...findings.points.map(({ y }) => (y > 0 ? scale(y) : 0)));
  const perRow = Math.max(1, Math.floor(frame.width / NAME));
  const rows = Math.ceil(plan.groups.length / perRow);
  const axes = squaredAxes(of, { ...frame, height: frame.height - rows * KEY }, 1.05 * highest);
  if (!axes) return null;
  const place = placeOf(reported);
  const marks: Mark[] = [...axes.marks];
  const left = Math.floor(plan.groups.length / 2);
  for (const { levelId, groupId, y, from, to, censored, unusual } of findings.points) {
    const group = plan.groups.findIndex(({ id }) => id === groupId);
    // Half of the groups on either side, so that the mean stands on the level itself.
    const beside = group < left ? group - left - 0.4 : group - left + 1.4;
    const x = axes.across(place(levelId)) + APART * beside;
    if (!Number.isFinite(y) || !Number.isFinite(x)) continue;
    if (from !== null && to !== null) {
      marks.push(line(x, axes.up(scale(from)), x, axes.up(scale(to)), { stroke: 'steel' }));
    }
    const at = axes.up(scale(y));
    if (censored !== null) marks.push(...arrow(x, at));
    marks.push(marker(group, x, at, censored !== null || unusual));
  }
  for (const { levelId, summary } of findings.levels) {
    if (!summary) continue;
    const x = axes.across(place(levelId));
    const at = axes.up(scale(summary.mean));
    const half = Number.isFinite(summary.interval95) ? summary.interval95 : 0;
    const [low, high] = [summary.mean - half, summary.mean + half].map((v) =>
      axes.up(scale(Math.max(0, v))),
    ) as [number, number];
    marks.push(
      line(x, low, x, high, { stroke: 'copper', width: 0.5 }),
      line(x - 1.6, at, x + 1.6, at, { stroke: 'copper', width: 0.8 }),
    );
  }
  findings.series.forEach(({ analysis }, i) => {
    const fit = shownCurve(analysis);
    if (!fit || !analysis) return;
    const xs = analysis.levels.map(({ x }) => x);
    const [least, most] = [Math.min(...xs), Math.max(...xs)];
    const points = Array.from({ length: 41 }, (_, k) => least + ((most - least) * k) / 40);
    const d = points.map((x) => `${mm(axes.across(x))} ${mm(axes.up(scale(fit.at(x))))}`);
    marks.push({
      kind: 'path',
      d: `M${d.join('L')}`,
      stroke: 'copper',
      width: 0.5,
      ...(i > 0 && { dash: [2 / i, 1.2] as const }),
    });
  });
  return [...marks, ...key(reported, frame, { rows, perRow })];
}

/** The shape that is drawn: the best of those that are curves, else the straight line. */
export function shownCurve(analysis: Findings['series'][number]['analysis']): FittedCurve | null {
  if (!analysis) return null;
  const drawn: readonly CurveId[] = ['proportional', 'line', 'saturating', 'power'];
  const best = analysis.curves.find(({ curve }) => drawn.includes(curve.id))?.curve;
  return best ?? analysis.line;
}

/** Place of a level: its number, or for kinds its position. */
function placeOf({ of, findings }: Reported): (levelId: string) => number {
  const xs = new Map(findings.levels.map(({ levelId, x }) => [levelId, x]));
  return (levelId) => {
    const x = xs.get(levelId) ?? NaN;
    return Number.isFinite(x) ? x : of.plan.levels.findIndex(({ id }) => id === levelId);
  };
}

const arrow = (x: number, y: number): Mark[] => [
  line(x, y, x, y - 4, { stroke: 'steel' }),
  {
    kind: 'path',
    d: `M${mm(x - 0.9)} ${mm(y - 3)}L${mm(x)} ${mm(y - 4.6)}L${mm(x + 0.9)} ${mm(y - 3)}Z`,
    fill: 'steel',
  },
];

/** Whose marker is whose, and what the lines are. */
function key(
  { of, findings }: Reported,
  frame: Frame,
  { rows, perRow }: { readonly rows: number; readonly perRow: number },
): Mark[] {
  const { groups } = of.plan;
  const top = frame.y + frame.height - rows * KEY + 3;
  const names = groups.flatMap(({ name }, i): Mark[] => {
    const [x, y] = [frame.x + (i % perRow) * NAME, top + Math.floor(i / perRow) * KEY];
    return [marker(i, x + 1.5, y - 1.2, false), words(x + 4, y, name, { size: 8 })];
  });
  const lines = findings.series.flatMap(({ seriesId }, i): Mark[] =>
    seriesId === null
      ? []
      : [
          words(frame.x + frame.width - 48, frame.y + 4 + 4 * i, levelWords(of.plan, seriesId), {
            size: 8,
          }),
          line(
            frame.x + frame.width - 58,
            frame.y + 3 + 4 * i,
            frame.x + frame.width - 50,
            frame.y + 3 + 4 * i,
            { stroke: 'copper', width: 0.5, ...(i > 0 && { dash: [2 / i, 1.2] as const }) },
          ),
        ],
  );
  return [...names, ...lines];
}
