import { toMagnetDesign, type Plan } from '@nab/contract';
import {
  evaluateMagnet,
  seededRandom,
  simulateCount,
  simulateGuess,
  trialOnTime,
  type Random,
  type SimulatedClass,
} from '@nab/core';
import type { CreationAttributes, Sequelize } from 'sequelize';
import { InvestigationRow, PredictionRow, ReadingRow } from '../database/index.js';
import { insertDesign } from '../designs/repository.js';
import { insertInvestigation } from '../investigations/repository.js';
import { findShelfItem, insertShelfItem, wasRemoved } from '../shelf/repository.js';
import { DEMO_PLANS, type DemoPlan } from './investigations.js';
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
      await insertDesign(designId, plan.design, transaction);
      await insertInvestigation(id, designId, full, transaction, true);
      const { predictions, readings } = simulateTrials(plan, full, random);
      await PredictionRow.bulkCreate(predictions, { transaction });
      await ReadingRow.bulkCreate(readings, { transaction });
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

function planOf(plan: DemoPlan, random: Random): Plan {
  return {
    title: plan.title,
    factor: 'turns',
    levels: plan.turns.map((turns) => ({ id: uuidFrom(random), turns })),
    groups: plan.groups.map((name) => ({ id: uuidFrom(random), name })),
    repeats: plan.repeats,
    traySize: plan.traySize,
  };
}

type Reading = CreationAttributes<ReadingRow>;
type Prediction = CreationAttributes<PredictionRow>;

function simulateTrials(
  plan: DemoPlan,
  { levels, groups, repeats, traySize }: Plan,
  random: Random,
): { predictions: Prediction[]; readings: Reading[] } {
  const magnet = toMagnetDesign(plan.design);
  const room: SimulatedClass = { classFactor: plan.classFactor, scatter: 0.2, traySize };
  const predictions: Prediction[] = [];
  const readings: Reading[] = [];
  const start = Date.parse(plan.startsAt);
  const trials = levels.flatMap((level) =>
    Array.from({ length: repeats }, (_, repeat) => ({ level, repeat })),
  );
  groups.forEach((group, g) => {
    trials.slice(0, Math.round(trials.length * plan.done)).forEach(({ level, repeat }, n) => {
      const evaluation = evaluateMagnet({
        ...magnet,
        winding: { ...magnet.winding, turns: level.turns },
      });
      const at = (seconds: number): Date => new Date(start + (n * 95 + g * 11 + seconds) * 1000);
      if (repeat === 0) {
        predictions.push({
          id: uuidFrom(random),
          groupId: group.id,
          levelId: level.id,
          count: simulateGuess(evaluation.liftedCount, room, random),
          recordedAt: at(0),
          receivedAt: at(1),
        });
      }
      const count = simulateCount(evaluation.liftedCount, room, random);
      readings.push({
        id: uuidFrom(random),
        groupId: group.id,
        levelId: level.id,
        offCount: 0,
        count,
        stuckCount: Math.min(count, Math.floor(random() * 2.2)),
        onTimeSeconds: Math.round(Math.min(trialOnTime(evaluation), 3 + 4 * random()) * 10) / 10,
        modelCount: evaluation.liftedCount,
        note: '',
        recordedAt: at(50),
        receivedAt: at(51),
        corrects: null,
        reason: null,
        withdrawn: false,
      });
    });
  });
  // One slip of the pen and one trial that went wrong, as in every class.
  const [slip, dropped] = [readings[4], readings[7]];
  if (slip && dropped) {
    const correction = (original: Reading, more: Partial<Reading>): Reading => ({
      ...original,
      id: uuidFrom(random),
      recordedAt: new Date(original.recordedAt.getTime() + 60_000),
      receivedAt: new Date(original.recordedAt.getTime() + 61_000),
      corrects: original.id,
      ...more,
    });
    readings.push(
      correction(slip, { count: slip.count + 1, reason: 'One hung behind the head.' }),
      correction(dropped, { withdrawn: true, reason: 'The tray was knocked over.' }),
    );
  }
  return { predictions, readings };
}

/** A UUID of version 4 from a seeded source, so that the demo is the same everywhere. */
function uuidFrom(random: Random): string {
  const hex = Array.from({ length: 32 }, () => Math.floor(random() * 16).toString(16));
  hex[12] = '4';
  hex[16] = '89ab'[Math.floor(random() * 4)]!;
  return hex.join('').replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5');
}
