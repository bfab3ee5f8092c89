import { expect, type APIRequestContext, type Page } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import {
  newCompassSet,
  newDesign,
  newShell,
  newSpinner,
  newTrack,
  type DesignDocument,
  type ExperimentDocument,
} from '@nab/contract/experiments';
import type { Investigation, Plan, Reading } from '@nab/contract/lesson';
import { MEASURE_IDS } from '@nab/core/lesson';
import { levels, newInvestigation, expectAnswerOnOneScreen } from './bench.js';
import { settled } from './faultless.js';
import { pageFaults, saidOfTrials } from './page-faults.js';
import { test } from './test.js';

type Outcome = Reading['outcome'];

interface Lesson {
  readonly name: string;
  readonly design?: ExperimentDocument;
  readonly plan: Partial<Plan>;
  /** What is read at a level, by its position, in a trial; no readings at all when absent. */
  readonly read?: (level: number, trial: number, plan: Plan) => Outcome;
  readonly trials?: number;
}

const count = (count: number, off = 0, stuck = 0): Outcome => ({
  kind: 'count',
  count,
  parts: null,
  off,
  stuck,
});
const plainCount = (n: number): Outcome => ({ ...count(n), off: null, stuck: null }) as Outcome;
const number = (value: number, typed: string): Outcome => ({ kind: 'number', value, typed });
const interval = (held: number, dropped: number): Outcome => ({
  kind: 'interval',
  held,
  dropped,
  typed: `${held} kg / ${dropped} kg`,
});
const magnet = (change: (design: DesignDocument) => Partial<DesignDocument>): DesignDocument => ({
  ...newDesign(),
  ...change(newDesign()),
});
const bolt = magnet((d) => ({
  name: 'Bolt magnet',
  core: {
    ...d.core,
    shape: 'bolt',
    length: '80 mm',
    diameter: '8 mm',
    headDiameter: '13 mm',
    headHeight: '5.3 mm',
  },
  winding: { ...d.winding, turns: 120, start: '5 mm', end: '70 mm' },
}));
const gentle = magnet((d) => ({ leads: { ...d.leads, switchResistance: '0.5 Ω' } }));
const sixPacks = {
  ...newShell('Six packs'),
  supply: { ...newShell().supply, series: 1, parallel: 6 },
};
const kinds = levels('steel', 'aluminium', 'wood', 'plastic', 'nothing');
const things = ['Steel pin', 'Brass screw', 'Paper clip'].map((name) => ({
  id: randomUUID(),
  name,
}));

