import { choose, fromMenu, stored, take, why, openPart } from './bench.js';
import { expect, test } from './test.js';

test.describe('A rolling cell', () => {
  test('is turned round until it runs, and its class times it', async ({ page, request }) => {
    await page.goto('/track');
    await fromMenu(page, 'Design', 'Start again');
    const says = page.locator('.nab-sentence');
    await expect(says).toContainText(/^It runs: through the track in about 0\.\d+ s/);

    // One magnet the wrong way round: what one pushes the other holds.
    await choose(page, 'Poles', 'Alike');
    await expect(says).toContainText('the poles are alike');
    await expect(page.getByRole('button', { name: 'Let it run' })).toBeDisabled();
    await choose(page, 'Poles', 'Opposed');
    await choose(page, 'Goes in first', 'Plus');
    await expect(says).toContainText('It comes back out');
    await take(page, 'Track');
    await choose(page, 'Wound, seen from the entrance', 'Anticlockwise');
    await expect(says).toContainText('It runs');

    // A length of wire says how long the track is.
    await choose(page, 'What is given', 'The wire for it');
    await page.getByRole('textbox', { name: 'Wire there is' }).fill('30 m');
    await page.getByRole('textbox', { name: 'Wire there is' }).blur();
    await expect(page.locator('nab-track-drawing')).toContainText(/95\.\d cm/);
    expect(await why(page, 'Push of both magnets')).toContain('Lorentz force');

    // Along the track by keys, and by itself to the end.
    const place = page.getByRole('slider', { name: 'Place of the cell in the track' });
    await place.press('PageUp');
    await expect(place).toHaveAttribute('aria-valuetext', /from where it is let go: 0\.\d+ m\/s/);
    await page.getByRole('button', { name: 'Let it run' }).click();
    await expect
      .poll(async () => Number(await place.getAttribute('aria-valuenow')))
      .toBeGreaterThan(80);

    // Covered wire: nothing flows.
    await choose(page, 'Insulation', 'Enamel, grade 1');
    await expect(says).toContainText('no current flows');
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(says).toContainText('It runs');
    await page.getByRole('button', { name: /cautions?:/ }).click();
    await expect(page.getByText(/two in the gut can kill/).first()).toBeVisible();

    await page.goto('/new');
    await page
      .getByRole('button', {
        name: 'Begin with: Does the cell run slower where the turns are far apart?',
      })
      .click();
    await expect(page).toHaveURL(/question/);
    const id = /investigations\/([^/]+)/.exec(page.url())![1]!;
    expect((await stored(request, id)).plan.measure).toBe('track-time');
    await page.goto(`/investigations/${id}/run`);
    await page.getByRole('textbox', { name: 'We predict' }).fill('0.8 s');
    await page.getByRole('button', { name: 'Save our prediction' }).click();
    await page.getByRole('button', { name: 'Let it go now' }).click();
    await page.getByRole('button', { name: 'It is off the track' }).click();
    await page.getByRole('textbox', { name: /How long did it take/ }).fill('0.9 s');
    await page.getByRole('button', { name: 'Save this trial' }).click();
    await expect(page.getByTestId('save-status')).toHaveText('Saved');
    await page.goto(`/investigations/${id}/findings`);
    await openPart(page, 'Every trial');
    await expect(page.getByRole('table', { name: 'Level by level' })).toContainText('0.9 s');
  });
});
