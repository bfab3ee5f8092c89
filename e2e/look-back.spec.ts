import { sentOf } from '@nab/contract/lesson';
import { exampleReading } from '@nab/contract/testing';
import { randomUUID } from 'node:crypto';
import { newInvestigation, stored } from './bench.js';
import { faultless } from './faultless.js';
import { expect, test } from './test.js';

test('what somebody changed is seen, and taken back to how it was', async ({ page, request }) => {
  const { id, plan } = await newInvestigation(request, { title: 'How it was' });
  await page.goto(`/investigations/${id}/question`);
  await page.getByLabel(/The question/).fill('Not how it was');
  await expect.poll(async () => (await stored(request, id)).plan.title).toBe('Not how it was');
  await page.getByRole('link', { name: 'History' }).click();
  const table = page.getByRole('table', { name: 'Changes' });
  const row = table.getByRole('row').filter({ hasText: 'the question’s words' });
  await expect(row).toContainText('the educator');
  await faultless(page);
  await row.getByRole('button', { name: /^Back to before/ }).press('Enter');
  await expect.poll(async () => (await stored(request, id)).plan).toEqual(plan);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await stored(request, id)).plan.title).toBe('Not how it was');
});

test('trials that were taken out in a row are put back by one button', async ({
  page,
  request,
}) => {
  const { id, plan } = await newInvestigation(request);
  const place = { groupId: plan.groups[0]!.id, levelId: plan.levels[0]!.id, seriesId: null };
  const base = sentOf(exampleReading(place));
  for (let i = 0; i < 3; i++) {
    const first = randomUUID();
    await request.put(`/api/readings/${first}`, { data: base });
    const data = { ...base, corrects: first, reason: 'for fun', withdrawn: true };
    expect((await request.put(`/api/readings/${randomUUID()}`, { data })).status()).toBe(200);
  }
  await page.goto(`/investigations/${id}/history`);
  const out = page.getByRole('region', { name: 'Trials that were taken out' });
  await expect(out.getByRole('listitem')).toHaveText(/3 trials: for fun/);
  await out.getByRole('button', { name: /^Put back 3 trials of/ }).click();
  await expect(out).toHaveCount(0);
  await expect.poll(async () => (await stored(request, id)).readings.length).toBe(9);
});

test('what was taken off the shelf by somebody else is put back', async ({ page, request }) => {
  const name = `Rods of ${Date.now()}`;
  const item = {
    format: 'nab-shelf-item',
    kind: 'core',
    name,
    core: { shape: 'rod', length: '90 mm', diameter: '6 mm', material: 'annealed-steel', count: 8 },
  };
  const path = `/api/shelf/${randomUUID()}`;
  expect((await request.put(path, { data: { version: 0, item } })).status()).toBe(200);
  await request.delete(path);
  await page.goto('/shelf');
  const gone = page.getByRole('region', { name: 'Taken off' });
  await gone.getByRole('button', { name: `Put back ${name}` }).click();
  await expect(gone.getByText(name)).toHaveCount(0);
  await expect(page.getByRole('button', { name: `Take off ${name}` })).toBeVisible();
});
