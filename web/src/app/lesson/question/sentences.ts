import type { Plan } from '@nab/contract/lesson';
import { factorOf, measureOf, WANTED_PROBABILITY } from '@nab/core/lesson';
import type { CaseKey, LessonJudgement } from '../../investigation';
import { cautionText } from '@nab/words/experiments';
import { measuredText } from '@nab/words/lesson';
import { percentText } from '@nab/words/terms';
import type { MarkState } from '../../ui/notices';
import type { NamedCase } from '../../investigation';

/** How it is said: as one says it to a class, or as the field says it. */
export type ReadingLevel = 'plain' | 'exact';

/** A sentence with its state. */
export interface Verdict {
  readonly state: MarkState;
  readonly text: string;
}

/** Why levels must not be switched on, in a few words; what changes that stands below it as buttons. */
const REASONS: Readonly<Record<string, string>> = {
  'too-hot-for-trial': 'the coil gets too hot to touch before a trial is over.',
  'demonstration-only': 'such a supply is for an adult’s demonstration only.',
};

/** Levels that cannot be had or must not be switched on: what Run would forbid is said here. */
export function stoppedSentences(cases: readonly NamedCase[]): Verdict[] {
  const faults = cases.flatMap(({ name, fault }): Verdict[] =>
    fault === null ? [] : [{ state: 'stop', text: `${name}: ${fault}` }],
  );
  const stopped = cases.filter(({ fault, stops }) => fault === null && stops.length > 0);
  const first = new Map(stopped.map(({ stops: [stop] }) => [stop!.code, stop!]));
  const stops = [...first.values()].map((stop): Verdict => {
    const having = stopped.filter(({ stops: [own] }) => own!.code === stop.code);
    const reason = REASONS[stop.code] ?? cautionText(stop);
    return {
      state: 'stop',
      text: `${namesOf(having, cases)} must not be switched on: ${reason}`,
    };
  });
  return [...faults, ...stops];
}

/** Cautions that some levels need and others do not; those of all levels stand on the bench. */
export function levelCautions(cases: readonly NamedCase[]): Verdict[] {
  const able = cases.filter(({ fault, stops }) => fault === null && stops.length === 0);
  const first = new Map(able.flatMap(({ cautions }) => cautions.map((one) => [one.code, one])));
  return [...first.values()].flatMap((caution): Verdict[] => {
    const having = able.filter(({ cautions }) =>
      cautions.some(({ code }) => code === caution.code),
    );
    if (having.length === able.length) return [];
    return [{ state: 'caution', text: `${namesOf(having, able)}: ${cautionText(caution)}` }];
  });
}

/** Names of cases, a level by itself where all of its lines are among them. */
function namesOf(some: readonly NamedCase[], all: readonly NamedCase[]): string {
  const linesOf = (list: readonly NamedCase[], levelId: string): number =>
    list.filter((one) => one.levelId === levelId).length;
  const names = some.map(({ levelId, levelName, name }) =>
    linesOf(some, levelId) === linesOf(all, levelId) ? levelName : name,
  );
  return [...new Set(names)].join(', ');
}

