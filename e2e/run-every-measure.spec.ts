import type { Locator, Page } from '@playwright/test';
import {
  newCompassSet,
  newDesign,
  newShell,
  type ExperimentDocument,
} from '@nab/contract/experiments';
import type { Plan, Reading } from '@nab/contract/lesson';
import { measureOf, type MeasureId } from '@nab/core/lesson';
import { randomUUID } from 'node:crypto';
import { newInvestigation, stored, whichShows } from './bench.js';
import { faultless } from './faultless.js';
import { expect, test } from './test.js';

const levels = (...values: string[]) => values.map((value) => ({ id: randomUUID(), value }));
const named = (...names: string[]) => names.map((name) => ({ id: randomUUID(), name }));
const button = (page: Page, name: string | RegExp): Locator => page.getByRole('button', { name });

/** How one trial of a measure goes at the bench, and what is kept of it. */
interface Walk {
  readonly measure: MeasureId;
  readonly design?: ExperimentDocument;
  readonly plan?: Partial<Plan>;
  /** What is pressed or typed as a prediction. */
  readonly predict: (page: Page) => Promise<void>;
  /** From the first look after predicting to what is read; each state is looked at before it is left. */
  readonly do: readonly ((page: Page) => Locator)[];
  readonly read: (page: Page) => Promise<void>;
  readonly save: (page: Page) => Locator;
  readonly kept: Readonly<Record<string, unknown>>;
}

const pressGuess =
  (n: number) =>
  (page: Page): Promise<void> =>
    page
      .getByRole('group', { name: /^Press what you predict/ })
      .getByRole('button', { name: String(n), exact: true })
      .click();
const typeGuess =
  (text: string) =>
  async (page: Page): Promise<void> => {
    await page.getByRole('textbox', { name: 'We predict' }).fill(text);
    await button(page, 'Save our prediction').click();
  };
const choose =
  (name: string) =>
  (page: Page): Promise<void> =>
    button(page, name).click();
const fill =
  (label: RegExp | string, text: string) =>
  (page: Page): Promise<void> =>
    page.getByRole('textbox', { name: label }).fill(text);

/** A number of the grid is the reading, and saves it. */
const pressed =
  (n: number) =>
  (page: Page): Locator =>
    page
      .getByRole('group', { name: /^Lifted:/ })
      .getByRole('button', { name: String(n), exact: true });
const save = (page: Page): Locator => button(page, 'Save this trial');
const nothingHung = (page: Page): Locator => button(page, 'Nothing hung on: switch on');
const checkedOn = (page: Page): Locator => button(page, 'Checked: switch on');
const cameAway = (page: Page): Locator => button(page, 'Checked: it came away');
const on = (page: Page): Locator => button(page, 'Switch on now');
const off = (page: Page): Locator => button(page, 'Switched off');
const held = (page: Page): Locator => button(page, 'It held (now off)');
const dropped = (page: Page): Locator => button(page, 'It dropped (now off)');

const gap = { experiment: 'shell-magnet', factor: 'gap' } as const;
const sheets = () => levels('1 sheet', '3 sheets');
const shell = newShell();

const WALKS: readonly Walk[] = [
  {
    measure: 'objects-each-end',
    predict: pressGuess(9),
    do: [nothingHung, off],
    read: async (page) => {
      await fill('Lifting end: how many?', '5')(page);
      await fill('Other end: how many?', '3')(page);
    },
    save,
    kept: { kind: 'count', count: 8, parts: [5, 3], off: 0, stuck: 0 },
  },
  {
    measure: 'objects-both-ends',
    predict: pressGuess(9),
    do: [nothingHung, off],
    read: () => Promise.resolve(),
    save: pressed(11),
    kept: { kind: 'count', count: 11 },
  },
  {
    measure: 'chain-length',
    predict: pressGuess(4),
    do: [nothingHung, off],
    read: () => Promise.resolve(),
    save: pressed(3),
    kept: { kind: 'count', count: 3 },
  },
  {
    measure: 'jump-distance',
    predict: typeGuess('8 mm'),
    do: [on, off],
    read: fill(/How many millimetres/, '6 mm'),
    save,
    kept: { kind: 'number', typed: '6 mm', value: 0.006 },
  },
  {
    measure: 'flux-density',
    predict: typeGuess('20 mT'),
    do: [checkedOn, off],
    read: fill(/What did the probe show/, '14 mT'),
    save,
    kept: { kind: 'number', typed: '14 mT' },
  },
  {
    measure: 'needle-angle',
    design: newCompassSet(),
    plan: { experiment: 'compass', factor: 'cells-in-series', levels: levels('1', '2') },
    predict: typeGuess('30'),
    do: [checkedOn, off],
    read: fill(/By how many degrees/, '25°'),
    save,
    kept: { kind: 'number', typed: '25°' },
  },
  {
    measure: 'time',
    predict: typeGuess('5 s'),
    do: [on, off],
    read: fill(/How long did it take/, '4.2 s'),
    save,
    kept: { kind: 'number', value: 4.2 },
  },
  {
    measure: 'each-object',
    plan: { objects: named('Pin', 'Clip', 'Screw') },
    predict: async (page) => {
      for (const one of [
        'Pin: will be lifted',
        'Clip: will be lifted',
        'Screw: will not be lifted',
      ]) {
        await button(page, one).click();
      }
      await button(page, 'Save our prediction').click();
    },
    do: [checkedOn, off],
    read: async (page) => {
      for (const one of ['Pin: lifted', 'Clip: lifted', 'Screw: not lifted']) {
        await button(page, one).click();
      }
    },
    save,
    kept: { kind: 'objects' },
  },
  {
    measure: 'sentence',
    predict: typeGuess('It will buzz and hold on.'),
    do: [on, off],
    read: fill('What did you see?', 'It held on and made no sound.'),
    save: (page) => button(page, 'In part'),
    kept: { kind: 'words', text: 'It held on and made no sound.', verdict: 'partly' },
  },
  {
    measure: 'load-yes-no',
    design: shell,
    plan: { ...gap, levels: sheets(), load: '5 kg' },
    predict: choose('It will hold'),
    do: [checkedOn, off],
    read: () => Promise.resolve(),
    save: (page) => button(page, 'It held'),
    kept: { kind: 'yes-no', yes: true },
  },
  {
    measure: 'load-held',
    design: shell,
    plan: { ...gap, levels: sheets() },
    predict: typeGuess('20 kg'),
    do: [cameAway, on, held, on, dropped],
    read: () => Promise.resolve(),
    save: (page) => button(page, /^Save: held/),
    kept: { kind: 'interval' },
  },
  {
    measure: 'fewest-cells',
    design: { ...shell, supply: { ...shell.supply, series: 3 } },
    plan: { ...gap, levels: sheets(), load: '2 kg' },
    predict: choose('2 cells'),
    do: [cameAway, on, held, on, dropped],
    read: () => Promise.resolve(),
    save: (page) => button(page, 'Save: 3 cells held it'),
    kept: { kind: 'count', count: 3 },
  },
];

