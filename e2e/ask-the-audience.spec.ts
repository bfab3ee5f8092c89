import { newDesign, newShell } from '@nab/contract/experiments';
import { randomUUID } from 'node:crypto';
import { newInvestigation, sayCool, stored } from './bench.js';
import { faultless } from './faultless.js';
import { expect, test } from './test.js';

const levels = (...values: string[]) => values.map((value) => ({ id: randomUUID(), value }));

test('an audience votes how few cells hold it, and the board says who was right', async ({
  page,
  browser,
  request,
}) => {
  const shell = newShell();
  const { id } = await newInvestigation(request, {
    design: { ...shell, supply: { ...shell.supply, series: 3 } },
    plan: {
      experiment: 'shell-magnet',
      factor: 'gap',
      measure: 'fewest-cells',
      load: '2 kg',
      levels: levels('1 sheet', '3 sheets'),
      groups: [{ id: randomUUID(), name: 'Audience' }],
    },
  });
  await page.goto(`/investigations/${id}/run`);
  await page.getByRole('button', { name: 'Ask the audience' }).click();
  await expect(page.getByText('1 sheet: how few cells will hold 2 kg?')).toBeVisible();
  await page.getByRole('spinbutton', { name: 'Hands for: 1 cell', exact: true }).fill('4');
  await page.getByRole('spinbutton', { name: 'Hands for: 2 cells' }).fill('9');
  await faultless(page);
  for (const [width, height] of [
    [390, 844],
    [1024, 768],
    [1280, 800],
  ] as const) {
    await page.setViewportSize({ width, height });
    await page.evaluate(() => scrollTo(0, 0));
    const box = (await page.getByRole('button', { name: /^Close the vote/ }).boundingBox())!;
    expect(box.y + box.height).toBeLessThanOrEqual(height);
  }
  await expect.poll(async () => (await stored(request, id)).polls[0]?.hands).toEqual([4, 9, 0, 0]);
  const [poll] = (await stored(request, id)).polls;
  const hall = await browser.newContext();
  const telephone = await hall.newPage();
  await telephone.goto(`/vote/${poll!.id}`);
  await telephone.getByRole('button', { name: '3 cells' }).click();
  await telephone.getByRole('button', { name: '1 cell', exact: true }).click();
  await expect(telephone.getByText(/^You said: 1 cell/)).toBeVisible();
  await faultless(telephone);
  const board = await hall.newPage();
  await board.goto(`/investigations/${id}/board`);
  await expect(board.getByText('The vote is open: 14 votes.')).toBeVisible();
  await faultless(board);
  await page.getByRole('button', { name: /^Close the vote/ }).click();
  await expect(page.getByText('Your prediction: 2 cells')).toBeVisible();
  await expect(telephone.getByText(/The vote is closed. You said: 1 cell/)).toBeVisible();
  // Cells are taken away: three hold, two do not.
  await page.getByRole('button', { name: 'Checked: it came away' }).click();
  await sayCool(page);
  for (const answer of ['It held', 'It held', 'It dropped']) {
    await page.getByRole('button', { name: 'Switch on now' }).click();
    await page.getByRole('button', { name: `${answer} (now off)` }).click();
  }
  await page.getByRole('button', { name: 'Save: 2 cells held it' }).click();
  await expect(board.getByText('2 cells: 9 of 14 were right.')).toBeVisible();
  // The next vote shows; what came of the one before stands below it.
  await page.getByRole('button', { name: /^3 sheets/ }).click();
  await page.getByRole('button', { name: 'Ask the audience' }).click();
  await expect(board.getByRole('heading', { name: /^3 sheets: how few cells/ })).toBeVisible();
  await expect(
    board.getByRole('list', { name: 'Votes before' }).getByText(/it was “2 cells”: 9 of 14/),
  ).toBeVisible();
  const { predictions, polls } = await stored(request, id);
  expect(predictions[0]).toMatchObject({ value: 2, words: 'Vote of 14, most for: 2 cells' });
  expect(polls[0]!.closedAt).not.toBeNull();
  await hall.close();
});

test('a demonstration is no group’s: cautions are ticked on the educator’s screen', async ({
  page,
  request,
}) => {
  const shell = newShell();
  const { id } = await newInvestigation(request, {
    design: {
      ...shell,
      supply: { ...shell.supply, chemistry: 'lead-acid', size: 'sealed-6V', series: 1 },
      leads: { ...shell.leads, resistanceEach: '3 Ω' },
    },
    plan: {
      experiment: 'shell-magnet',
      factor: 'gap',
      measure: 'load-yes-no',
      load: '20 kg',
      levels: levels('1 sheet', '3 sheets'),
    },
  });
  await page.goto(`/investigations/${id}/run`);
  await expect(
    page.getByText('This is a demonstration. Only an adult switches it on.'),
  ).toBeVisible();
  await expect(page.getByRole('button', { name: /1 sheet/ })).toHaveCount(0);
  await expect(page.getByRole('list', { name: 'Parts of a trial' })).toHaveCount(0);
  await faultless(page);
  await page.getByRole('link', { name: 'To the educator’s screen' }).click();
  const ticks = page.getByRole('group', { name: 'Cautions to be ticked' }).getByRole('checkbox');
  await expect(ticks.first()).toBeVisible();
  await expect(page.getByText(/Only an adult uses it/)).toBeVisible();
  await expect(page.getByRole('button', { name: /ticked$/ })).toBeDisabled();
  await expect(page.getByRole('button', { name: 'It will hold' })).toHaveCount(0);
  await faultless(page);
  for (const tick of await ticks.all()) await tick.check();
  await page.getByRole('button', { name: 'I am an adult, and all of it is so' }).click();
  await page.getByRole('button', { name: 'It will hold' }).click();
  await page.getByRole('button', { name: 'Checked: switch on' }).click();
  await page.getByRole('button', { name: 'Switched off' }).click();
  await page.getByRole('button', { name: 'It dropped' }).click();
  await expect(page.getByText(/^Saved: dropped at 1 sheet/).first()).toBeVisible();
  // The other level has cautions of its own to tick.
  await page.getByRole('button', { name: /^3 sheets/ }).click();
  await expect(page.getByRole('button', { name: /^0 of \d+ ticked$/ })).toBeDisabled();
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  const { readings } = await stored(request, id);
  expect(readings.map(({ actor }) => actor)).toEqual(['educator']);
});

test('what some levels need an adult for, groups are not offered', async ({ page, request }) => {
  const design = newDesign();
  const { id } = await newInvestigation(request, {
    design,
    plan: { factor: 'cell-kind', levels: levels('alkaline/d', 'lead-acid/sealed-6v') },
  });
  await page.goto(`/investigations/${id}/run`);
  await expect(page.getByText(/A demonstration: Lead-acid, 6 V sealed/)).toBeVisible();
  await expect(page.getByRole('group', { name: 'Level' }).getByRole('button')).toHaveCount(1);
});
