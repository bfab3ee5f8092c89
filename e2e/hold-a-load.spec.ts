import type { APIRequestContext } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { newShell } from '@nab/contract/experiments';
import { CHEMISTRIES } from '@nab/core/physics';
import { choose, fromMenu, levels, newInvestigation, take, why } from './bench.js';
import { faultless } from './faultless.js';
import { expect, test } from './test.js';

/** The shell magnet of an investigation of its own; the one that stands by itself is everybody's. */
const shellPage = async (request: APIRequestContext): Promise<string> => {
  const { id } = await newInvestigation(request, {
    design: newShell(),
    plan: {
      experiment: 'shell-magnet',
      factor: 'gap',
      measure: 'load-held',
      levels: levels('0.1 mm', '0.4 mm'),
    },
  });
  return `/investigations/${id}/magnet`;
};

test('a shell magnet says how few cells hold the load, and a wider gap holds less', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Stations', exact: true }).click();
  await page.getByRole('link', { name: /^Shell magnet/ }).click();
  await fromMenu(page, 'Magnet', 'Start again');
  const sentence = page.getByText(/^Holds about [\d.]+ kg, likely/);
  await expect(sentence).toBeVisible();
  await expect(page.getByText(/cells? (should|will) hold 25 kg/)).toBeVisible();
  const before = await sentence.textContent();
  await page.getByRole('textbox', { name: 'Contact gap' }).fill('0.5 mm');
  await expect(sentence).not.toHaveText(before!);
  await page.getByLabel('Load to be held').fill('900 kg');
  await expect(page.getByText(/No number of cells in this range holds 900 kg/)).toBeVisible();
  await take(page, 'Cells and gap');
  await page.getByRole('button', { name: 'Cells against load as a table' }).click();
  await expect(page.getByRole('row', { name: /^6 / })).toBeVisible();
  expect(await why(page, 'Current')).toContain('Ohm’s law');
  await faultless(page);
  // It is still there after a reload, since it is in the database.
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  await page.reload();
  await take(page, 'Seat, load');
  await expect(page.getByRole('textbox', { name: 'Contact gap' })).toHaveValue('0.5 mm');
});

test('what cannot be built says so beside its field or in the drawing’s place', async ({
  page,
  request,
}) => {
  await page.goto(await shellPage(request));
  await take(page, 'Cup');
  await page.getByLabel('Cup, outer diameter').fill('20 mm');
  await expect(page.getByText('No room is left between pole and wall.')).toBeVisible();
  await page.getByLabel('Cup, outer diameter').fill('40 mm');
  await take(page, 'Winding');
  await page.getByLabel('Turns', { exact: true }).fill('900');
  await expect(page.getByText(/too thick for the window/)).toBeVisible();
});

test('two magnets in parallel, a tilted keeper and a demonstration supply are told apart', async ({
  page,
  request,
}) => {
  await page.goto(await shellPage(request));
  const current = page.locator('nz-statistic').filter({ hasText: 'Current' });
  const one = await current.textContent();
  await page.getByLabel('Magnets side by side').fill('2');
  await expect(current).not.toHaveText(one!);
  await expect(page.getByText('one of 2, alike')).toBeVisible();
  await page.getByLabel('Tilt across the rim').fill('0.4 mm');
  await expect(page.getByText(/tilted by 0.4 mm/)).toBeVisible();
  await take(page, 'Supply');
  await choose(page, 'Chemistry', CHEMISTRIES['lead-acid']);
  await expect(page.getByText(/Fuse for this coil: \d/)).toBeVisible();
  // One battery, not as many as there were cells.
  await expect(page.getByLabel('In series', { exact: true })).toHaveValue('1');
});

test('finite elements check the pull in two ways, and can be stopped', async ({
  page,
  request,
}) => {
  await page.goto(await shellPage(request));
  // A gap of its own and a tilt: network and finite elements are compared on the same flat seat.
  await page.getByRole('textbox', { name: 'Contact gap' }).fill('0.15 mm');
  await page.getByLabel('Tilt across the rim').fill('0.4 mm');
  await take(page, 'Check');
  await page.getByRole('button', { name: 'Check by finite elements' }).click();
  const table = page.getByRole('table', { name: /Pull of one magnet/ });
  await expect(table.getByRole('row').nth(1)).toBeVisible({ timeout: 90_000 });
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Check by finite elements' })).toBeVisible();
  const cells = table.getByRole('row').nth(1).getByRole('cell');
  const newtons = async (k: number): Promise<number> =>
    parseFloat((await cells.nth(k).textContent())!);
  const [network, stress, work] = [await newtons(1), await newtons(2), await newtons(3)];
  expect(Math.abs(stress / work - 1)).toBeLessThan(0.02);
  expect(Math.abs(network / stress - 1)).toBeLessThan(0.1);
});

test('its file is saved and opened, and a wrong one is refused in words', async ({
  page,
  request,
}) => {
  await page.goto(await shellPage(request));
  await take(page, 'Winding');
  await page.getByLabel('Turns', { exact: true }).fill('120');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    fromMenu(page, 'Magnet', 'Save as a file'),
  ]);
  const saved = JSON.parse((await readFile(await download.path())).toString()) as {
    winding: { turns: number };
  };
  expect(saved.winding.turns).toBe(120);
  const open = async (content: object): Promise<void> => {
    await fromMenu(page, 'Magnet', 'Take another, or a file');
    await page.getByLabel('A design file: the file').setInputFiles({
      name: 'shell.json',
      mimeType: 'application/json',
      buffer: Buffer.from(JSON.stringify(content)),
    });
    await expect(page.getByRole('dialog')).toHaveCount(0);
  };
  await open({ ...saved, winding: { ...saved.winding, turns: 140 } });
  await expect(page.getByLabel('Turns', { exact: true })).toHaveValue('140');
  await open({ ...saved, format: 'something' });
  await expect(page.getByText(/This is no shell magnet of Nab’s/)).toBeVisible();
});

test('a straight core holds a load on a plate with so many cells, and less when it is tilted', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  await take(page, 'Plate');
  await page.getByRole('textbox', { name: 'Load to be held' }).fill('300 g');
  await expect(page.getByText(/cells? (should|will) hold 300 g/)).toBeVisible();
  const sentence = page.getByText(/^Across 0.1 mm it pulls with/);
  const flat = await sentence.textContent();
  await page.getByRole('textbox', { name: 'Tilt of the plate' }).fill('0.3 mm');
  await expect(sentence).not.toHaveText(flat!);
});