for (const walk of WALKS) {
  test(`${measureOf(walk.measure).name}: every state fits tablet and telephone and is accessible`, async ({
    page,
    request,
  }) => {
    const { id } = await newInvestigation(request, {
      design: walk.design ?? newDesign(),
      plan: { measure: walk.measure, ...walk.plan },
    });
    await page.setViewportSize({ width: 1024, height: 768 });
    await page.goto(`/investigations/${id}/run`);
    await expect(page.getByRole('list', { name: 'Parts of a trial' })).toBeVisible();
    await faultless(page);
    await walk.predict(page);
    for (const step of walk.do) {
      const main = step(page);
      await rested(page, main);
      await fits(page, main);
      await faultless(page);
      await main.click();
    }
    await walk.read(page);
    await fits(page, walk.save(page));
    await faultless(page);
    await walk.save(page).click();
    await expect(page.getByText(/^Saved: /).first()).toBeVisible();
    await expect(page.getByTestId('save-status')).toHaveText('Saved');
    const { readings, predictions } = await stored(request, id);
    expect(readings).toHaveLength(1);
    expect(readings[0]!.outcome).toMatchObject(walk.kept);
    expect(predictions).toHaveLength(1);
    expect(readings[0]!.onTime_s).not.toBeNull();
    judged(walk, readings[0]!);
  });
}

/** Names instead of ids, where objects are tried. */
function judged(walk: Walk, { outcome }: Reading): void {
  if (outcome.kind !== 'objects') return;
  const lifted = walk.plan!.objects!.filter(({ id }) => outcome.lifted[id]);
  expect(lifted.map(({ name }) => name)).toEqual(['Pin', 'Clip']);
}

/** Says of a coil that is still warm from the step before that it is cool. */
async function rested(page: Page, main: Locator): Promise<void> {
  const cool = button(page, 'It feels cool already');
  if ((await whichShows(cool, main)) === 0) await cool.click();
}

/** On a tablet and on a telephone the main action is there without scrolling. */
async function fits(page: Page, main: Locator): Promise<void> {
  for (const size of [
    { width: 390, height: 844 },
    { width: 1024, height: 768 },
  ]) {
    await page.setViewportSize(size);
    await expect(main).toBeVisible();
    await page.evaluate(() => scrollTo(0, 0));
    const box = (await main.boundingBox())!;
    expect(box.y + box.height, `lower edge at ${size.width}`).toBeLessThanOrEqual(size.height);
  }
}

test('what groups said of their predictions in words stands in the findings', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request, { plan: { measure: 'sentence' } });
  await page.goto(`/investigations/${id}/run`);
  await typeGuess('It will buzz.')(page);
  await on(page).click();
  await off(page).click();
  // Nothing is judged before something was seen.
  await button(page, 'Not as we said').click();
  await expect(page.getByText('Write what you saw.')).toBeVisible();
  await fill('What did you see?', 'It kept quiet.')(page);
  await button(page, 'Not as we said').click();
  await expect(page.getByText(/^Saved: It kept quiet. \(not as we said\)/).first()).toBeVisible();
  await page.getByRole('link', { name: /^Findings/ }).click();
  await expect(page.getByText(/0 as said, 0 in part, 1 not/).first()).toBeVisible();
});
