import { CORE_SHAPES } from '@nab/core/experiments';
import { choose, chosen, newInvestigation, take } from './bench.js';
import { expect, test } from './test.js';

test('something is put on the shelf, changed, taken off and put back', async ({ page }) => {
  await page.goto('/shelf');
  const name = `Test rods ${Date.now()}`;
  await page.getByRole('button', { name: 'Add a core' }).click();
  await page.getByRole('button', { name: 'Put on the shelf' }).click();
  await expect(page.getByText('Give it a name.')).toBeVisible();
  await page.getByLabel('Name, as you call it').fill(name);
  await choose(page, 'Shape', CORE_SHAPES.rod);
  await page.getByLabel('Length', { exact: true }).fill('3 in');
  await page.getByLabel('Diameter').fill('wide');
  await expect(page.getByText(/“wide” cannot be read/)).toBeVisible();
  await page.getByLabel('Diameter').fill('6 mm');
  await page.getByRole('button', { name: 'Put on the shelf' }).click();
  // What was taken off stands below, with a button of its own.
  const row = page
    .getByRole('listitem')
    .filter({ hasText: name, hasNot: page.getByRole('button', { name: /^Put back/ }) });
  await expect(row).toContainText('Rod, 3 in × 6 mm');
  await row.getByRole('button', { name: /^Change/ }).click();
  await page.getByLabel('How many').fill('7');
  await page.getByRole('button', { name: 'Put on the shelf' }).click();
  await expect(row).toContainText('7');
  await row.getByRole('button', { name: /^Take off/ }).click();
  await expect(row).toHaveCount(0);
  await page.getByRole('button', { name: 'Put it back' }).click();
  await expect(row).toBeVisible();
  await page.reload();
  await expect(row).toContainText('7');
  await row.getByRole('button', { name: /^Take off/ }).click();
});

test('a design draws from the shelf and says what is short', async ({ page, request }) => {
  const { id } = await newInvestigation(request, { turns: [100, 200, 300] });
  await page.goto(`/investigations/${id}/magnet`);
  await choose(page, 'Core from the shelf', 'Hexagon bolts from the boat shed');
  await expect(page.getByLabel('Length', { exact: true })).toHaveValue('80 mm');
  await take(page, 'Winding');
  await choose(page, 'Wire from the shelf', 'Bell wire, green');
  await expect(page.getByText(/“Bell wire, green” has 18.0 m, the class needs/)).toBeVisible();
  await take(page, 'Supply');
  await choose(page, 'Cells from the shelf', 'AA cells from the torches, measured');
  await expect(page.getByText('Cell as measured: 1.52 V, 0.26 Ω')).toBeVisible();
  await page.getByRole('link', { name: /^Prepare/ }).click();
  await page.getByRole('tab', { name: /^Kit/ }).click();
  await expect(page.getByText(/Not enough on the shelf: “Bell wire, green”/)).toBeVisible();
});

test('the shelf is searched, and a design found is opened', async ({ page }) => {
  await page.goto('/shelf');
  await page.getByRole('link', { name: 'Search the shelf' }).click();
  await page.getByLabel('Groups').fill('4');
  await page.getByLabel('On for at least').fill('8 s');
  await expect(page.getByText(/designs considered, .* in full, in/)).toBeVisible({
    timeout: 60_000,
  });
  await expect(page.getByText(/^The best lifts about \d+ clips/)).toBeVisible();
  const rows = page.getByRole('row');
  expect(await rows.count()).toBeGreaterThan(5);
  const point = page.getByRole('button', { name: /clips \(\d+–\d+\) with/ }).first();
  await point.focus();
  await page.keyboard.press('Enter');
  await expect(point).toHaveAttribute('aria-pressed', 'true');
  await page
    .getByRole('button', { name: /^Set aside the design/ })
    .last()
    .click();
  await expect(page.getByText('Set aside on the shelf.')).toBeVisible();
  await page
    .getByRole('button', { name: /^Open the design/ })
    .last()
    .click();
  await expect(page.getByRole('heading', { level: 1, name: 'Magnet' })).toBeVisible();
  await expect(chosen(page, 'Core from the shelf')).not.toHaveText('Typed in below');
});

test('it searches by itself, is stopped, goes on with another limit, and says why it finds nothing', async ({
  page,
}) => {
  await page.goto('/shelf/search');
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByRole('progressbar', { name: 'Progress of the search' })).toHaveCount(0);
  await page.getByLabel('Groups').fill('60');
  await expect(page.getByText(/Nothing on the shelf makes a magnet for 60 groups/)).toBeVisible({
    timeout: 60_000,
  });
  await page.getByLabel('Groups').fill('0');
  await expect(page.getByText('Must be a whole number from 1 to 60.')).toBeVisible();
});
