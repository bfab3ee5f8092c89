import { countOf, RunBench, stored, take, trialsOnChart, openPart } from './bench.js';
import { expect, test } from './test.js';

test('an educator goes from a question to findings', async ({ page, request }) => {
  const bench = new RunBench(page);
  await page.goto('/');
  await page.getByRole('searchbox', { name: 'Find an investigation' }).fill('steel litter');
  await expect(
    page.getByRole('link', { name: /Do more turns pick up more steel litter/ }),
  ).toBeVisible();

  // Question: begin with one that is ready, in the class's own words, with levels far enough apart.
  await page.getByRole('link', { name: /^Plan a lesson/ }).click();
  await page.getByRole('button', { name: 'Magnet with a straight core' }).click();
  await page.waitForURL('**/question');
  const id = page.url().split('/').at(-2)!;
  await page.getByLabel(/The question/).fill('Do turns matter at low tide?');
  await page.getByRole('button', { name: 'Remove level 60 turns' }).click();
  await page.getByRole('button', { name: 'Leave it out' }).click();
  await expect(
    page.getByRole('group', { name: /Predicted Objects lifted: 10 turns: 1\.2; 20 turns: 4;/ }),
  ).toBeVisible();
  await page.getByRole('spinbutton', { name: 'Trials at each level' }).fill('1');
  await page.getByLabel('Level 2', { exact: true }).fill('12 turns');
  await expect(page.getByText(/10 turns and 12 turns are hard to tell apart/)).toBeVisible();
  await page.getByLabel('Level 2', { exact: true }).fill('20');
  await expect(page.getByText(/10 turns and 20 turns are hard to tell apart/)).toHaveCount(0);
  await page.getByRole('spinbutton', { name: 'Objects in each group’s tray' }).fill('9');
  await expect(page.getByText(/40 turns may empty the tray of 9/)).toBeVisible();
  await page.getByRole('spinbutton', { name: 'Objects in each group’s tray' }).fill('60');
  await page.getByLabel('Name of group 1').fill('Periwinkles');
  await bench.isSaved();

  // Magnet: quantities in the educator's own units, the sentence and the drawing follow.
  await page.getByRole('link', { name: /^Magnet/ }).click();
  await expect(page.getByText(/^Lifts about \d+ clips/)).toBeVisible();
  const wire = page.locator('nz-statistic').filter({ hasText: 'Wire to cut' });
  const before = await wire.textContent();
  await take(page, 'Winding');
  await page.getByLabel('Turns', { exact: true }).fill('40');
  await expect(wire).not.toHaveText(before!);
  await page.getByLabel('Wire', { exact: true }).fill('24 AWG');
  await expect(page.getByText('= 0.511 mm')).toBeVisible();
  await take(page, 'Core');
  await page.getByLabel('Length', { exact: true }).fill('4 in');
  await expect(page.getByText('= 102 mm')).toBeVisible();
  await page.getByLabel('Length', { exact: true }).fill('4 parsecs');
  await expect(page.getByText(/“4 parsecs” cannot be read/)).toBeVisible();
  await expect(page.getByTestId('save-status')).toHaveText(/mend the marked field/);
  await page.getByLabel('Length', { exact: true }).fill('4 in');
  await bench.isSaved();
  const document = await stored(request, id);
  expect(document.design.design).toMatchObject({
    core: { length: '4 in' },
    wire: { size: '24 AWG' },
  });

  // Prepare: lengths with tails, kit and cautions.
  await page.getByRole('link', { name: /^Prepare/ }).click();
  await page.getByRole('tab', { name: 'Kit' }).click();
  const cut = page.getByRole('table', { name: /Wire to cut/ });
  await expect(cut.getByRole('row')).toHaveCount(5);
  await expect(page.getByRole('rowheader', { name: /24 AWG/ })).toBeVisible();
  await page.getByRole('tab', { name: 'Risk notes' }).click();
  await expect(page.getByText(/Sand or scrape the enamel/)).toBeVisible();

  // Run: predict, check with the current off, on, count, stuck, note.
  await page.getByRole('link', { name: /^Run/ }).click();
  await page.getByRole('button', { name: /^Periwinkles/ }).click();
  // The order of the plan can be left: by level, from the fewest turns to the most.
  const level = (name: RegExp): Promise<void> => page.getByRole('button', { name }).click();
  await level(/^10 turns/);
  await bench.predict(4);
  await bench.trial({ lifted: 3 });
  await level(/^20 turns/);
  await expect(bench.stage('Predict')).toBeVisible();
  await bench.predict(8);
  await bench.trial({ lifted: 6, stuck: 1, note: 'one hung on the wire' });
  await level(/^40 turns/);
  await bench.predict(10);
  await bench.trial({ lifted: 12 });
  const log = page.getByRole('region', { name: 'What Periwinkles read' });
  await expect(log.getByRole('listitem')).toHaveCount(3);
  await expect(log.getByText('one hung on the wire')).toBeVisible();

  // A slip of the pen: corrected, with the original kept.
  await log.getByRole('button', { name: 'Correct 12 at 40 turns' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Save the correction' }).click();
  await expect(dialog.getByText('Say why the reading is corrected.')).toBeVisible();
  await dialog.getByRole('textbox', { name: /^Lifted:/ }).fill('11');
  await dialog.getByLabel('Why it is corrected').fill('counted one twice');
  await dialog.getByRole('button', { name: 'Save the correction' }).click();
  await expect(log.getByText('was 12: counted one twice')).toBeVisible();
  await bench.isSaved();

  // Findings: chart, line, slope with unit, table, CSV.
  await page.getByRole('link', { name: /^Findings/ }).click();
  expect(await trialsOnChart(page)).toContain('Periwinkles: 11 at 40 turns');
  await openPart(page, 'Shape');
  await expect(page.getByText(/Best-fit line: read = 0\.\d+ × turns/)).toBeVisible();
  await expect(
    page.getByText(/slope 0\.\d+ objects per turn, 95 % confidence interval [−\d.]+ to [\d.]+/),
  ).toBeVisible();
  await openPart(page, 'Report and files');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'CSV', exact: true }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('Do-turns-matter-at-low-tide.csv');

  // Everything is still there after coming back.
  await page.reload();
  expect(await trialsOnChart(page)).toContain('Periwinkles: 11 at 40 turns');
  const whole = await stored(request, id);
  expect(whole.readings.map(countOf).sort((p, q) => p - q)).toEqual([3, 6, 11, 12]);
  expect(whole.predictions).toHaveLength(3);
  expect(whole.plan.title).toBe('Do turns matter at low tide?');
});
