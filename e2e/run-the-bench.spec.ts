import { sentOf } from '@nab/contract/lesson';
import type { Locator, Page } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { exampleReading } from '@nab/contract/testing';
import { newInvestigation, stored, whichShows } from './bench.js';
import { faultless } from './faultless.js';
import { expect, test } from './test.js';

const action = (page: Page): Locator =>
  page.getByRole('button', { name: 'Nothing hung on: switch on' });
const numbers = (page: Page, name: RegExp): Locator => page.getByRole('group', { name });
const press = (grid: Locator, n: number): Promise<void> =>
  grid.getByRole('button', { name: String(n), exact: true }).click();

async function toBench(page: Page, id: string): Promise<void> {
  await page.goto(`/investigations/${id}/run`);
  await expect(page.getByRole('list', { name: 'Parts of a trial' })).toBeVisible();
}

/** A trial in three taps, after the prediction. */
async function trial(page: Page, lifted: number): Promise<void> {
  await action(page).click();
  await page.getByRole('button', { name: 'Switched off' }).click();
  await press(numbers(page, /^Lifted:/), lifted);
  await expect(page.getByText(new RegExp(`^Saved: ${lifted} `)).first()).toBeVisible();
}

async function predict(page: Page, count: number): Promise<void> {
  await press(numbers(page, /^Press what you predict/), count);
  await expect(action(page)).toBeVisible();
}

test('a class of two groups and three levels needs few taps, in an order of its own', async ({
  page,
  request,
}) => {
  const { id, plan } = await newInvestigation(request, { plan: { repeats: 3 } });
  await toBench(page, id);
  await page.evaluate(() => {
    const counter = window as unknown as { taps: number };
    counter.taps = 0;
    addEventListener('click', () => counter.taps++, { capture: true });
  });
  for (const { name } of plan.groups) {
    await page.getByRole('button', { name, exact: true }).click();
    for (let i = 0; i < 9; i++) {
      const grid = numbers(page, /^Press what you predict/);
      if ((await whichShows(grid, action(page))) === 0) await predict(page, 10);
      await trial(page, 8 + i);
    }
    await expect(page.getByText('have tried all that was planned')).toBeVisible();
  }
  // Two for the groups, six predictions, three a trial.
  const taps = await page.evaluate(() => (window as unknown as { taps: number }).taps);
  expect(taps).toBeLessThanOrEqual(2 + 6 + 3 * 18);
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  const { readings } = await stored(request, id);
  expect(readings).toHaveLength(18);
  const orders = plan.groups.map((group) =>
    readings
      .filter(({ groupId }) => groupId === group.id)
      .sort((p, q) => p.recordedAt.localeCompare(q.recordedAt))
      .map(({ levelId }) => plan.levels.findIndex((level) => level.id === levelId)),
  );
  expect(orders[0]).not.toEqual(orders[1]);
  for (const order of orders) {
    for (const level of [0, 1, 2]) expect(order.filter((one) => one === level)).toHaveLength(3);
    // Not one level after the other: that is how fading feigns an effect.
    expect(order).not.toEqual([...order].sort());
  }
  // A robot may be faster than a tenth of a second, but not untimed.
  for (const { onTime_s } of readings) expect(onTime_s).not.toBeNull();
  expect(readings.some(({ onTime_s }) => onTime_s! > 0)).toBe(true);
});

