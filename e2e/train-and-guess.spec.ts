import type { Page } from '@playwright/test';
import { newDesign, toMagnetDesign } from '@nab/contract/experiments';
import {
  CAUSES,
  hideFault,
  makeTasks,
  RULES,
  trainingMagnets,
  workshopOf,
  type CauseId,
} from '@nab/core/teaching';
import { faultless } from './faultless.js';
import { expect, test } from './test.js';

const nail = toMagnetDesign(newDesign());
const workshops = trainingMagnets(nail).map((design) => workshopOf(design));

/** A seed that hides the cause. */
function seedOf(cause: CauseId): number {
  for (let seed = 1; seed < 2000; seed++) {
    if (hideFault(workshops[seed % 2]!, seed).cause === cause) return seed;
  }
  throw new Error(cause);
}
const part = (page: Page, name: string) =>
  page.getByRole('group', { name: 'The bench' }).getByRole('button', { name, exact: true });

test('a hidden fault is found without harm, and the same number hides it again', async ({
  page,
}) => {
  const seed = seedOf('reversed-cell');
  await page.goto('/stations');
  await page.getByRole('link', { name: /^Trainer/ }).click();
  await expect(page).toHaveURL(/seed=\d+/);
  await page.getByRole('spinbutton', { name: 'Hidden fault number' }).fill(String(seed));
  await expect(page).toHaveURL(new RegExp(`seed=${seed}$`));
  await expect(page.locator('.nab-sentence')).toContainText('Find out why, and mend it.');
  await faultless(page);

  await page.getByRole('button', { name: 'Voltage of the pack, nothing connected' }).click();
  await expect(page.getByText(/nothing connected: 1\.[4-7]\d* V\./)).toBeVisible();
  await page.getByRole('button', { name: 'Is a cell the wrong way round?' }).click();
  await expect(page.getByText('Yes. That cell works against the others.')).toBeVisible();
  await page.getByRole('button', { name: CAUSES['reversed-cell'].name }).click();
  await expect(page.locator('.nab-sentence')).toContainText(/again: (100|92) of 100 points/);
  await expect(page.getByRole('heading', { name: CAUSES['reversed-cell'].name })).toBeVisible();
  await faultless(page);

  // The address alone hides it again, and by keys it goes as well.
  await page.reload();
  await expect(page.locator('.nab-sentence')).toContainText('Find out why');
  await part(page, 'Leads and clips').focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Leads and clips' })).toBeVisible();
  await page.getByRole('button', { name: 'Current', exact: true }).click();
  await expect(page.getByText('Switch on first.')).toBeVisible();
  await page.getByRole('button', { name: 'Switch on' }).click();
  await page.getByRole('button', { name: 'Current', exact: true }).click();
  await expect(page.getByText(/Current: [\d.]+ A\./)).toBeVisible();
  await part(page, 'Coil').click();
  await page.getByRole('button', { name: 'Resistance of the coil between its ends' }).click();
  await expect(page.getByText(/its fuse is gone/)).toBeVisible();
  await page.getByRole('button', { name: 'Switch off' }).click();
  await page.getByRole('button', { name: CAUSES['broken-wire'].name }).click();
  await expect(page.getByText('Mended: the wire is broken. It is as it was.')).toBeVisible();
  await part(page, 'Cells').click();
  await page.getByRole('button', { name: CAUSES['reversed-cell'].name }).click();
  await expect(page.locator('.nab-sentence')).toContainText(/again: (65|57|49) of 100 points/);
  await page.getByRole('button', { name: 'Another fault' }).click();
  await expect(page).not.toHaveURL(new RegExp(`seed=${seed}$`));
});

test('ten lifts are guessed, and rules of thumb fail', async ({ page }) => {
  const riddles = makeTasks(nail, 5);
  await page.goto('/stations');
  await page.getByRole('link', { name: /^Guess the lift/ }).click();
  await expect(page).toHaveURL(/seed=\d+/);
  await page.goto('/guess?seed=5');
  const says = page.locator('.nab-sentence');
  const clips = page.getByRole('spinbutton', { name: 'Clips, as you guess' });
  await page.getByRole('button', { name: 'See' }).click();
  await expect(page.getByText('Must be a number from 0 to 2000.')).toBeVisible();
  for (const [i, { rule, lifts, ruleSays }] of riddles.entries()) {
    await expect(says).toContainText(RULES[rule].change);
    // By the rule at first, then as the magnet does.
    await clips.fill(String(Math.round(i < 4 ? ruleSays : lifts[1])));
    await clips.press('Enter');
    await expect(says).toContainText(/^It lifts about/);
    if (i === 0) await faultless(page);
    await page.getByRole('button', { name: /^(Next magnet|What it comes to)$/ }).click();
  }
  await expect(says).toContainText(/^[67] of 10 guesses were close, and \d+ of 10 rules/);
  await expect(page.getByRole('heading', { name: /led you astray/ })).toBeVisible();
  await expect(page.getByText(RULES[riddles[0]!.rule].why)).toBeVisible();
  await faultless(page);
  await page.getByRole('button', { name: 'The same ten' }).click();
  await expect(says).toContainText(RULES[riddles[0]!.rule].change);
});
