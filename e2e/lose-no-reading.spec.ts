import { countOf, newInvestigation, RunBench, stored } from './bench.js';
import { expect, test } from './test.js';

test('a reading typed while the server is away is delivered once, later', async ({
  page,
  request,
}) => {
  const bench = new RunBench(page);
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/run`);
  await bench.predict(4);
  await bench.isSaved();
  await page.route('**/api/readings/**', (route) => route.abort());
  await bench.trial({ lifted: 5 });
  await expect(page.getByTestId('save-status')).toHaveText(
    /^Waiting for the server\. 1 kept on this device\./,
  );
  await expect(page.getByText('on this device, waiting for the server')).toBeVisible();
  // The same level again, out of the order.
  await page.getByRole('button', { name: /^10 turns/ }).click();
  await bench.trial({ lifted: 7 });
  await expect(page.getByTestId('save-status')).toHaveText(
    /^Waiting for the server\. 2 kept on this device\./,
  );
  expect((await stored(request, id)).readings).toHaveLength(0);

  // The lid is closed and opened again before the server is back.
  await page.reload();
  await expect(
    page.getByRole('region', { name: 'What Limpets read' }).getByRole('listitem'),
  ).toHaveCount(2);
  await page.unroute('**/api/readings/**');
  await bench.isSaved();
  const { readings } = await stored(request, id);
  expect(readings.map(countOf).sort()).toEqual([5, 7]);
});

test('an answer that gets lost on the way does not make a second reading', async ({
  page,
  request,
}) => {
  const bench = new RunBench(page);
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/run`);
  await bench.predict(4);
  let lost = 0;
  await page.route('**/api/readings/**', async (route) => {
    if (lost++ > 0) return route.continue();
    await route.fetch();
    return route.abort();
  });
  await bench.trial({ lifted: 5 });
  await bench.isSaved();
  expect(lost).toBeGreaterThan(1);
  expect((await stored(request, id)).readings).toHaveLength(1);
});

test('a double tap makes one reading', async ({ page, request }) => {
  const bench = new RunBench(page);
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/run`);
  await bench.predict(4);
  await page.getByRole('button', { name: 'Done without the clock' }).click();
  await page.getByRole('textbox', { name: /^Lifted:/ }).fill('9');
  await page.getByRole('button', { name: 'Save this trial' }).dblclick();
  // “Saved” still stands there from before until the tap has reached the outbox.
  await expect.poll(async () => (await stored(request, id)).readings.length).toBe(1);
  await bench.isSaved();
  const { readings } = await stored(request, id);
  expect(readings).toHaveLength(1);
  expect(readings[0]).toMatchObject({ outcome: { count: 9 }, onTime_s: null });
});

test('a change of the question waits for the server and survives a reload', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/question`);
  await page.route(`**/api/investigations/${id}`, (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.continue(),
  );
  await page.getByLabel(/The question/).fill('Written in a tunnel');
  await expect(page.getByTestId('save-status')).toHaveText(
    /^Waiting for the server\. Kept on this device\./,
  );
  await page.reload();
  await expect(page.getByLabel(/The question/)).toHaveValue('Written in a tunnel');
  await page.unroute(`**/api/investigations/${id}`);
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  expect((await stored(request, id)).plan.title).toBe('Written in a tunnel');
});

test('two educators at once: neither overwrites the other unasked', async ({ page, request }) => {
  const made = await newInvestigation(request);
  // What the other one changed is told at once; here it is not heard before this one writes.
  await page.route('**/events?*', (route) => route.abort());
  await page.goto(`/investigations/${made.id}/magnet`);
  await expect(page.getByLabel('Name of the magnet')).toBeVisible();
  await request.put(`/api/designs/${made.design.id}`, {
    data: { version: 1, actor: 'educator', design: { ...made.design.design, name: 'Theirs' } },
  });
  await page.getByLabel('Name of the magnet').fill('Mine');
  await expect(page.getByTestId('save-status')).toHaveText(
    'Changed elsewhere. Which one is right?',
  );
  expect((await stored(request, made.id)).design.design.name).toBe('Theirs');
  await page.getByRole('button', { name: 'Keep mine' }).click();
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  expect((await stored(request, made.id)).design.design.name).toBe('Mine');
});

test('a tablet that reaches Nab over plain HTTP records just as well', async ({
  page,
  request,
}) => {
  const bench = new RunBench(page);
  const { id } = await newInvestigation(request);
  // Browsers offer randomUUID to secure pages only, and a school's own network has no certificate.
  await page.addInitScript(() => {
    Object.defineProperty(crypto, 'randomUUID', { value: undefined });
  });
  await page.goto(`/investigations/${id}/run`);
  await bench.predict(4);
  await bench.trial({ lifted: 5 });
  await bench.isSaved();
  expect((await stored(request, id)).readings).toHaveLength(1);
});

test('a tablet stays with its group over a reload', async ({ page, request }) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/run`);
  await page.getByRole('button', { name: 'Terns' }).click();
  await page.reload();
  await expect(page.getByRole('button', { name: 'Terns' })).toHaveAttribute('aria-pressed', 'true');
});

test('what another tablet records arrives by itself', async ({ page, browser, request }) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/run`);
  await expect(page.getByRole('region', { name: 'What Limpets read' })).toBeVisible();
  // A context of its own has its own storage, like another tablet.
  const other = await (await browser.newContext()).newPage();
  await other.goto(`/investigations/${id}/run`);
  const bench = new RunBench(other);
  await bench.predict(4);
  await bench.trial({ lifted: 6 });
  await bench.isSaved();
  const log = page.getByRole('region', { name: 'What Limpets read' });
  await expect(log.getByRole('listitem')).toHaveCount(1);
  await other.context().close();
});
