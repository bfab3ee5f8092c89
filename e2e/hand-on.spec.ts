import type { APIRequestContext } from '@playwright/test';
import { unzipSync } from 'fflate';
import { randomUUID } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import type { Investigation } from '@nab/contract/lesson';
import { demoOf, newInvestigation, openPart } from './bench.js';
import { faultless } from './faultless.js';
import { expect, test } from './test.js';

/** A reading of a group at a level, as its tablet sends it. */
async function read(
  request: APIRequestContext,
  { plan }: Investigation,
  level: number,
  count: number,
  group = 0,
): Promise<void> {
  const answer = await request.put(`/api/readings/${randomUUID()}`, {
    data: {
      groupId: plan.groups[group]!.id,
      levelId: plan.levels[level]!.id,
      seriesId: null,
      outcome: { kind: 'count', count, parts: null, off: 0, stuck: 0 },
      onTime_s: 3,
      model: null,
      flags: [],
      note: '',
      actor: 'group',
      recordedAt: new Date().toISOString(),
      corrects: null,
      reason: null,
      withdrawn: false,
    },
  });
  expect(answer.ok(), await answer.text()).toBe(true);
}

test('an educator hands an investigation on, takes it in as a copy, and finds the same in it', async ({
  page,
  request,
}) => {
  // A copy of the demo would stand in other tests' way.
  const made = await newInvestigation(request, {
    title: 'What is handed on?',
    turns: [10, 20, 40],
  });
  for (const [level, counts] of [
    [3, 4],
    [6, 8],
    [12, 13],
  ].entries()) {
    for (const count of counts) await read(request, made, level, count);
  }
  await page.goto(`/investigations/${made.id}/findings`);
  await openPart(page, 'Every trial');
  const means = page.getByRole('region', { name: 'Level by level' }).getByRole('row');
  await expect(means).toHaveCount(4);
  const before = await means.allInnerTexts();

  await openPart(page, 'Report and files');
  await page.getByRole('button', { name: 'Show the report' }).click();
  const report = page.getByRole('region', { name: 'Pages of the report' });
  await expect(report.getByRole('img').first()).toHaveAccessibleName(/What we asked/, {
    timeout: 30_000,
  });
  await expect(page.getByRole('button', { name: /^Print the report, \d pages$/ })).toBeEnabled();
  await faultless(page);
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Data package' }).click();
  const file = await (await download).path();
  const names = Object.keys(unzipSync(new Uint8Array(await readFile(file))));
  expect(names).toEqual(
    expect.arrayContaining(['datapackage.json', 'data/trials.csv', 'pictures/chart.svg']),
  );

  await page.goto('/');
  await page.getByLabel('Take in an investigation: the file').setInputFiles({
    name: 'handed-on.zip',
    mimeType: 'application/zip',
    buffer: await readFile(file),
  });
  await expect(page.getByText(/is here already/)).toBeVisible();
  await page.getByRole('button', { name: 'Take it in as a copy' }).click();
  await page.getByRole('link', { name: 'Look at its findings' }).click();
  await expect(page).not.toHaveURL(new RegExp(made.id));
  await openPart(page, 'Every trial');
  await expect(means).toHaveCount(4);
  expect(await means.allInnerTexts()).toEqual(before);
});

