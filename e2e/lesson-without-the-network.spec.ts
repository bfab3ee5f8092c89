import type { BrowserContext, Page } from '@playwright/test';
import { countOf, newInvestigation, RunBench, stored, openPart } from './bench.js';
import { Cable, keepsNab } from './cable.js';
import { asPage, first, join, person, second, signIn } from './room.js';
import { expect, test } from './test.js';

const NAMES = ['Limpets', 'Terns', 'Anemones'];
const SIZES = [
  { width: 1024, height: 768 },
  { width: 390, height: 844 },
  { width: 1024, height: 768 },
];

/** A group's tablet, on a cable of its own. */
interface Tablet {
  readonly cable: Cable;
  readonly context: BrowserContext;
  readonly page: Page;
  readonly bench: RunBench;
}

test('a room of three goes through a lesson whose network is gone in the middle of it', async ({
  browser,
}) => {
  test.setTimeout(300_000);
  const desk = await person(browser, first);
  const educator = await signIn(desk);
  const api = await asPage(desk, first);
  const { id } = await newInvestigation(api, {
    title: 'A room without a network',
    turns: [10, 20, 40],
    plan: { groups: NAMES.map((name) => ({ id: crypto.randomUUID(), name })) },
  });
  await educator.goto(`/investigations/${id}/room`);
  const code = (await educator.getByText(/^[A-Z]{3} [A-Z]{3}$/).textContent())!.trim();
  const tablets: Tablet[] = [];
  try {
    for (const [i, name] of NAMES.entries()) {
      const cable = new Cable(i === 1 ? second : first);
      const far = await cable.address();
      const context = await person(browser, far, SIZES[i]!, { serviceWorkers: 'allow' });
      const page = await join(context, code, name);
      tablets.push({ cable, context, page, bench: new RunBench(page) });
    }
    await educator.getByRole('button', { name: 'Begin the lesson' }).click();

    // With the network, each group predicts and reads once.
    for (const [i, { bench, page }] of tablets.entries()) {
      await bench.predict(3 + i);
      await bench.trial({ lifted: 4 + i });
      await bench.isSaved();
      await keepsNab(page);
    }
    for (const name of NAMES) {
      await expect(educator.getByRole('row', { name: new RegExp(`^${name}`) })).toContainText(
        '1 of',
      );
    }

    // Without it every table goes on; one tablet is reloaded, one closes its page and opens it again.
    for (const { cable } of tablets) cable.pull();
    for (const [i, { bench }] of tablets.entries()) {
      await bench.predict(13 + i);
      await bench.trial({ lifted: 14 + i });
    }
    await tablets[0]!.page.reload();
    await tablets[1]!.page.close();
    const opened = await tablets[1]!.context.newPage();
    await opened.goto(`/investigations/${id}/run`);
    tablets[1] = { ...tablets[1]!, page: opened, bench: new RunBench(opened) };
    for (const [i, { page, bench }] of tablets.entries()) {
      const own = page.getByRole('region', { name: `What ${NAMES[i]} read` });
      await expect(own.getByRole('listitem')).toHaveCount(2);
      await bench.predict(23 + i);
      await bench.trial({ lifted: 24 + i });
      await expect(own.getByRole('listitem')).toHaveCount(3);
      await expect(page.getByTestId('save-status')).toHaveText(/4 kept on this device/);
    }
    expect((await stored(api, id)).readings).toHaveLength(3);

    // One after the other they are back, and nothing is lost or doubled.
    for (const { cable, bench } of tablets) {
      cable.pulled = false;
      await bench.isSaved();
    }
    const { readings, predictions } = await stored(api, id);
    expect(readings.map(countOf).sort((p, q) => p - q)).toEqual([4, 5, 6, 14, 15, 16, 24, 25, 26]);
    expect(predictions.filter(({ groupId }) => groupId !== null)).toHaveLength(9);
    for (const name of NAMES) {
      await expect(educator.getByRole('row', { name: new RegExp(`^${name}`) })).toContainText(
        '3 of',
      );
    }
    await educator.getByRole('button', { name: 'End the lesson' }).click();
    for (const { page } of tablets)
      await expect(page.getByText('The lesson is over.')).toBeVisible();
    await educator.goto(`/investigations/${id}/findings`);
    await openPart(educator, 'Every trial');
    await expect(educator.getByRole('row', { name: /^40 turns/ }).first()).toBeVisible();
  } finally {
    for (const { cable, context } of tablets) {
      await context.close();
      cable.end();
    }
    await api.dispose();
  }
});
