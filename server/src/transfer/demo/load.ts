import { experimentOf } from '@nab/contract/experiments';
import { toLessonPlan, USUAL_LESSON, type Plan } from '@nab/contract/lesson';
import {
  casesOf,
  measureOf,
  simulateGuess,
  simulateOutcome,
  type Case,
  type SimulatedClass,
} from '@nab/core/lesson';
import { seededRandom, type Random } from '@nab/core/numerics';
import { trialOnTime } from '@nab/core/physics';
import { pollQuestion, caseText } from '@nab/words/lesson';
import type { CreationAttributes, Sequelize } from 'sequelize';
import {
  InvestigationRow,
  PollRow,
  PredictionRow,
  ReadingRow,
} from '../../platform/database/index.js';
import { insertDesign } from '../../library/designs/index.js';
import { insertInvestigation } from '../../planning/investigations/index.js';
import { findShelfItem, insertShelfItem, wasRemoved } from '../../library/shelf/index.js';
import { DEMO_PLANS, type DemoClass, type DemoPlan } from './investigations.js';
import { DEMO_SHELF } from './shelf.js';

/**
 * Adds the demo's investigations that are not there yet, with trials from the simulator and a fixed
 * seed. What an educator changed in them stays.
 * @returns how many were added.
 */
export async function loadDemo(sequelize: Sequelize): Promise<number> {
  let added = 0;
  for (const plan of DEMO_PLANS) {
    const random = seededRandom(plan.seed);
    const id = uuidFrom(random);
    added += await sequelize.transaction(async (transaction) => {
      if (await InvestigationRow.findByPk(id, { transaction })) return 0;
      const full = planOf(plan, random);
      const designId = uuidFrom(random);
      await insertDesign(designId, plan.design, 'rehearsal', transaction);
      const made = { actor: 'rehearsal', demo: true } as const;
      await insertInvestigation(id, designId, full, made, transaction);
      const { predictions, readings, polls } = simulateTrials(plan, full, random);
      await PredictionRow.bulkCreate(predictions, { transaction });
      await ReadingRow.bulkCreate(readings, { transaction });
      await PollRow.bulkCreate(polls, { transaction });
      return 1;
    });
  }
  await loadDemoShelf(sequelize);
  return added;
}

/** Puts the demo's things on the shelf, unless an educator took them off before. */
async function loadDemoShelf(sequelize: Sequelize): Promise<void> {
  const random = seededRandom(97);
  for (const item of DEMO_SHELF) {
    const id = uuidFrom(random);
    await sequelize.transaction(async (transaction) => {
      const known = await findShelfItem(id, transaction);
      if (known || (await wasRemoved(id, transaction))) return;
      await insertShelfItem(id, item, transaction, true);
    });
  }
}

/** The same class and groups for every investigation of theirs. */
function classOf({ name, groups, seed }: DemoClass): Pick<Plan, 'class' | 'groups'> {
  const random = seededRandom(seed);
  return {
    class: { id: uuidFrom(random), name },
    groups: groups.map((group) => ({ id: uuidFrom(random), name: group })),
  };
}

function planOf(plan: DemoPlan, random: Random): Plan {
  const levels = (values: readonly string[]) =>
    values.map((value) => ({ id: uuidFrom(random), value }));
  return {
    title: plan.title,
    experiment: experimentOf(plan.design)!,
    factor: plan.factor,
    levels: levels(plan.levels),
    series: plan.series ? { factor: plan.series.factor, levels: levels(plan.series.levels) } : null,
    measure: plan.measure,
    load: plan.load ?? null,
    objects: [],
    hold: plan.hold ?? 'nothing',
    ...classOf(plan.class),
    repeats: plan.repeats,
    traySize: plan.traySize,
    ...(plan.lesson && { lesson: { ...USUAL_LESSON, ...plan.lesson } }),
  };
}

type Reading = CreationAttributes<ReadingRow>;
type Prediction = CreationAttributes<PredictionRow>;
type Vote = CreationAttributes<PollRow>;

/** Seconds from one trial of a group to the next, and from one group to the other. */
const PACE_S = 95;
const STAGGER_S = 11;

