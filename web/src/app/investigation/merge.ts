import type { Investigation } from '@nab/contract';

/** Both lists, each record once, what is known first. */
export function united<T extends { readonly id: string }>(
  known: readonly T[],
  further: readonly T[],
): T[] {
  const ids = new Set(known.map((record) => record.id));
  return [...known, ...further.filter((record) => !ids.has(record.id))];
}

/**
 * What is known and what the server answered, in one. Readings and predictions are never deleted,
 * so they are united: an answer that is late hides nothing. Plan and design are taken as the newer
 * of both has them. The same object when nothing is new.
 */
export function merged(base: Investigation, fresh: Investigation): Investigation {
  const readings = united(base.readings, fresh.readings);
  const predictions = united(base.predictions, fresh.predictions);
  const newPlan = fresh.version > base.version;
  const newDesign = fresh.design.version > base.design.version;
  const grown =
    readings.length > base.readings.length || predictions.length > base.predictions.length;
  if (!newPlan && !newDesign && !grown) return base;
  const { version, plan } = newPlan ? fresh : base;
  const { design } = newDesign ? fresh : base;
  return { ...base, version, plan, design, readings, predictions };
}
