import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { newInvestigation } from './bench.js';

test('the field is solved in a worker and shown with and without the core', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  await page.getByRole('link', { name: 'See its field' }).click();
  const steel = page.getByRole('region', { name: 'With the core', exact: true });
  await expect(steel.getByText(/^Finite elements: .* unknowns, \d+ steps/)).toBeVisible({
    timeout: 60_000,
  });
  const air = page.getByRole('region', { name: 'Without the core' });
  await expect(air.getByText(/^Finite elements/)).toBeVisible({ timeout: 60_000 });
  const picture = steel.getByRole('img');
  await picture.hover({ position: { x: 180, y: 275 } });
  await expect(steel.getByText(/ m?T, \d+° from the axis/)).toBeVisible();
  await page.getByLabel('Iron filings').check();
  await page.getByLabel('Strength').uncheck();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await page.getByLabel('Without the core beside it').uncheck();
  await expect(air).toHaveCount(0);
});

test('a magnet that is not round says so', async ({ page, request }) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  await page.getByLabel('Cores').selectOption('two');
  await expect(page.getByRole('link', { name: 'See its field' })).toHaveCount(0);
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  await page.goto(`/investigations/${id}/field`);
  await expect(page.getByText(/Two cores side by side are not round/).first()).toBeVisible();
});