/** What the plan will let a class see, most important first. */
export function promiseSentences(
  plan: Plan,
  cases: readonly NamedCase[],
  judged: LessonJudgement,
  level: ReadingLevel,
): Verdict[] {
  const nameOf = (key: CaseKey): string =>
    cases.find((one) => one.levelId === key.levelId && one.seriesId === key.seriesId)?.name ?? '';
  const { axis, expected } = factorOf(plan.factor);
  const plain = level === 'plain';
  const verdicts: Verdict[] = [];
  if (judged.course === 'turns over') {
    verdicts.push({
      state: 'caution',
      text: plain
        ? 'Mind: it goes up and then down again. The class may find a best level in the middle.'
        : 'The prediction rises and falls again over these levels: a straight line will not describe it, and a best level lies in between.',
    });
  } else if (judged.course === 'falls' && expected === 1) {
    verdicts.push({
      state: 'caution',
      text: plain
        ? 'Mind: with more of it, less is lifted here. That will surprise the class.'
        : 'The prediction falls over these levels although one would expect it to rise: look at what else changes.',
    });
  } else if (judged.course === 'level') {
    verdicts.push({
      state: 'caution',
      text: plain
        ? 'It will look the same at every level.'
        : 'The predictions of all levels agree within 2 %: nothing will be seen.',
    });
  }
  for (const { lower, upper, probabilityInOrder, repeatsNeeded } of judged.neighbours) {
    if (probabilityInOrder >= WANTED_PROBABILITY) continue;
    const remedy =
      repeatsNeeded === null
        ? axis.kind === 'kinds'
          ? 'That they are alike may be what there is to find.'
          : 'Move them farther apart.'
        : `${repeatsNeeded} trials each would do it nine times in ten.`;
    const trials = `${plan.repeats} ${plan.repeats === 1 ? 'trial' : 'trials'}`;
    verdicts.push({
      state: 'caution',
      text: plain
        ? `${nameOf(lower)} and ${nameOf(upper)} are hard to tell apart. ${remedy}`
        : `${nameOf(lower)} and ${nameOf(upper)}: with ${trials} each, a group’s means come out in this order ${percentText(probabilityInOrder)} of the time. ${remedy}`,
    });
  }
  for (const over of judged.overCeiling) {
    const tray = measureOf(plan.measure).ceiling === 'tray';
    verdicts.push({
      state: 'caution',
      text: tray
        ? `${nameOf(over)} may empty the tray of ${plan.traySize} (${percentText(over.probability)} of trials). Put more in it, or leave this level out.`
        : `${nameOf(over)} may reach the most that can be read (${percentText(over.probability)} of trials).`,
    });
  }
  if (judged.nothing.length > 0) {
    const names = judged.nothing.map(nameOf).join(', ');
    verdicts.push({
      state: axis.kind === 'kinds' ? 'rest' : 'caution',
      text: `Hardly anything will be read at: ${names}.`,
    });
  }
  return verdicts;
}

/** One reassuring line when there is nothing to fix. */
export function goodNews(plan: Plan, cases: readonly NamedCase[], power: number | null): Verdict {
  const trials = cases.length * plan.groups.length * plan.repeats;
  const shown =
    power === null
      ? ''
      : ` The class’s line will show it ${power > 0.995 ? 'almost surely' : `${percentText(power)} of the time`}.`;
  const { heldAgainst, data } = measureOf(plan.measure);
  const apart =
    data === 'objects'
      ? 'What Nab says of each object is beside it.'
      : heldAgainst === null
        ? 'Nab has no prediction for this reading, so it cannot say whether it will show.'
        : 'All levels can be told apart.';
  return { state: 'rest', text: `${trials} trials in all. ${apart}${shown}` };
}

/** How much of the effect the current does. */
export function currentShare({ fair }: LessonJudgement, level: ReadingLevel): string {
  const { effect, effectAtEqualCurrent: equal } = fair;
  if (effect === null || equal === null || !(effect > 0) || !(equal > 0)) return '';
  const [as, held] = [effect, equal].map((ratio) => ratio.toPrecision(2)) as [string, string];
  if (as === held) return 'With the same current at every level the result would be the same.';
  return level === 'plain'
    ? `As planned the last level gives ${as} times the first; with the same current it would be ${held} times.`
    : `Last over first: ${as} as planned, ${held} at equal current; the difference of their logarithms, ${percentText(Math.abs(Math.log(equal / effect)) / Math.max(Math.abs(Math.log(equal)), Math.abs(Math.log(effect))))} of the effect, is due to the current.`;
}

/** What is predicted of a case, in a few letters. */
export function forecastText(plan: Plan, { expected }: NamedCase): string {
  return expected === null ? '–' : measuredText(measureOf(plan.measure), expected);
}