const LESSONS: readonly Lesson[] = [
  {
    name: 'turns, three trials',
    plan: { repeats: 3 },
    trials: 3,
    read: (level, trial) => count([4, 8, 15][level]! + trial),
  },
  {
    name: 'wire in feet',
    plan: { factor: 'wire-length', levels: levels('2 ft', '3 ft', '4 ft') },
    read: (level, trial) => count([3, 6, 9][level]! + trial),
  },
  {
    name: 'wire in metres',
    plan: { factor: 'wire-length', levels: levels('0.6 m', '0.9 m', '1.2 m') },
    read: (level, trial) => count([3, 6, 9][level]! + trial),
  },
  {
    name: 'one trial at each level',
    plan: { repeats: 1 },
    trials: 1,
    read: (level) => count([5, 8, 14][level]!),
  },
  { name: 'no trials', plan: {} },
  { name: 'no trials, nothing predicted', plan: { measure: 'sentence' } },
  { name: 'nothing lifted anywhere', plan: {}, read: () => count(0) },
  {
    name: 'the tray was always empty',
    plan: { traySize: 12 },
    read: () => count(12),
  },
  {
    name: 'cells, and two coils',
    design: gentle,
    plan: {
      factor: 'cells-in-series',
      levels: levels('1 cell', '2 cells'),
      series: { factor: 'turns', levels: levels('40 turns', '80 turns') },
      measure: 'objects-both-ends',
    },
    read: (level, trial) => count([6, 14][level]! + trial),
  },
  {
    name: 'materials, four of which lift nothing',
    plan: { factor: 'core-material', levels: kinds },
    read: (level, trial) => count(level === 0 ? 9 + trial : 0),
  },
  {
    name: 'each end',
    plan: {
      factor: 'core-presence',
      levels: levels('with', 'without'),
      measure: 'objects-each-end',
    },
    read: (level, trial) => ({
      kind: 'count',
      count: level === 0 ? 14 + trial : 0,
      parts: level === 0 ? [7 + trial, 7] : [0, 0],
      off: 0,
      stuck: 0,
    }),
  },
  {
    name: 'a chain',
    plan: { measure: 'chain-length' },
    read: (level, trial) => count(1 + level + (trial % 2)),
  },
  {
    name: 'how far an object jumps',
    plan: { measure: 'jump-distance' },
    read: (level, trial) =>
      number((2 + level + 0.5 * trial) / 1000, `${2 + level + 0.5 * trial} mm`),
  },
  {
    name: 'several objects',
    plan: { measure: 'each-object', objects: things },
    read: (level, _trial, { objects }) => ({
      kind: 'objects',
      lifted: Object.fromEntries(objects.map(({ id }, i) => [id, i !== 1 && level > 0])),
    }),
  },
  {
    name: 'a load held, sheets between',
    design: newShell(),
    plan: {
      experiment: 'shell-magnet',
      factor: 'gap',
      levels: levels('1 sheet', '3 sheets', '6 sheets'),
      measure: 'load-held',
    },
    read: (level, trial) => interval([20, 9, 4][level]! + trial, [24, 11, 5][level]! + trial),
  },
  {
    name: 'a load held or not',
    design: bolt,
    plan: {
      levels: levels('40 turns', '80 turns', '120 turns'),
      measure: 'load-yes-no',
      load: '400 g',
    },
    read: (level, trial) => ({ kind: 'yes-no', yes: level + trial > 1 }),
  },
  {
    name: 'fewest cells, six packs in parallel',
    design: sixPacks,
    plan: {
      experiment: 'shell-magnet',
      factor: 'gap',
      levels: levels('1 sheet', '3 sheets'),
      measure: 'fewest-cells',
      load: '8 kg',
    },
    read: (level, trial) =>
      level === 1 && trial === 1
        ? ({ ...plainCount(7), atLeast: true } as Outcome)
        : plainCount(2 + 2 * level),
  },
  {
    name: 'a needle, by current',
    design: newCompassSet(),
    plan: {
      experiment: 'compass',
      factor: 'current',
      levels: levels('0.25 A', '0.5 A', '1 A'),
      measure: 'needle-angle',
    },
    read: (level, trial) => {
      const degrees = [20, 35, 50][level]! + trial;
      return number((degrees * Math.PI) / 180, `${degrees}°`);
    },
  },
  {
    name: 'flux density, by distance in inches',
    design: newCompassSet(),
    plan: {
      experiment: 'compass',
      factor: 'compass-distance',
      levels: levels('0.5 in', '1 in', '2 in'),
      measure: 'flux-density',
    },
    read: (level, trial) => {
      const microtesla = [40, 20, 10][level]! + trial;
      return number(microtesla * 1e-6, `${microtesla / 1000} mT`);
    },
  },
  {
    name: 'a track, timed',
    design: newTrack(),
    plan: {
      experiment: 'rolling-cell',
      factor: 'magnets-per-end',
      levels: levels('1 magnet', '2 magnets'),
      measure: 'track-time',
    },
    read: (level, trial) => number(3 - level + 0.2 * trial, `${3 - level + 0.2 * trial} s`),
  },
  {
    name: 'a track, how far',
    design: newTrack(),
    plan: {
      experiment: 'rolling-cell',
      factor: 'turn-gap',
      levels: levels('0.5 mm', '1 mm', '2 mm'),
      measure: 'track-distance',
    },
    read: (level, trial) =>
      number(0.3 - 0.1 * level + 0.01 * trial, `${30 - 10 * level + trial} cm`),
  },
  {
    name: 'a track, whether it runs through',
    design: newTrack(),
    plan: {
      experiment: 'rolling-cell',
      factor: 'magnets-per-end',
      levels: levels('1 magnet', '2 magnets', '3 magnets'),
      measure: 'track-runs',
    },
    read: (level) => ({ kind: 'yes-no', yes: level > 0 }),
  },
  {
    name: 'a spinner, timed',
    design: newSpinner(),
    plan: {
      experiment: 'spinner',
      factor: 'wire-thickness',
      levels: levels('0.8 mm', '1 mm'),
      measure: 'time',
    },
    read: (level, trial) => number(4 + level + 0.3 * trial, `${4 + level + 0.3 * trial} s`),
  },
  {
    name: 'what was seen',
    plan: { measure: 'sentence' },
    read: (level) => ({ kind: 'words', text: `It lifted level ${level + 1}.` }),
  },
];