function simulateTrials(
  plan: DemoPlan,
  full: Plan,
  random: Random,
): { predictions: Prediction[]; readings: Reading[]; polls: Vote[] } {
  const lesson = toLessonPlan(full, plan.design);
  const measure = measureOf(full.measure);
  const { load } = lesson.conditions;
  const room: SimulatedClass = {
    classFactor: plan.classFactor,
    scatter: plan.scatter ?? 0.2,
    traySize: full.traySize,
    ...(load !== undefined && { load }),
  };
  const able = casesOf(lesson).filter((c) => c.forecast !== null && c.stops.length === 0);
  const predictions: Prediction[] = [];
  const readings: Reading[] = [];
  const start = Date.parse(plan.startsAt);
  const trials = able.flatMap((of) =>
    Array.from({ length: full.repeats }, (_, repeat) => ({ of, repeat })),
  );
  full.groups.forEach((group, g) => {
    trials.slice(0, Math.round(trials.length * plan.done)).forEach(({ of, repeat }, n) => {
      const at = (seconds: number): Date =>
        new Date(start + (n * PACE_S + g * STAGGER_S + seconds) * 1000);
      const where = { groupId: group.id, levelId: of.levelId, seriesId: of.seriesId };
      if (repeat === 0) {
        predictions.push({
          ...where,
          id: uuidFrom(random),
          value: simulateGuess(measure, of.forecast!.value, room, random),
          words: null,
          actor: 'rehearsal',
          recordedAt: at(0),
          receivedAt: at(1),
        });
      }
      readings.push({
        ...where,
        id: uuidFrom(random),
        outcome: simulateOutcome(measure, of.forecast!.value, room, random),
        onTimeSeconds: onTimeOf(of, random),
        modelValue: of.expected!,
        modelLow: of.band!.low,
        modelHigh: of.band!.high,
        flags: [],
        note: '',
        actor: 'rehearsal',
        recordedAt: at(50),
        receivedAt: at(51),
        corrects: null,
        reason: null,
        withdrawn: false,
      });
    });
  });
  readings.push(...slips(readings, random));
  readings.sort((p, q) => p.receivedAt!.getTime() - q.receivedAt!.getTime());
  const polls = able
    .filter(({ levelId }) => readings.some((reading) => reading.levelId === levelId))
    .flatMap((of) => voteAt(plan, full, of, readings, room, random));
  return { predictions, readings, polls };
}

/** What an audience voted before the first trial at a level. */
function voteAt(
  { audience }: DemoPlan,
  full: Plan,
  of: Case,
  readings: readonly Reading[],
  room: SimulatedClass,
  random: Random,
): Vote[] {
  const measure = measureOf(full.measure);
  const question = pollQuestion(measure, full, { ...of, name: caseText(full, of) });
  if (audience === undefined || question === null) return [];
  const said = Array.from({ length: audience }, () =>
    simulateGuess(measure, of.forecast!.value, room, random),
  );
  const hands = question.choices.map(() => 0);
  for (const guess of said) {
    // Whoever thinks of more or fewer than there are raises a hand for the nearest.
    const near = question.choices.map(({ value }) => Math.abs(value - guess));
    hands[near.indexOf(Math.min(...near))]! += 1;
  }
  const first = Math.min(
    ...readings
      .filter(({ levelId, seriesId }) => levelId === of.levelId && seriesId === of.seriesId)
      .map(({ recordedAt }) => recordedAt.getTime()),
  );
  return [
    {
      id: uuidFrom(random),
      levelId: of.levelId,
      seriesId: of.seriesId,
      question: question.question,
      choices: [...question.choices],
      hands,
      actor: 'rehearsal',
      openedAt: new Date(first - 40_000),
      closedAt: new Date(first - 10_000),
    },
  ];
}

function onTimeOf({ trialled }: Case, random: Random): number {
  return Math.round(Math.min(trialOnTime(trialled!.coil), 3 + 4 * random()) * 10) / 10;
}

/** One slip of the pen and one trial that went wrong, as in every class. */
function slips(readings: readonly Reading[], random: Random): Reading[] {
  const [slip, dropped] = [readings[4], readings[7]];
  if (!slip || !dropped || slip.outcome.kind !== 'count' || slip.outcome.off === null) return [];
  const correction = (original: Reading, more: Partial<Reading>): Reading => ({
    ...original,
    id: uuidFrom(random),
    recordedAt: new Date(original.recordedAt.getTime() + 60_000),
    receivedAt: new Date(original.recordedAt.getTime() + 61_000),
    corrects: original.id,
    ...more,
  });
  return [
    correction(slip, {
      outcome: { ...slip.outcome, count: slip.outcome.count + 1 },
      reason: 'One hung behind the head.',
    }),
    correction(dropped, { withdrawn: true, reason: 'The tray was knocked over.' }),
  ];
}

/** A UUID of version 4 from a seeded source, so that the demo is the same everywhere. */
function uuidFrom(random: Random): string {
  const hex = Array.from({ length: 32 }, () => Math.floor(random() * 16).toString(16));
  hex[12] = '4';
  hex[16] = '89ab'[Math.floor(random() * 4)]!;
  return hex.join('').replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5');
}
