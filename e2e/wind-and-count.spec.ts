import { newDesign } from '@nab/contract/experiments';
import { toLessonPlan } from '@nab/contract/lesson';
import { casesOf } from '@nab/core/lesson';
import { newInvestigation } from './bench.js';
import { faultless } from './faultless.js';
import { expect, test } from './test.js';

test('turns are counted by tap, key and metronome, remembered, and checked by ohmmeter', async ({
  page,
  request,
}) => {
  const { id, plan } = await newInvestigation(request, { turns: [120, 240] });
  await page.goto(`/investigations/${id}/run`);
  await page.getByRole('link', { name: 'Wind a coil and count its turns' }).click();
  const turns = page.getByRole('progressbar', { name: 'Turns wound' });
  await expect(turns).toHaveAttribute('aria-valuemax', '120');
  await page.getByRole('button', { name: 'One turn' }).click();
  await page.getByRole('button', { name: 'Ten turns' }).click();
  await page.getByRole('heading', { name: 'Wind and count' }).click();
  await page.keyboard.press('Space');
  await page.getByRole('button', { name: 'One back' }).click();
  await expect(turns).toHaveAttribute('aria-valuenow', '11');
  await expect(page.getByText(/Layer 1 of \d, turn 11 of \d+, away from/)).toBeVisible();
  await expect(page.getByText(/m of wire left, with the tail/)).toBeVisible();

  // Closed and opened again, and another coil in between.
  await page.reload();
  await expect(turns).toHaveAttribute('aria-valuenow', '11');
  await page.getByRole('button', { name: '240 turns' }).click();
  await expect(turns).toHaveAttribute('aria-valuenow', '0');
  await page.getByRole('button', { name: '120 turns' }).click();
  await expect(turns).toHaveAttribute('aria-valuenow', '11');

  await page.getByRole('spinbutton', { name: 'Turns a minute' }).fill('200');
  await page.getByRole('button', { name: 'Start the metronome' }).click();
  await expect
    .poll(async () => Number(await turns.getAttribute('aria-valuenow')))
    .toBeGreaterThan(13);
  await page.getByRole('button', { name: 'Stop the metronome' }).click();
  const stopped = await turns.getAttribute('aria-valuenow');
  await page.waitForTimeout(700);
  await expect(turns).toHaveAttribute('aria-valuenow', stopped!);

  // A slip on “Begin again” loses no count.
  await page.getByRole('button', { name: 'Begin again' }).click();
  await expect(turns).toHaveAttribute('aria-valuenow', '0');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(turns).toHaveAttribute('aria-valuenow', stopped!);

  // What a meter shows of a coil with the right number, and of one wound with a hundred more.
  const ohms = (level: number): string =>
    `${casesOf(toLessonPlan(plan, newDesign()))[level]!.trialled!.coil.coilResistance.toFixed(3)} Ω`;
  await page.getByRole('textbox', { name: 'It reads to' }).fill('0.01 Ω');
  await page.getByRole('textbox', { name: 'The meter shows' }).fill(ohms(0));
  await expect(page.getByText(/That is 120 ± \d+ turns, as planned/)).toBeVisible();
  await page.getByRole('textbox', { name: 'The meter shows' }).fill(ohms(1));
  await expect(page.getByText(/about 1\d\d too many. Count again/)).toBeVisible();
  await page.getByRole('textbox', { name: 'It reads to' }).fill('0.5 Ω');
  await expect(page.getByText(/this meter is too coarse to tell/)).toBeVisible();
  await faultless(page);
});
