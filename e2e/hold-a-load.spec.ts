import AxeBuilder from '@axe-core/playwright';
import { expect, test, type APIRequestContext } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { newShell } from '@nab/contract';
import { levels, newInvestigation } from './bench.js';

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
  await page.getByRole('link', { name: 'Shell magnet' }).click();
  await page.getByRole('button', { name: 'Start again' }).click();
  const sentence = page.getByText(/^Holds about [\d.]+ kg, likely/);
  await expect(sentence).toBeVisible();
  await expect(page.getByText(/cells? (should|will) hold 25 kg/)).toBeVisible();
  const before = await sentence.textContent();
  await page.getByRole('textbox', { name: 'Contact gap' }).fill('0.5 mm');
  await expect(sentence).not.toHaveText(before!);
  await page.getByLabel('Load to be held').fill('900 kg');
  await expect(page.getByText(/No number of cells here holds 900 kg/)).toBeVisible();
  await page.getByText('Cells against load as a table').click();
  await expect(page.getByRole('row', { name: /^6 / })).toBeVisible();
  await page.getByRole('button', { name: 'Current from the supply' }).click();
  await expect(page.getByText('Ohm’s law')).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  // It is still there after a reload, since it is in the database.
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Contact gap' })).toHaveValue('0.5 mm');
});

test('what cannot be built says so beside its field or in the drawing’s place', async ({
  page,
  request,
}) => {
  await page.goto(await shellPage(request));
  await page.getByLabel('Cup, outer diameter').fill('20 mm');
  await expect(page.getByText('No room is left between pole and wall.')).toBeVisible();
  await page.getByLabel('Cup, outer diameter').fill('40 mm');
  await page.getByRole('textbox', { name: 'Turns' }).fill('900');
  await expect(page.getByText(/too thick for the window/)).toBeVisible();
});

test('two magnets in parallel, a tilted keeper and a demonstration supply are told apart', async ({
  page,
  request,
}) => {
  await page.goto(await shellPage(request));
  const current = page
    .getByRole('button', { name: 'Current from the supply' })
    .locator('xpath=../..');
  const one = await current.textContent();
  await page.getByLabel('Magnets side by side').fill('2');
  await expect(current).not.toHaveText(one!);
  await expect(page.getByText('one of 2, alike')).toBeVisible();
  await page.getByLabel('Tilt across the rim').fill('0.4 mm');
  await expect(page.getByText(/tilted by 0.4 mm/)).toBeVisible();
  await page.getByLabel('Chemistry').selectOption('lead-acid');
  await expect(page.getByText(/fuse/).first()).toBeVisible();
});

test('finite elements check the pull in two ways, and can be stopped', async ({
  page,
  request,
}) => {
  await page.goto(await shellPage(request));
  // A gap of its own and a tilt: network and finite elements are compared on the same flat seat.
  await page.getByRole('textbox', { name: 'Contact gap' }).fill('0.15 mm');
  await page.getByLabel('Tilt across the rim').fill('0.4 mm');
  await page.getByRole('button', { name: 'Check by finite elements' }).click();
  const table = page.getByRole('table', { name: /Pull of one magnet/ });
  await expect(table.getByRole('row').nth(1)).toBeVisible({ timeout: 90_000 });
  await page.getByRole('button', { name: 'Stop' }).click();
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
  await page.getByRole('textbox', { name: 'Turns' }).fill('120');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save file' }).click(),
  ]);
  const saved = JSON.parse((await readFile(await download.path())).toString()) as {
    winding: { turns: number };
  };
  expect(saved.winding.turns).toBe(120);
  const open = (content: object) =>
    page.getByLabel('Design file').setInputFiles({
      name: 'shell.json',
      mimeType: 'application/json',
      buffer: Buffer.from(JSON.stringify(content)),
    });
  await open({ ...saved, winding: { ...saved.winding, turns: 140 } });
  await expect(page.getByRole('textbox', { name: 'Turns' })).toHaveValue('140');
  await open({ ...saved, format: 'something' });
  await expect(page.getByText(/This is no shell magnet of Nab’s/)).toBeVisible();
});

test('a straight core holds a load on a plate with so many cells, and less when it is tilted', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  await page.getByRole('textbox', { name: 'Load to be held' }).fill('300 g');
  await expect(page.getByText(/cells? (should|will) hold 300 g/)).toBeVisible();
  const sentence = page.getByText(/^Across 0.1 mm it pulls with/);
  const flat = await sentence.textContent();
  await page.getByRole('textbox', { name: 'Tilt of the plate' }).fill('0.3 mm');
  await expect(sentence).not.toHaveText(flat!);
});
