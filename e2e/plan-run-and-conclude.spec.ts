import { expect, test } from '@playwright/test';
import { RunBench, stored } from './bench.js';

test('an educator goes from a question to findings', async ({ page, request }) => {
  const bench = new RunBench(page);
  await page.goto('/');
  await expect(
    page.getByRole('link', { name: /Do more turns pick up more steel litter/ }),
  ).toBeVisible();

  // Question: make one, in the class's own words, with levels that are far enough apart.
  await page.getByRole('button', { name: 'New investigation' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Question' })).toBeVisible();
  const id = page.url().split('/').at(-2)!;
  await page.getByLabel(/The question/).fill('Do turns matter at low tide?');
  await page.getByRole('button', { name: 'Remove level 60 turns' }).click();
  await expect(page.getByRole('img', { name: /Predicted clips lifted: 10 turns/ })).toBeVisible();
  await page.getByLabel('Trials at each level').fill('1');
  await page.getByLabel('Level 2, turns').fill('12');
  await expect(page.getByText(/10 and 12 turns can hardly be told apart/)).toBeVisible();
  await page.getByLabel('Level 2, turns').fill('20');
  await expect(page.getByText(/can hardly be told apart/)).toHaveCount(0);
  await page.getByLabel('In each group’s tray').fill('9');
  await expect(page.getByText(/At 40 turns the tray of 9 may run out/)).toBeVisible();
  await page.getByLabel('In each group’s tray').fill('60');
  await page.getByLabel('Name of group 1').fill('Periwinkles');
  await bench.isSaved();

  // Magnet: quantities in the educator's own units, the sentence and the drawing follow.
  await page.getByRole('link', { name: /^Magnet/ }).click();
  await expect(page.getByText(/^Lifts about \d+ clips/)).toBeVisible();
  const wire = page
    .getByRole('term')
    .filter({ hasText: 'Wire to cut' })
    .locator('xpath=following-sibling::dd[1]');
  const before = await wire.textContent();
  await page.getByLabel('Turns', { exact: true }).fill('40');
  await expect(wire).not.toHaveText(before!);
  await page.getByLabel('Wire', { exact: true }).fill('24 AWG');
  await expect(page.getByText('= 0.511 mm')).toBeVisible();
  await page.getByLabel('Length', { exact: true }).fill('4 in');
  await expect(page.getByText('= 102 mm')).toBeVisible();
  await page.getByLabel('Length', { exact: true }).fill('4 parsecs');
  await expect(page.getByText(/“4 parsecs” cannot be read/)).toBeVisible();
  await expect(page.getByTestId('save-status')).toHaveText(/mend the marked field/);
  await page.getByLabel('Length', { exact: true }).fill('4 in');
  await bench.isSaved();
  const document = await stored(request, id);
  expect(document.design.design.core.length).toBe('4 in');
  expect(document.design.design.wire.size).toBe('24 AWG');

  // Prepare: lengths with tails, kit and cautions.
  await page.getByRole('link', { name: /^Prepare/ }).click();
  const cut = page.getByRole('table', { name: /Wire to cut/ });
  await expect(cut.getByRole('row')).toHaveCount(5);
  await expect(page.getByText(/Sand or scrape the enamel/)).toBeVisible();
  await expect(page.getByRole('rowheader', { name: /24 AWG/ })).toBeVisible();

  // Run: predict, check with the current off, on, count, stuck, note.
  await page.getByRole('link', { name: /^Run/ }).click();
  await page.getByRole('button', { name: /^Periwinkles/ }).click();
  await bench.predict(4);
  await bench.trial({ lifted: 3 });
  await expect(bench.stage('Predict')).toBeVisible();
  await bench.predict(8);
  await bench.trial({ lifted: 6, stuck: 1, note: 'one hung on the wire' });
  await bench.predict(10);
  await bench.trial({ lifted: 12 });
  const log = page.getByRole('region', { name: 'What Periwinkles counted' });
  await expect(log.getByRole('listitem')).toHaveCount(3);
  await expect(log.getByText('one hung on the wire')).toBeVisible();

  // A slip of the pen: corrected, with the original kept.
  await log.getByRole('button', { name: 'Correct 12 at 40 turns' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Save the correction' }).click();
  await expect(dialog.getByText('Say why the reading is corrected.')).toBeVisible();
  await dialog.getByRole('textbox', { name: 'Lifted', exact: true }).fill('11');
  await dialog.getByLabel('Why it is corrected').fill('counted one twice');
  await dialog.getByRole('button', { name: 'Save the correction' }).click();
  await expect(log.getByText('was 12: counted one twice')).toBeVisible();
  await bench.isSaved();

  // Findings: chart, line, slope with unit, table, CSV.
  await page.getByRole('link', { name: /^Findings/ }).click();
  await expect(page.getByRole('img', { name: 'Periwinkles: 11 clips at 40 turns' })).toBeVisible();
  await expect(page.getByText(/Best straight line: lifted = 0\.\d+ × turns/)).toBeVisible();
  await expect(
    page.getByText(/slope 0\.\d+ ± [\d.]+ clips per turn, standard error/),
  ).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'All trials as CSV' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('Do-turns-matter-at-low-tide-.csv');

  // Everything is still there after coming back.
  await page.reload();
  await expect(page.getByRole('img', { name: 'Periwinkles: 11 clips at 40 turns' })).toBeVisible();
  const whole = await stored(request, id);
  expect(whole.readings.map((r) => r.count).sort((p, q) => p - q)).toEqual([3, 6, 11, 12]);
  expect(whole.predictions).toHaveLength(3);
  expect(whole.plan.title).toBe('Do turns matter at low tide?');
});
