import { expect, test } from '@playwright/test';
import { newInvestigation, stored } from './bench.js';

test('the ends of the winding are dragged along the core', async ({ page, request }) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  const lower = page.getByRole('slider', { name: 'Lower end of the winding' });
  await expect(lower).toHaveAttribute('aria-valuenow', '90');
  const box = (await lower.locator('.grip').boundingBox())!;
  await page.mouse.move(box.x + 8, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 8, box.y - 60, { steps: 8 });
  await page.mouse.up();
  const moved = Number(await lower.getAttribute('aria-valuenow'));
  expect(moved).toBeLessThan(85);
  await expect(page.getByLabel('Lower end at')).toHaveValue(`${moved} mm`);
});

test('the ends of the winding are moved with the arrow keys', async ({ page, request }) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  const upper = page.getByRole('slider', { name: 'Upper end of the winding' });
  await upper.focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('PageDown');
  await expect(upper).toHaveAttribute('aria-valuenow', '41');
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  expect((await stored(request, id)).design.design.winding.start).toBe('41 mm');
});

test('a quantity steps in its own unit and a bare number takes the unit that stood there', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  const wire = page.getByLabel('Wire', { exact: true });
  await wire.fill('24 AWG');
  await wire.press('ArrowUp');
  await expect(wire).toHaveValue('23 AWG');
  const length = page.getByLabel('Length', { exact: true });
  await length.fill('12 cm');
  await length.fill('11,5');
  await length.blur();
  await expect(length).toHaveValue('11,5 cm');
  await expect(page.getByText('= 115 mm')).toBeVisible();
});

test('a magnet that would burn is shown as such, and the run screen refuses it', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  await page.getByLabel('In series').fill('8');
  await expect(page.getByText('Heat is the limit').first()).toBeVisible();
  await expect(page.getByText(/gets too hot to touch before a trial is over/)).toBeVisible();
  await page.getByRole('link', { name: /^Run/ }).click();
  await expect(page.getByText(/gets too hot to touch before a trial is over/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save our prediction' })).toHaveCount(0);
});

test('a winding that runs out of core says so and the rest stays usable', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  await page.getByLabel('Lower end at').fill('12 cm');
  await expect(page.getByText('The winding must end on the core.')).toBeVisible();
  await page.getByLabel('Lower end at').fill('9 cm');
  await expect(page.getByText('The winding must end on the core.')).toHaveCount(0);
  await expect(page.getByText(/^Lifts about/)).toBeVisible();
});

test('a pipe asks for its bore and a bolt for its head', async ({ page, request }) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  await page.getByLabel('Shape').selectOption('pipe');
  await expect(page.getByLabel('Bore')).toHaveValue('3.5 mm');
  await page.getByLabel('Shape').selectOption('bolt');
  await expect(page.getByLabel('Head, width')).toHaveValue('8 mm');
  await page.getByLabel('Material').selectOption('brass');
  await expect(page.getByText(/Lifts nothing/)).toBeVisible();
  await expect(page.getByText(/it is not magnetic/)).toBeVisible();
});
