import { startSubject, type EvaluatedDesign } from '../../experiments/index.js';
import {
  axisNumber,
  factorOf,
  isOrdered,
  levelOf,
  levelText,
  parseLevel,
  roundNicely,
  type Axis,
  type LevelValue,
} from '../factors/index.js';
import { ceilingOf, measureOf } from '../measures/index.js';
import { casesOf, type Case, type LessonPlan } from './plan.js';

/** What limits the levels that are suggested. */
export interface SuggestionLimits {
  readonly traySize: number;
  /** How many are wanted. */
  readonly count: number;
  /** Whether there is wire, a core or a cell for it; anything goes when absent. */
  available?(trialled: EvaluatedDesign, level: LevelValue): boolean;
}

const CANDIDATES = 22;
/** Share of the tray that the strongest level is expected to fill, so that it hardly ever empties. */
const TRAY_SHARE = 0.5;

/**
 * Levels worth trying: those that can be wound, may be switched on, read something, leave something
 * in the tray, and can be made of what there is, spread evenly over the factor. Round numbers.
 * Falls back on the factor's own suggestion where fewer than two are left.
 */
export function suggestLevels(plan: LessonPlan, limits: SuggestionLimits): LevelValue[] {
  const { axis, suggest } = factorOf(plan.factor, plan.unit);
  const present =
    levelOf(plan.base, plan.factor) ?? levelOf(startSubject(plan.base.experiment), plan.factor);
  const own = suggest?.(present ?? 0) ?? (axis.kind === 'kinds' ? Object.keys(axis.options) : []);
  const candidates = isOrdered(axis) ? around(axis, own) : own;
  const good = goodOf(plan, candidates, limits);
  if (good.length < 2) return [...own];
  return isOrdered(axis) ? spread(good, Math.min(limits.count, good.length), axis) : good;
}

/** Round numbers from half of the least to twice the most that the factor itself suggests. */
function around(axis: Axis, own: readonly LevelValue[]): LevelValue[] {
  const numbers = own.map((level) => axisNumber(axis, level)).filter(Number.isFinite);
  const [least, most] = [Math.min(...numbers), Math.max(...numbers)];
  const from = least > 0 ? least / 2 : least;
  const to = most * 2;
  const whole = axis.kind === 'number' && axis.whole;
  const values = Array.from({ length: CANDIDATES }, (_, i) => {
    const share = i / (CANDIDATES - 1);
    const raw = from > 0 ? from * (to / from) ** share : from + (to - from) * share;
    return whole ? Math.round(roundNicely(raw)) : roundNicely(raw);
  });
  return [...new Set([...values, ...numbers])].flatMap((value): LevelValue[] => {
    try {
      const unit = axis.kind === 'quantity' ? ` ${axis.unit}` : '';
      return [parseLevel(axis, `${value}${unit}`)];
    } catch {
      // Beyond what may be typed.
      return [];
    }
  });
}

function goodOf(
  plan: LessonPlan,
  candidates: readonly LevelValue[],
  { traySize, available }: SuggestionLimits,
): LevelValue[] {
  const measure = measureOf(plan.measure);
  const ceiling = ceilingOf(measure, traySize);
  const levels = candidates.map((value) => ({ id: String(value), value }));
  const fits = ({ trialled, stops, forecast, level }: Case): boolean => {
    if (!trialled || stops.length > 0) return false;
    if (available && !available(trialled, level)) return false;
    if (forecast === null || !isOrdered(factorOf(plan.factor).axis)) return true;
    if (measure.ceiling === 'tray' && forecast.value > TRAY_SHARE * (ceiling ?? Infinity))
      return false;
    return measure.relative === true || forecast.value >= measure.resolution;
  };
  const cases = casesOf({ ...plan, levels });
  return candidates.filter((_, i) =>
    cases.filter(({ levelId }) => levelId === levels[i]!.id).every(fits),
  );
}

/** So many of them, as evenly spaced as they come, the ends included. */
function spread(good: readonly LevelValue[], count: number, axis: Axis): LevelValue[] {
  const sorted = [...good].sort((p, q) => axisNumber(axis, p) - axisNumber(axis, q));
  const [least, most] = [sorted[0]!, sorted[sorted.length - 1]!].map((v) => axisNumber(axis, v));
  const picked = Array.from({ length: count }, (_, i) => {
    const wanted = least! + ((most! - least!) * i) / Math.max(1, count - 1);
    return sorted.reduce((best, value) =>
      Math.abs(axisNumber(axis, value) - wanted) < Math.abs(axisNumber(axis, best) - wanted)
        ? value
        : best,
    );
  });
  const texts = new Map(picked.map((value) => [levelText(axis, value), value]));
  return [...texts.values()];
}
