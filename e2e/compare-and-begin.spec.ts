import { choose, fromMenu, newInvestigation, take } from './bench.js';
import { expect, test } from './test.js';

test('designs are set aside and compared, with and without the core', async ({ page, request }) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  const name = `Aside ${Date.now()}`;
  await page.getByLabel('Name of the magnet').fill(name);
  await take(page, 'Winding');
  await page.getByLabel('Turns', { exact: true }).fill('80');
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  await fromMenu(page, 'Magnet', 'Set aside on the shelf');
  await page.getByRole('link', { name: 'Compare designs' }).click();
  const table = page.getByRole('table', { name: 'Designs side by side' });
  // It opens with the two designs that were touched last.
  await expect(table.getByRole('columnheader')).toHaveCount(2);
  const box = page.getByRole('combobox', { name: 'Designs to compare' });
  await box.press('Backspace');
  await box.press('Backspace');
  await expect(table).toHaveCount(0);
  for (const label of [`${name} · Set aside on the shelf`, `${name}, core taken out`]) {
    await box.fill(label);
    await page.getByRole('option', { name: label }).last().click();
  }
  await page.keyboard.press('Escape');
  await expect(table.getByRole('columnheader', { name: `${name}, core taken out` })).toBeVisible();
  await expect(table.getByRole('row', { name: /^Core differs/ })).toContainText('No core');
  await expect(table.getByRole('row', { name: /^Turns/ })).not.toContainText('differs');
  await page.reload();
  await expect(table.getByRole('columnheader', { name: `${name}, core taken out` })).toBeVisible();
});

test('a wire over a compass turns it west when its current goes north', async ({ page }) => {
  await page.goto('/wire-and-compass');
  await expect(page.getByText(/20 µT at the compass.*45° to the west/)).toBeVisible();
  await choose(page, 'The wire lies', /^Under/i);
  await expect(page.getByText(/45° to the east/)).toBeVisible();
  await page.getByLabel('Current in the wire').fill('4 A');
  await expect(page.getByText(/63° to the east/)).toBeVisible();
  await page.getByLabel('Current in the wire').fill('four');
  await expect(page.getByText(/“four” cannot be read/)).toBeVisible();
});

test('one loop and a bare coil tell their field', async ({ page }) => {
  await page.goto('/wire-and-compass');
  await expect(page.getByText(/For 5 mT one turn would need 239 A/)).toBeVisible();
  await page.getByLabel('Turns of the coil').fill('200');
  await expect(page.getByText(/In the middle 8\.\d+ mT/)).toBeVisible();
  await page.getByRole('button', { name: 'Field along the axis as a table' }).click();
  await expect(page.getByRole('columnheader', { name: 'Field, mT' })).toBeVisible();
});

test('wire, compass and cells stand by themselves, are kept, taken back and opened from a file', async ({
  page,
}) => {
  await page.goto('/wire-and-compass');
  await page.getByRole('link', { name: 'wire, compass and cells' }).click();
  await expect(page.getByText(/^The needle turns about/)).toBeVisible();
  const name = page.getByLabel('Name', { exact: true });
  await name.fill('Ferry deck');
  await page.getByLabel('Distance of the needle').fill('9 cm');
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  await page.reload();
  await expect(name).toHaveValue('Ferry deck');
  await expect(page.getByLabel('Distance of the needle')).toHaveValue('9 cm');
  const file = page.getByLabel('A design file: the file');
  await fromMenu(page, 'Design', 'Take another, or a file');
  await file.setInputFiles('docs/examples/compass.json');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByLabel('Distance of the needle')).not.toHaveValue('9 cm');
  await page.getByRole('button', { name: /^Undo/ }).first().click();
  await expect(page.getByLabel('Distance of the needle')).toHaveValue('9 cm');
  await fromMenu(page, 'Design', 'Take another, or a file');
  await file.setInputFiles('docs/examples/bolt.json');
  await expect(page.getByText(/This file is of another experiment/)).toBeVisible();
});
