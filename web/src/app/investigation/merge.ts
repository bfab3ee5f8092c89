import type { Investigation } from '@nab/contract/lesson';

/** Both lists, each record once, what is known first. */
export function united<T extends { readonly id: string }>(
  known: readonly T[],
  further: readonly T[],
): T[] {
  const ids = new Set(known.map((record) => record.id));
  return [...known, ...further.filter((record) => !ids.has(record.id))];
}

/** What is known, each record as the further list has it where it is there, and what is new in it. */
export function replaced<T extends { readonly id: string }>(
  known: readonly T[],
  further: readonly T[],
): T[] {
  const now = new Map(further.map((record) => [record.id, record]));
  return united(
    known.map((record) => now.get(record.id) ?? record),
    further,
  );
}

/**
 * What is known and what the server answered, in one. Readings and predictions are never deleted,
 * so they are united: an answer that is late hides nothing. Plan and design are taken as the newer
 * of both has them, votes as the server has them unless they are closed here. The same object when nothing is new.
 */
export function merged(base: Investigation, fresh: Investigation): Investigation {
  const readings = united(base.readings, fresh.readings);
  const predictions = united(base.predictions, fresh.predictions);
  const newPlan = fresh.version > base.version;
  const newDesign = fresh.design.version > base.design.version;
  const polls = pollsOf(base, fresh);
  const grown =
    readings.length > base.readings.length ||
    predictions.length > base.predictions.length ||
    JSON.stringify(polls) !== JSON.stringify(base.polls);
  const { learnt, teaching } = fresh;
  const taught =
    JSON.stringify([learnt, teaching]) !== JSON.stringify([base.learnt, base.teaching]);
  if (!newPlan && !newDesign && !grown && !taught) return base;
  const { version, plan } = newPlan ? fresh : base;
  const { design } = newDesign ? fresh : base;
  return {
    ...base,
    version,
    plan,
    design,
    readings,
    predictions,
    polls,
    ...(learnt !== undefined && { learnt }),
    ...(teaching !== undefined && { teaching }),
  };
}

/** What is closed stays closed, though an answer comes late. */
function pollsOf(base: Investigation, fresh: Investigation): Investigation['polls'] {
  const closed = base.polls.filter(({ closedAt }) => closedAt !== null);
  return replaced(replaced(base.polls, fresh.polls), closed);
}