test('an educator brings in last year’s readings from a table with decimal commas', async ({
  page,
  request,
}) => {
  const made = await newInvestigation(request, { turns: [10, 20, 40] });
  const [limpets] = made.plan.groups;
  const table = [
    'turns;count;group;note',
    `10;4,0;${limpets!.name};`,
    `20;7;${limpets!.name};windy`,
    `30;9;${limpets!.name};`,
    '40;many;Whelks;',
  ];
  const open = (lines: readonly string[]) =>
    page.getByLabel('Open a table: the file').setInputFiles({
      name: 'last-year.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(lines.join('\r\n')),
    });
  await page.goto(`/investigations/${made.id}/findings`);
  await page.getByRole('link', { name: 'Bring in readings from a table' }).click();
  await open(table);
  await expect(page.getByText('2 readings can be brought in.')).toBeVisible();
  await expect(
    page.getByText('Row 4, turns: There is no level “30 turns” in the plan.'),
  ).toBeVisible();
  await expect(
    page.getByText('Row 5, group: There is no group “Whelks” in the plan.'),
  ).toBeVisible();
  await expect(page.getByRole('button', { name: 'Bring them in' })).toBeDisabled();
  await faultless(page);

  await page.getByRole('checkbox', { name: /^Add levels and groups/ }).check();
  await expect(page.getByText('Row 5, count: “many” is no number.')).toBeVisible();
  await open([...table.slice(0, 4), '40;14;Whelks;']);
  await page.getByRole('checkbox', { name: /^Add levels and groups/ }).check();
  await expect(page.getByText(/^4 readings can be brought in\. Added to the plan/)).toBeVisible();
  // The answer is lost on its way: sent again, nothing comes in twice.
  const where = `**/api/investigations/${made.id}/readings`;
  await page.route(where, async (route) => {
    await route.fetch();
    await route.abort();
  });
  await page.getByRole('button', { name: 'Bring them in' }).click();
  await expect(page.getByText(/nothing comes in twice/)).toBeVisible();
  await page.unroute(where);
  await page.getByRole('button', { name: 'Bring them in' }).click();
  await expect(page.getByText('4 readings brought in.')).toBeVisible();
  await page.getByRole('link', { name: 'Look at the findings' }).click();
  await openPart(page, 'Every trial');
  const row = page
    .getByRole('region', { name: 'Every trial' })
    .getByRole('row', { name: 'Whelks' });
  await expect(row.getByRole('cell')).toHaveText(['–', '–', '14', '–']);

  const now = (await (await request.get(`/api/investigations/${made.id}`)).json()) as Investigation;
  expect(now.readings.map(({ note }) => note)).toEqual(['', 'windy', '', '']);
  expect(now.plan.levels.map(({ value }) => value)).toEqual([
    ...made.plan.levels.map(({ value }) => value),
    '30',
  ]);
});

test('a workbook is read like a table, and what is none is refused in words', async ({
  page,
  request,
}) => {
  const litter = await demoOf(request, 'Do more turns pick up more steel litter?');
  const answer = await request.get(`/api/investigations/${litter.id}/trials.xlsx`);
  const made = await newInvestigation(request, { turns: [10, 20, 30, 40, 60] });
  await page.goto(`/investigations/${made.id}/import`);
  const box = page.getByLabel('Open a table: the file');
  await box.setInputFiles({
    name: 'trials.xlsx',
    mimeType: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
    buffer: await answer.body(),
  });
  await page.getByRole('checkbox', { name: /^Add levels and groups/ }).check();
  // All of the demo's trials; the one that was withdrawn is left out.
  await expect(page.getByText(/^59 readings can be brought in\. 1 row left out/)).toBeVisible();
  await box.setInputFiles({
    name: 'broken.xlsx',
    mimeType: 'application/zip',
    buffer: Buffer.from('PK nothing'),
  });
  await expect(page.getByText(/This is no workbook that can be read/)).toBeVisible();
});

test('what one class has shown is kept for the next, said there, and forgotten', async ({
  page,
  request,
}) => {
  const [first, next] = [
    await newInvestigation(request, { turns: [20, 40, 60] }),
    await newInvestigation(request, { turns: [20, 40, 60] }),
  ];
  for (const [i, count] of [10, 9, 18, 17, 25, 27].entries()) {
    await read(request, first, Math.floor(i / 2), count, i % first.plan.groups.length);
  }
  const strip = async (): Promise<string> => {
    await page.goto(`/investigations/${next.id}/question`);
    return page.getByRole('region', { name: 'Predicted for each level' }).innerText();
  };
  const alone = await strip();
  await page.goto(`/investigations/${first.id}/findings`);
  await openPart(page, 'Predictions');
  const part = page.getByRole('region', { name: 'What this class teaches Nab' });
  await expect(part.getByText(/^By itself this class read [\d.]+ times/)).toBeVisible();
  await part.getByRole('button', { name: 'Keep it for the next lessons' }).click();
  await expect(
    part.getByText(/^Kept for this school’s next lessons\. With one class/),
  ).toBeVisible();
  expect(await strip()).not.toEqual(alone);
  await expect(page.getByText(/^Nab’s predictions here reckon with one class/)).toBeVisible();

  await page.goto(`/investigations/${first.id}/findings`);
  await openPart(page, 'Predictions');
  await part.getByRole('button', { name: 'Forget this class' }).click();
  await expect(part.getByRole('button', { name: 'Keep it for the next lessons' })).toBeVisible();
  expect(await strip()).toEqual(alone);
});
