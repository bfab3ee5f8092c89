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

test('a wire turns a compass by the law, and a wanted field says what it takes', async ({
  page,
}) => {
  // The address of the bench before both pages became one.
  await page.goto('/compass-set');
  await expect(page).toHaveURL(/wire-and-compass$/);
  await page.getByLabel('Straight run of the wire').fill('1 m');
  await page.getByLabel('Distance of the needle').fill('2 cm');
  await take(page, 'By formula');
  // μ₀ I ÷ 2π d is 20 µT at 2 A and 2 cm: as much as the Earth’s field, so 45°; any textbook.
  await page.getByLabel('If the current were').fill('2 A');
  await expect(page.getByText(/20 µT at the needle.*it turns 45° to the west/)).toBeVisible();
  await page.getByLabel('If the current were').fill('4 A');
  await expect(page.getByText(/it turns 63° to the west/)).toBeVisible();
  await page.getByLabel('If the current were').fill('four');
  await expect(page.getByText(/“four” cannot be read/)).toBeVisible();
  await page.getByLabel('If the current were').fill('4 A');
  await page.getByLabel('Field that is wanted').fill('80 µT');
  await expect(page.getByText(/For 80 µT one pass would need 8(\.0\d)? A/)).toBeVisible();
  await take(page, 'Wire and needle');
  await choose(page, 'The compass lies', /^On top/i);
  await take(page, 'By formula');
  await expect(page.getByText(/to the east/).first()).toBeVisible();
});

test('loop and coil show their field along the axis', async ({ page }) => {
  await page.goto('/wire-and-compass');
  await choose(page, 'Shape', /coil/i);
  await take(page, 'By formula');
  await expect(page.getByText(/^In the middle [\d.]+ (m|µ)T\.$/)).toBeVisible();
  await page.getByRole('button', { name: 'Field along the axis as a table' }).click();
  await expect(page.getByRole('columnheader', { name: 'Field, mT' })).toBeVisible();
});

test('wire, compass and cells stand by themselves, are kept, taken back and opened from a file', async ({
  page,
}) => {
  await page.goto('/wire-and-compass');
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
