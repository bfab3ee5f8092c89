import { expect, request, test, type Browser, type Page } from '@playwright/test';
import { newInvestigation, RunBench, stored } from './bench.js';
import { Cable, keepsNab } from './cable.js';

const address = process.env['NAB_ADDRESS']!;
const isLastSaved = (page: Page): Promise<void> =>
  expect(page.getByTestId('save-status')).toHaveText('Saved');

/** A tablet on a cable of its own, which keeps the application. */
async function tablet(browser: Browser, use: (at: Tablet) => Promise<void>): Promise<void> {
  const cable = new Cable(address);
  const baseURL = await cable.address();
  const context = await browser.newContext({
    baseURL,
    serviceWorkers: 'allow',
    reducedMotion: 'reduce',
    viewport: { width: 1024, height: 768 },
  });
  const api = await request.newContext({ baseURL: address });
  const { id } = await newInvestigation(api);
  try {
    const page = await context.newPage();
    await page.goto(`/investigations/${id}/run`);
    const readings = async () => (await stored(api, id)).readings;
    await use({ cable, page, id, readings, another: () => context.newPage() });
  } finally {
    await context.close();
    cable.end();
    await api.dispose();
  }
}

interface Tablet {
  readonly cable: Cable;
  readonly page: Page;
  readonly id: string;
  readings(): Promise<Awaited<ReturnType<typeof stored>>['readings']>;
  another(): Promise<Page>;
}

test('a tablet that is reloaded without the network goes on where it was', async ({ browser }) => {
  await tablet(browser, async ({ cable, page, readings }) => {
    const bench = new RunBench(page);
    await bench.predict(4);
    await bench.trial({ lifted: 5 });
    await isLastSaved(page);
    await keepsNab(page);
    cable.pull();
    await page.reload();
    await expect(
      page.getByRole('region', { name: 'What Limpets read' }).getByRole('listitem'),
    ).toHaveCount(1);
    await bench.predict(8);
    await bench.trial({ lifted: 9 });
    await expect(page.getByTestId('save-status')).toHaveText(
      'Waiting for the server. 2 kept on this device.',
    );
    expect(await readings()).toHaveLength(1);
    cable.pulled = false;
    await isLastSaved(page);
    expect(await readings()).toHaveLength(2);
  });
});

test('Nab is renewed while a reading waits: it is opened when asked, and the reading arrives', async ({
  browser,
}) => {
  await tablet(browser, async ({ cable, page, readings }) => {
    const bench = new RunBench(page);
    await bench.predict(4);
    await isLastSaved(page);
    await keepsNab(page);
    cable.apiAway = true;
    await bench.trial({ lifted: 5 });
    await expect(page.getByTestId('save-status')).toContainText('1 kept on this device.');
    cable.renewed = true;
    await page.reload();
    // The page that was there goes on until somebody wants the newer one.
    const newer = page.locator('meta[name=nab-edition]');
    await expect(page.getByTestId('save-status')).toContainText('1 kept on this device.');
    await expect(newer).toHaveCount(0);
    await page.getByRole('button', { name: 'Open the newer Nab' }).click();
    await expect(newer).toHaveCount(1);
    await expect(page.getByTestId('save-status')).toContainText('1 kept on this device.');
    expect(await readings()).toHaveLength(0);
    cable.apiAway = false;
    await isLastSaved(page);
    expect(await readings()).toHaveLength(1);
  });
});

test('two tabs of one tablet send what waits once', async ({ browser }) => {
  await tablet(browser, async ({ cable, page, id, readings, another }) => {
    const bench = new RunBench(page);
    await bench.predict(4);
    await isLastSaved(page);
    const second = await another();
    await second.goto(`/investigations/${id}/run`);
    await expect(second.getByRole('button', { name: 'Nothing hung on: switch on' })).toBeVisible();
    cable.pull();
    await bench.trial({ lifted: 5 });
    // What waits is seen from both.
    await expect(second.getByTestId('save-status')).toContainText('1 kept on this device.');
    await new RunBench(second).predict(7);
    await new RunBench(second).trial({ lifted: 8 });
    await expect(page.getByTestId('save-status')).toContainText('3 kept on this device.');
    cable.pulled = false;
    await isLastSaved(page);
    await isLastSaved(second);
    expect((await readings()).map(({ outcome }) => outcome)).toMatchObject([
      { count: 5 },
      { count: 8 },
    ]);
  });
});

test('a clock that is wrong by a day is said, and put right', async ({ page, request: api }) => {
  const { id } = await newInvestigation(api);
  await page.clock.install({ time: Date.now() + 26 * 3600_000 });
  await page.goto(`/investigations/${id}/run`);
  await expect(page.getByText(/clock is 1 day fast/)).toBeVisible();
  const bench = new RunBench(page);
  await bench.predict(4);
  await bench.trial({ lifted: 5 });
  await bench.isSaved();
  const [reading] = (await stored(api, id)).readings;
  expect(Math.abs(Date.parse(reading!.recordedAt) - Date.now())).toBeLessThan(60_000);
});

test('a storage that is full says so: nothing is called saved that is nowhere', async ({
  page,
  request: api,
}) => {
  const { id } = await newInvestigation(api);
  await page.addInitScript(() => {
    const full = { now: false };
    Object.assign(globalThis, { full });
    for (const method of ['add', 'put'] as const) {
      const real = IDBObjectStore.prototype[method];
      IDBObjectStore.prototype[method] = function (...given) {
        if (full.now) throw new DOMException('The quota has been exceeded.', 'QuotaExceededError');
        return real.apply(this, given);
      };
    }
  });
  await page.goto(`/investigations/${id}/run`);
  const bench = new RunBench(page);
  await bench.predict(4);
  await bench.isSaved();
  await page.evaluate(
    () => ((globalThis as unknown as { full: { now: boolean } }).full.now = true),
  );
  const status = page.getByTestId('save-status');
  await bench.trial({ lifted: 5 });
  await expect(status).toHaveText(/^This browser keeps nothing: saved only while/);
  expect((await stored(api, id)).readings).toHaveLength(1);
  await page.route('**/api/readings/**', (route) => route.abort());
  await page.getByRole('button', { name: /^10 turns/ }).click();
  await bench.trial({ lifted: 7 });
  await expect(status).toHaveText('Not saved anywhere: write the last reading on paper');
  await page.unroute('**/api/readings/**');
  await page.getByRole('button', { name: 'Save this trial' }).click();
  await expect(status).toHaveText(/^This browser keeps nothing/);
  expect((await stored(api, id)).readings).toHaveLength(2);
});
