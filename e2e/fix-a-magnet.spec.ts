import type { Page } from '@playwright/test';
import { levels, newInvestigation, RunBench, stored } from './bench.js';
import { faultless } from './faultless.js';
import { expect, test } from './test.js';

const proposed = (page: Page) => page.locator('section.next');

test('a magnet that lifts nothing is asked about from Run until the cause is found', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request, {
    title: 'Why does it not lift?',
    plan: { levels: levels('20 turns', '60 turns') },
  });
  await page.goto(`/investigations/${id}/run`);
  const bench = new RunBench(page);
  await bench.predict(6);
  await bench.trial({ lifted: 0 });
  await bench.isSaved();
  await page.getByRole('link', { name: 'It does not lift: fix it' }).click();

  // What Run knows is filled in.
  await expect(page.getByRole('heading', { level: 1, name: 'Fix it' })).toBeVisible();
  await expect(page.getByRole('radio', { name: 'It lifts nothing at all' })).toBeChecked();
  const causes = page.getByRole('region', { name: 'What it may be' }).getByRole('listitem');
  await expect(causes.first()).toContainText('Enamel still on the wire’s ends');
  await faultless(page);

  // The meter says that nothing gets through; without a meter eyes and hands do.
  await page
    .getByRole('button', { name: 'Resistance of the coil between its ends' })
    .or(proposed(page).getByRole('heading', { name: 'Resistance of the coil between its ends' }))
    .first()
    .click();
  const reading = page.getByRole('textbox', { name: 'Reading' });
  await reading.fill('many');
  await page.getByRole('button', { name: 'Enter', exact: true }).click();
  await expect(page.getByText('cannot be read')).toBeVisible();
  await page.getByRole('button', { name: 'Nothing gets through' }).click();
  await page
    .getByRole('button', { name: /sanded bright again/ })
    .or(proposed(page).getByRole('heading', { name: /sanded bright again/ }))
    .first()
    .click();
  await page.getByRole('button', { name: 'Yes', exact: true }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Enamel still on' })).toBeVisible();

  // It is remembered, and taken back.
  await page.reload();
  await expect(page.getByRole('status').filter({ hasText: 'Enamel still on' })).toBeVisible();
  await page.getByRole('button', { name: /^Take back: Does it work once/ }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Enamel still on' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Start again' }).click();
  await expect(page.getByRole('radio', { name: 'It lifts nothing at all' })).not.toBeChecked();
  await page.getByRole('link', { name: 'Back to Run' }).click();
  await expect(page).toHaveURL(/\/run$/);
  expect((await stored(request, id)).readings).toHaveLength(1);
});
