import { choose, fromMenu, take, why } from './bench.js';
import { faultless } from './faultless.js';
import { expect, test } from './test.js';

test('a wire spins on its cell, and stops for reasons that are said', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Stations', exact: true }).click();
  await page.getByRole('link', { name: /^Spinner/ }).click();
  await fromMenu(page, 'Design', 'Start again');
  const says = page.locator('.nab-sentence');
  await expect(says).toContainText(
    /^It turns clockwise, seen from above, in the end at most about [\d.]+/,
  );
  expect(await why(page, 'Torque')).toContain('the flux through the circle of the touching point');

  await choose(page, 'End of the cell that is up', 'Minus');
  await expect(says).toContainText('anticlockwise');
  await page.getByRole('button', { name: 'Let it spin' }).click();
  await expect(page.getByText(/a second after 8 s/)).toBeVisible();
  await faultless(page);

  // Where it touches decides; its shape only how soon and how fast.
  await take(page, 'Wire');
  await choose(page, 'Shape', 'A spiral that winds down round the cell');
  await expect(says).toContainText('It turns anticlockwise');
  await choose(page, 'Ends touch', 'The middle of the magnet, from below');
  await expect(says).toContainText('both ends touch on the axis');
  await expect(page.getByRole('button', { name: 'Let it spin' })).toBeDisabled();
  await choose(page, 'Ends touch', 'The rim of the magnet');
  await take(page, 'Contact and friction');
  await page.getByRole('textbox', { name: 'Each end presses with' }).fill('0.2 N');
  await expect(says).toContainText('it rubs harder than it is driven');
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  await page.reload();
  await expect(says).toContainText('it rubs harder than it is driven');
});