test('Question and Run say the same of a level', async ({ page, request }) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/question`);
  const head = page.getByRole('columnheader', { name: 'On at most' });
  await expect(head).toBeVisible();
  const table = page.getByRole('table').filter({ has: head });
  const row = table.locator('tbody tr').first();
  await expect(row).toContainText(/\d+ s/);
  const said = /(\d+) s\b/.exec((await row.locator('td.num').nth(3).textContent())!)![1]!;
  await toBench(page, id);
  await predict(page, 5);
  await expect(page.getByText(`Then on for ${said} s at most.`)).toBeVisible();
  await action(page).click();
  const clock = page.getByRole('timer', { name: /^Seconds left/ });
  const left = Number(/\d+/.exec((await clock.getAttribute('aria-label'))!)![0]);
  expect(left).toBeLessThanOrEqual(Number(said));
  expect(left).toBeGreaterThan(Number(said) - 4);
});

test('a slip of the finger is undone, and what was taken out is put back', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request);
  await toBench(page, id);
  await predict(page, 6);
  await trial(page, 19);
  await page.getByRole('button', { name: 'Undo' }).click();
  await press(numbers(page, /^Lifted:/), 9);
  const log = page.getByRole('region', { name: /read$/ });
  await expect(log.getByText(/taken out: Tapped by mistake \(group, \d\d:\d\d\)/)).toBeVisible();
  await log.getByRole('button', { name: /^Put back 19 at/ }).click();
  await expect(log.getByText(/put back: Put back \(group/)).toBeVisible();
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  const { readings } = await stored(request, id);
  expect(readings.map(({ withdrawn }) => withdrawn).filter(Boolean)).toHaveLength(1);
  expect(readings).toHaveLength(4);
});

test('what is odd is said at once, and stays with the reading', async ({ page, request }) => {
  const { id, plan } = await newInvestigation(request, { plan: { traySize: 60 } });
  for (const count of [11, 13]) {
    const body = exampleReading({
      groupId: plan.groups[0]!.id,
      levelId: plan.levels[0]!.id,
      outcome: { kind: 'count', count, parts: null, off: 0, stuck: 0 },
      recordedAt: new Date(Date.now() - 3_600_000).toISOString(),
    });
    await request.put(`/api/readings/${randomUUID()}`, { data: sentOf(body) });
  }
  await toBench(page, id);
  await page.getByRole('button', { name: /^10 turns/ }).click();
  await expect(page.getByText('trial 3, an extra')).toBeVisible();
  await predict(page, 6);
  await page.getByRole('button', { name: 'Something hung on' }).click();
  await page.getByRole('textbox', { name: 'Lifted with the current off' }).fill('1');
  await page.getByRole('button', { name: 'Checked: switch on' }).click();
  await page.getByRole('button', { name: 'Switched off' }).click();
  await page.getByRole('button', { name: 'Was something odd?' }).click();
  await page.getByRole('button', { name: 'A lead was loose' }).click();
  await page.getByRole('radiogroup', { name: 'Which numbers' }).getByText('31–60').click();
  await press(numbers(page, /^Lifted:/), 60);
  for (const words of [
    /Far from your other readings/,
    /The tray is empty, so it lifts at least this/,
    /Something hung on before the current was on/,
    /kept as an extra/,
  ]) {
    await expect(page.getByText(words)).toBeVisible();
  }
  await expect(
    page.getByRole('region', { name: /read$/ }).getByText('a lead was loose'),
  ).toBeVisible();
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  const { readings } = await stored(request, id);
  expect(readings.find(({ flags }) => flags.length > 0)).toMatchObject({
    flags: ['lead-loose'],
    outcome: { count: 60, off: 1 },
  });
});

test('a coil that is warm has to rest, second by second, before it is switched on', async ({
  page,
  request,
}) => {
  const { id, plan } = await newInvestigation(request);
  const reading = sentOf(
    exampleReading({
      groupId: plan.groups[0]!.id,
      levelId: plan.levels[0]!.id,
      // Near all that it stands; the coil has just been switched off.
      onTime_s: 13.5,
      recordedAt: new Date().toISOString(),
    }),
  );
  await request.put(`/api/readings/${randomUUID()}`, { data: reading });
  await toBench(page, id);
  await page.getByRole('button', { name: /^10 turns/ }).click();
  await predict(page, 6);
  const clock = page.getByRole('timer', { name: /^Seconds to cool/ });
  await expect(clock).toBeVisible();
  await expect(action(page)).toBeDisabled();
  const seconds = async (): Promise<number> =>
    Number(/\d+/.exec((await clock.getAttribute('aria-label'))!)![0]);
  const before = await seconds();
  await expect.poll(seconds).toBeLessThan(before);
  // Another level has a coil of its own, which is cold.
  await page.getByRole('button', { name: /^20 turns/ }).click();
  await predict(page, 6);
  await expect(action(page)).toBeEnabled();
  await page.getByRole('button', { name: /^10 turns/ }).click();
  await page.getByRole('button', { name: 'It feels cool already' }).click();
  await expect(action(page)).toBeEnabled();
});

for (const [width, height] of [
  [1024, 768],
  [390, 844],
] as const) {
  test(`every state fits ${width} × ${height} and is accessible`, async ({ page, request }) => {
    const { id } = await newInvestigation(request);
    await page.setViewportSize({ width, height });
    await toBench(page, id);
    const fits = async (main: Locator): Promise<void> => {
      await expect(main).toBeVisible();
      await page.evaluate(() => scrollTo(0, 0));
      const box = (await main.boundingBox())!;
      expect(box.y + box.height).toBeLessThanOrEqual(height);
      await faultless(page);
    };
    await fits(numbers(page, /^Press what you predict/));
    await predict(page, 12);
    await fits(action(page));
    await action(page).click();
    await fits(page.getByRole('button', { name: 'Switched off' }));
    await page.getByRole('button', { name: 'Switched off' }).click();
    await fits(numbers(page, /^Lifted:/));
    await press(numbers(page, /^Lifted:/), 14);
    await fits(numbers(page, /^Press what you predict/));
  });
}

test('a tablet warns by vibration before the current has to go off, and is muted by one press', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request);
  await page.addInitScript(() => {
    const felt: number[][] = [];
    Object.assign(window, { felt });
    navigator.vibrate = (pattern) => felt.push([pattern].flat() as number[]) > 0;
  });
  await page.clock.install();
  await toBench(page, id);
  await predict(page, 10);
  await action(page).click();
  const felt = () => page.evaluate(() => (window as unknown as { felt: number[][] }).felt.length);
  const left = page.getByRole('timer');
  const seconds = Number(/\d+/.exec((await left.textContent())!)![0]);
  expect(seconds).toBeGreaterThan(6);
  await page.clock.runFor((seconds - 7) * 1000);
  expect(await felt()).toBe(0);
  await page.clock.runFor(3000);
  await expect.poll(felt).toBe(1);
  await page.clock.runFor(6000);
  await expect.poll(felt).toBe(2);
  await page.getByRole('button', { name: 'Switched off' }).click();
  await expect.poll(felt).toBe(3);
  // Muted, and still so after the page was opened again.
  await page.getByRole('button', { name: 'Again first' }).click();
  await page.getByRole('button', { name: 'Sound on' }).click();
  await page.getByRole('button', { name: 'Switch on now' }).click();
  await page.clock.runFor(seconds * 1000 + 1000);
  expect(await felt()).toBe(3);
  await expect(page.getByRole('button', { name: 'Sound off' })).toHaveAttribute(
    'aria-pressed',
    'false',
  );
});

test('while it is on, the seconds left fill a telephone', async ({ page, request }) => {
  const { id } = await newInvestigation(request);
  await page.setViewportSize({ width: 390, height: 844 });
  await toBench(page, id);
  await predict(page, 10);
  await action(page).click();
  const number = page.getByRole('timer').locator('.nab-number');
  const size = await number.evaluate((element) => parseFloat(getComputedStyle(element).fontSize));
  expect(size).toBeGreaterThan(190);
  await faultless(page);
});