async function readAll(
  request: APIRequestContext,
  { plan }: Investigation,
  { read, trials = 2 }: Lesson,
): Promise<void> {
  if (!read) return;
  const lines = plan.series?.levels.map(({ id }) => id) ?? [null];
  for (const group of plan.groups) {
    for (const seriesId of lines) {
      for (const [level, { id: levelId }] of plan.levels.entries()) {
        for (let trial = 0; trial < trials; trial++) {
          const answer = await request.put(`/api/readings/${randomUUID()}`, {
            data: {
              groupId: group.id,
              levelId,
              seriesId,
              outcome: read(level, trial, plan),
              onTime_s: 3,
              model: null,
              flags: [],
              note: '',
              actor: 'group',
              recordedAt: new Date().toISOString(),
              corrects: null,
              reason: null,
              withdrawn: false,
            },
          });
          expect(answer.ok(), await answer.text()).toBe(true);
        }
      }
    }
  }
}

const STEPS = [
  'Question',
  /^(Magnet|Wire and compass|Spinner|Track)/,
  'Prepare',
  'Run',
  'Findings',
];

async function walk(page: Page, id: string, hasTrials: boolean): Promise<void> {
  await page.goto(`/investigations/${id}/question`);
  const rail = page.getByRole('navigation', { name: 'Steps of the investigation' });
  for (const step of STEPS) {
    const link = rail.getByRole('link', { name: step });
    await link.click();
    // Until its code has come, the page before it is gone and this one is empty.
    await expect(link).toHaveAttribute('aria-current', /.+/);
    // What a page is fetched for may take longer than the page is quiet.
    await expect(page.locator('main h1').first()).toBeVisible();
    await settled(page);
    await expect(page.getByText(/Working out|Analysing/)).toHaveCount(0);
    expect.soft(await pageFaults(page), String(step)).toEqual([]);
    if (!hasTrials) expect.soft(await saidOfTrials(page), String(step)).toEqual([]);
  }
  if ((await page.locator('nab-answer-part dl').count()) > 0) {
    await expectAnswerOnOneScreen(page, 'Findings');
  }
  for (const tab of await page.getByRole('tab').all()) {
    const name = await tab.innerText();
    await tab.click();
    await settled(page);
    expect.soft(await pageFaults(page), `Findings: ${name}`).toEqual([]);
  }
}

test('the lessons have every measure', () => {
  const measures = new Set(LESSONS.map(({ plan }) => plan.measure ?? 'objects-one-end'));
  expect([...measures].sort()).toEqual([...MEASURE_IDS].sort());
});

for (const lesson of LESSONS) {
  test(`nothing is wrong on any page of a lesson: ${lesson.name}`, async ({ page, request }) => {
    const { design, plan } = lesson;
    const made = await newInvestigation(request, {
      title: `Walk: ${lesson.name}`,
      ...(design && { design }),
      plan,
    });
    await readAll(request, made, lesson);
    await walk(page, made.id, lesson.read !== undefined);
  });
}
