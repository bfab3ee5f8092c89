import type { Analysis } from './analysis.js';
import type { CurveId } from './curves.js';

/** The trial that would tell most, and what it would tell. */
export type NextTrial =
  | {
      readonly criterion: 'slope';
      readonly x: number;
      /** What it takes. */
      readonly minutes: number;
      /** Share by which the slope's standard error would narrow. */
      readonly narrowing: number;
    }
  | {
      readonly criterion: 'shape';
      readonly x: number;
      readonly minutes: number;
      /** The two shapes, and how far apart they are there, in the unit of the readings. */
      readonly shapes: readonly [CurveId, CurveId];
      readonly predictionGap: number;
    };

/** Shapes nearer to each other than this share of a trial's scatter are not worth a trial. */
const WORTH = 0.5;

/**
 * Where one more trial tells most for its time: between the two best shapes that cannot be told
 * apart, the place where they lie farthest apart against the scatter; else the place that narrows
 * the slope most.
 * @param places where a trial could be made, in the unit of x.
 * @param minutes that a trial at a place takes, Infinity where none can be made.
 * @returns null where there is no line, or no place.
 * Source: the slope's variance σ²/Σ(x − x̄)² with a point more (Draper & Smith, ch. 1); telling
 * rival models apart where they differ most, by the square of their distance, Hunter & Reiner,
 * Technometrics 7, 307 (1965).
 */
export function nextDesignPoint(
  analysis: Analysis,
  places: readonly number[],
  minutes: (x: number) => number = () => 1,
): NextTrial | null {
  const { line, curves, equallySupported, levels, scatter } = analysis;
  const possible = places.filter((x) => minutes(x) < Infinity);
  if (!line || possible.length === 0) return null;
  const rivals = curves.filter(
    ({ curve: { id } }) => equallySupported.includes(id) && id !== 'means',
  );
  const [first, second] = rivals.map(({ curve }) => curve);
  const most = Math.max(...levels.map(({ summary }) => summary.mean));
  if (first && second) {
    const scatterAt = (x: number): number =>
      first.residualDeviation *
      (scatter === 'even' ? 1 : Math.max(Math.abs(first.at(x)) / most, 0.1));
    const apart = (x: number): number => Math.abs(first.at(x) - second.at(x)) / scatterAt(x);
    const x = best(
      possible.filter((place) => apart(place) > WORTH),
      (place) => apart(place) ** 2 / minutes(place),
    );
    if (x !== null) {
      return {
        criterion: 'shape',
        x,
        minutes: minutes(x),
        shapes: [first.id, second.id],
        predictionGap: Math.abs(first.at(x) - second.at(x)),
      };
    }
  }
  const n = levels.reduce((sum, { summary }) => sum + summary.n, 0);
  const middle = levels.reduce((sum, { x, summary }) => sum + x * summary.n, 0) / n;
  const spread = levels.reduce((sum, { x, summary }) => sum + summary.n * (x - middle) ** 2, 0);
  const gain = (x: number): number => ((x - middle) ** 2 * n) / (n + 1);
  const x = best(possible, (place) => gain(place) / minutes(place))!;
  return {
    criterion: 'slope',
    x,
    minutes: minutes(x),
    narrowing: 1 - Math.sqrt(spread / (spread + gain(x))),
  };
}

const best = (places: readonly number[], worth: (x: number) => number): number | null =>
  places.reduce<number | null>((p, q) => (p === null || worth(q) > worth(p) ? q : p), null);
