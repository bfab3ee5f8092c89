import { countOf, stored } from './bench.js';
import { pressAt, tabTo, typeAt } from './keyboard.js';
import { expect, test } from './test.js';

test('a lesson is planned, prepared, run and concluded with the keyboard alone', async ({
  page,
  request,
}) => {
  test.setTimeout(240_000);
  await page.goto('/');
  await pressAt(page, 'link', /^Plan a lesson/);
  await pressAt(page, 'button', 'Begin with: Do more turns make a stronger magnet?');
  await page.waitForURL('**/question');
  const id = page.url().split('/').at(-2)!;

  // Question: its words, a level, a group, fewer repeats.
  await typeAt(page, /^The question/, 'Do more turns lift more at our table?');
  await typeAt(page, 'Level 1', '12 turns');
  const groups = page.getByRole('textbox', { name: /^Name of group/ });
  const last = (await groups.count()) + 1;
  await pressAt(page, 'button', 'Add a group');
  await expect(groups).toHaveCount(last);
  await typeAt(page, `Name of group ${last}`, 'Periwinkles');
  await tabTo(page, 'spinbutton', 'Trials at each level');
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.type('1');
  await page.keyboard.press('Tab');
  await expect(page.getByTestId('save-status')).toHaveText('Saved');

  // Magnet: another part in hand, another length of its core.
  await pressAt(page, 'link', /^Magnet/);
  await page.waitForURL('**/magnet');
  await tabTo(page, 'tab', /^Core/);
  await page.keyboard.press('Enter');
  await typeAt(page, 'Length', '120 mm');
  await page.keyboard.press('Tab');
  await expect(page.getByTestId('save-status')).toHaveText('Saved');

  // Prepare: what is needed stands there; a thing is ticked off.
  await pressAt(page, 'link', /^Prepare/);
  await page.waitForURL('**/prepare');
  await expect(page.getByRole('heading', { name: 'Prepare', level: 1 })).toBeVisible();

  // Run: two trials by the same group.
  await pressAt(page, 'link', /^Run/);
  await page.waitForURL('**/run');
  await pressAt(page, 'button', 'Periwinkles');
  for (const [predicted, lifted] of [
    [5, 6],
    [8, 11],
  ]) {
    await typeAt(page, 'We predict', String(predicted));
    await page.keyboard.press('Enter');
    await expect(page.getByRole('button', { name: 'Nothing hung on: switch on' })).toBeFocused();
    await page.keyboard.press('Space');
    await expect(page.getByRole('button', { name: 'Switched off' })).toBeFocused();
    await page.keyboard.press('Space');
    await typeAt(page, /^Lifted:/, String(lifted));
    await page.keyboard.press('Enter');
    const said = page.getByRole('region', { name: 'What Periwinkles read' });
    await expect(said).toContainText(String(lifted));
  }
  await expect(page.getByTestId('save-status')).toHaveText('Saved');

  // Findings: what was read, and the file of it.
  await pressAt(page, 'link', /^Findings/);
  await page.waitForURL('**/findings');
  const reportTab = page.getByRole('tab', { name: 'Report and files' });
  await expect(reportTab).toBeVisible();
  // A part has the key of its place; this one is the last.
  await page.keyboard.press(String(await page.getByRole('tab').count()));
  await expect(reportTab).toHaveAttribute('aria-selected', 'true');
  await expect(page.getByRole('link', { name: 'CSV' })).toBeVisible();
  const download = page.waitForEvent('download');
  await pressAt(page, 'link', /^CSV/);
  expect((await download).suggestedFilename()).toMatch(/\.csv$/);

  const { plan, design, readings, predictions } = await stored(request, id);
  expect(plan).toMatchObject({ title: 'Do more turns lift more at our table?', repeats: 1 });
  expect(plan.levels[0]!.value).toBe('12 turns');
  expect(plan.groups.at(-1)!.name).toBe('Periwinkles');
  expect(design.design).toMatchObject({ core: { length: '120 mm' } });
  expect(readings.map(countOf)).toEqual([6, 11]);
  expect(predictions).toHaveLength(2);
});
