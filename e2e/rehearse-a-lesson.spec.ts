import type { Page } from '@playwright/test';
import { USUAL_LESSON, type Investigation } from '@nab/contract/lesson';
import { newInvestigation, stored, whichShows } from './bench.js';
import { faultless } from './faultless.js';
import { expect, test } from './test.js';

const bar = (page: Page) => page.getByRole('region', { name: 'Rehearsal' });

/** A lesson of nothing but short trials. */
const lesson = {
  ...USUAL_LESSON,
  on: 3,
  minutes: {
    introduce: 0,
    coil: 0,
    tenTurns: 0,
    connect: 0,
    trial: 0.5,
    passOn: 0,
    discuss: 0,
    clear: 0,
  },
};

test('a whole lesson is rehearsed, found out about, and deleted in one click', async ({
  page,
  request,
}) => {
  const { id, plan } = await newInvestigation(request, {
    // The test below rehearses at the same time, and the list shows both.
    title: 'Rehearsed to its end',
    plan: { lesson },
  });
  await page.goto(`/investigations/${id}/run`);
  await page.getByRole('button', { name: 'Rehearse this lesson' }).click();
  await expect(bar(page)).toContainText('This class does not exist, and nothing of it counts.');
  const rehearsed = /investigations\/([0-9a-f-]+)/.exec(page.url())![1]!;
  expect(rehearsed).not.toBe(id);
  // The group on this screen plays with the bench's own buttons.
  await expect(page.getByText(/^Saved: \d+ at/).first()).toBeVisible({ timeout: 30_000 });
  await page.getByRole('button', { name: 'Pause' }).click();
  const minute = page.getByTestId('lesson-minute');
  const paused = await minute.textContent();
  await faultless(page);
  await page.reload();
  await expect(minute).toHaveText(paused!);
  // Standing still, so that a slow machine does not find the lesson over.
  await page.getByRole('radiogroup', { name: 'How fast' }).getByText('60 ×').click();
  await page.getByRole('button', { name: 'Go on' }).click();
  await expect(bar(page)).toContainText('The lesson is over.', { timeout: 40_000 });
  await expect(bar(page)).toContainText(/came late .* lead was loose at/);
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  const made = await stored(request, rehearsed);
  const trials = made.readings.filter(({ corrects }) => corrects === null);
  // Everybody but the late group came through.
  const groups = made.plan.groups.map(
    (group) => trials.filter(({ groupId }) => groupId === group.id).length,
  );
  expect(Math.max(...groups)).toBe(plan.levels.length * plan.repeats);
  expect(trials.length).toBeGreaterThan(plan.levels.length * plan.repeats);
  expect([...made.readings, ...made.predictions].map(({ actor }) => actor)).not.toContain('group');
  for (const { onTime_s, recordedAt } of trials) {
    expect(onTime_s).toBeGreaterThan(0);
    expect(onTime_s).toBeLessThanOrEqual(3);
    expect(Date.parse(recordedAt)).toBeLessThan(Date.now());
  }
  await page.getByRole('link', { name: 'What the findings say of it' }).click();
  await expect(page.getByRole('heading', { name: 'Findings' })).toBeVisible();
  await expect(bar(page)).toBeVisible();
  await page.goto('/');
  const row = page.getByRole('row').filter({ hasText: made.plan.title }).first();
  await expect(row.getByText('rehearsal', { exact: true })).toBeVisible();
  await row.getByRole('link', { name: made.plan.title }).click();
  await page.getByRole('button', { name: 'Delete the rehearsal' }).click();
  await expect(page).toHaveURL(new RegExp(`/investigations/${id}/run$`));
  await expect(page.getByText('The rehearsal is deleted.').last()).toBeVisible();
  // What was meant is untouched.
  expect((await stored(request, id)).readings).toEqual([]);
  expect(await placeOf(rehearsed)).toBe('deleted');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => placeOf(rehearsed)).toBe('open');

  async function placeOf(one: Investigation['id']): Promise<string> {
    const list = (await (await request.get('/api/investigations')).json()) as {
      id: string;
      place: string;
    }[];
    return list.find((item) => item.id === one)!.place;
  }
});

test('whoever takes a hand in a rehearsal rehearses too', async ({ page, request }) => {
  const { id, plan } = await newInvestigation(request, { plan: { lesson } });
  await page.goto(`/investigations/${id}/run`);
  await page.getByRole('button', { name: 'Rehearse this lesson' }).click();
  await page.getByRole('button', { name: 'Pause' }).click();
  await page.getByRole('button', { name: plan.groups[1]!.name, exact: true }).click();
  const grid = page.getByRole('group', { name: /^Press what you predict/ });
  const done = page.getByRole('button', { name: 'Done without the clock' });
  // It may have predicted before the lesson stood still.
  if ((await whichShows(grid, done)) === 0) {
    await grid.getByRole('button', { name: '9', exact: true }).click();
  }
  await done.click();
  const read = page.getByRole('group', { name: /^Lifted:/ });
  await read.getByRole('button', { name: '7', exact: true }).click();
  await expect(page.getByText(/^Saved: 7 /).first()).toBeVisible();
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  const rehearsed = /investigations\/([0-9a-f-]+)/.exec(page.url())![1]!;
  const { readings } = await stored(request, rehearsed);
  expect(readings.map(({ actor }) => actor)).toContain('rehearsal');
  expect((await stored(request, id)).readings).toEqual([]);
});
