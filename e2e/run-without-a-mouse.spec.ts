import { newInvestigation, stored } from './bench.js';
import { tabTo } from './keyboard.js';
import { expect, test } from './test.js';

test('a whole trial is run with the keyboard alone', async ({ page, request }) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/run`);
  await tabTo(page, 'button', 'Terns');
  await page.keyboard.press('Enter');
  await tabTo(page, 'button', /^10 turns/);
  await page.keyboard.press('Enter');
  await tabTo(page, 'textbox', 'We predict');
  await page.keyboard.type('5');
  await page.keyboard.press('Enter');
  // The keyboard goes on where the trial does.
  await expect(page.getByRole('button', { name: 'Nothing hung on: switch on' })).toBeFocused();
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Switched off' })).toBeFocused();
  await page.keyboard.press('Space');
  const grid = page.getByRole('group', { name: /^Lifted:/ });
  await expect(grid.getByRole('button', { name: '0', exact: true })).toBeFocused();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowLeft');
  await expect(grid.getByRole('button', { name: '9', exact: true })).toBeFocused();
  await tabTo(page, 'textbox', /^Lifted:/);
  await page.keyboard.type('6');
  await tabTo(page, 'button', 'Some stayed stuck');
  await page.keyboard.press('Enter');
  await tabTo(page, 'textbox', 'Of these, stayed stuck');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'What Terns read' })).toContainText('1 stuck');
  await tabTo(page, 'button', 'Correct 6 at 10 turns');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  const whole = await stored(request, id);
  expect(whole.readings).toHaveLength(1);
  expect(whole.readings[0]).toMatchObject({ outcome: { count: 6, stuck: 1, off: 0 } });
  expect(whole.readings[0]!.onTime_s).not.toBeNull();
});

test.describe('with the time in hand', () => {
  test.use({ ownContext: true });

  test('the clock stops the group when the time is up', async ({ page, request }) => {
    const { id } = await newInvestigation(request);
    await page.clock.install();
    await page.goto(`/investigations/${id}/run`);
    await page.getByRole('textbox', { name: 'We predict' }).fill('5');
    await page.getByRole('button', { name: 'Save our prediction' }).click();
    await page.getByRole('button', { name: 'Nothing hung on: switch on' }).click();
    await page.clock.runFor(31_000);
    await expect(page.getByText('Time is up: switch off now and let it cool.')).toBeVisible();
  });
});
