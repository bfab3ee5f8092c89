import type { EvaluatedDesign } from './experiment.js';
import type { Forecast } from './predictable.js';
import { evaluateSubject, type Subject } from './registry.js';

/** As many as two lessons of twelve levels on three lines. */
const KEPT = 96;

/**
 * Evaluations that are kept and found again by what a design says, so that of many levels only those
 * that changed are evaluated. The least recently used go first.
 */
export class Evaluations {
  private readonly kept = new Map<string, EvaluatedDesign>();

  constructor(private readonly most = KEPT) {}

  /** @throws CoreError for what cannot be built. */
  readonly evaluate = (subject: Subject): EvaluatedDesign => {
    const key = keyOf(subject);
    const found = this.kept.get(key) ?? keepingForecasts(evaluateSubject(subject));
    this.kept.delete(key);
    this.kept.set(key, found);
    if (this.kept.size > this.most) this.kept.delete(this.kept.keys().next().value!);
    return found;
  };
}

function keepingForecasts(design: EvaluatedDesign): EvaluatedDesign {
  const forecasts = new Map<string, Forecast | null>();
  return {
    ...design,
    forecast(of, conditions = {}) {
      const key = keyOf([of, conditions]);
      let forecast = forecasts.get(key);
      if (forecast === undefined) {
        forecast = design.forecast(of, conditions);
        forecasts.set(key, forecast);
      }
      return forecast;
    },
  };
}

/** JSON has no infinity: written out, it is not taken for something missing. */
function keyOf(value: unknown): string {
  return JSON.stringify(value, (_, one: unknown) =>
    typeof one === 'number' && !Number.isFinite(one) ? String(one) : one,
  );
}
