import { sentOf } from '@nab/contract/lesson';
import type { Page } from '@playwright/test';
import { exampleReading } from '@nab/contract/testing';
import { randomUUID } from 'node:crypto';
import { newInvestigation, stored, whichShows } from './bench.js';
import { faultless } from './faultless.js';
import { expect, test } from './test.js';

const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name });

/** A lesson that stands still at its beginning, where stand-ins may be used. */
async function rehearsal(page: Page, id: string): Promise<string> {
  await page.goto(`/investigations/${id}/run`);
  await button(page, 'Rehearse this lesson').click();
  await button(page, 'Pause').click();
  return /investigations\/([0-9a-f-]+)/.exec(page.url())![1]!;
}

async function takeOff(page: Page, standIn: string): Promise<void> {
  await button(page, `Stand-in ${standIn}, to practise`).click();
  await button(page, 'Take it').click();
}

test('turns are checked by an ohmmeter and by a scale that are read off', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request, { turns: [120, 240] });
  await page.goto(`/investigations/${id}/wind`);
  await page.getByRole('textbox', { name: 'It reads to' }).fill('0.01 Ω');
  await button(page, 'Stand-in multimeter, to practise').click();
  const meter = page.getByRole('group', { name: 'Multimeter (stand-in)' });
  await expect(meter.getByRole('status')).toHaveText(/^\d\.?\d* Ω$/);
  await faultless(page);
  await button(page, 'Take it').click();
  await expect(page.getByRole('textbox', { name: 'The meter shows' })).toHaveValue(/Ω$/);
  await expect(page.getByText(/That is \d+ ± \d+ turns/)).toBeVisible();
  await page.getByRole('combobox', { name: 'Check by' }).click();
  await page.getByRole('option', { name: 'Kitchen scale' }).click();
  await takeOff(page, 'kitchen scale');
  await expect(page.getByRole('textbox', { name: 'The wire weighs' })).toHaveValue(/ g$/);
  await expect(page.getByText(/That is 1[12]\d ± \d+ turns, as planned/)).toBeVisible();
});

test('what fell is weighed, in a rehearsal by a scale that does not exist', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request);
  const rehearsed = await rehearsal(page, id);
  const grid = page.getByRole('group', { name: /^Press what you predict/ });
  const done = button(page, 'Done without the clock');
  if ((await whichShows(grid, done)) === 0) {
    await grid.getByRole('button', { name: '9', exact: true }).click();
  }
  await done.click();
  await button(page, 'Weigh what fell').click();
  await takeOff(page, 'kitchen scale');
  await expect(page.getByText(/ g at 0.4 g each: \d+ objects?\./)).toBeVisible();
  const box = page.getByRole('textbox', { name: /^Lifted: how many/ });
  const count = Number(await box.inputValue());
  expect(count).toBeGreaterThan(0);
  await button(page, 'Save this trial').click();
  await expect(page.getByText(new RegExp(`^Saved: ${count} at`)).first()).toBeVisible();
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  const { readings } = await stored(request, rehearsed);
  expect(readings.at(-1)).toMatchObject({ outcome: { count }, actor: 'rehearsal' });
});

test('a probe is read off, and no stand-in is offered where it counts', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request, { plan: { measure: 'flux-density' } });
  const toReading = async (): Promise<void> => {
    const box = page.getByRole('textbox', { name: 'We predict' });
    const done = button(page, 'Done without the clock');
    if ((await whichShows(box, done)) === 0) {
      await box.fill('20 mT');
      await button(page, 'Save our prediction').click();
    }
    await done.click();
  };
  await page.goto(`/investigations/${id}/run`);
  await toReading();
  const fold = button(page, 'Read the probe off');
  if (
    (await whichShows(fold, page.getByRole('textbox', { name: /What did the probe show/ }))) === 0
  ) {
    await fold.click();
  }
  await expect(button(page, /Stand-in/)).toHaveCount(0);
  await rehearsal(page, id);
  await toReading();
  await fold.click();
  await takeOff(page, 'gauss meter');
  await expect(page.getByRole('textbox', { name: /What did the probe show/ })).toHaveValue(/ mT$/);
  await button(page, 'Save this trial').click();
  await expect(page.getByText(/^Saved: .* mT at/).first()).toBeVisible();
});

test('a warm coil is cool when a thermometer says so', async ({ page, request }) => {
  const { id } = await newInvestigation(request, {
    plan: { groups: [{ id: randomUUID(), name: 'Terns' }] },
  });
  const rehearsed = await rehearsal(page, id);
  const { plan } = await stored(request, rehearsed);
  const reading = sentOf(
    exampleReading({
      groupId: plan.groups[0]!.id,
      levelId: plan.levels[0]!.id,
      onTime_s: 13.5,
      actor: 'rehearsal',
      // After the time at which the rehearsal stands still, so that it has not cooled.
      recordedAt: new Date().toISOString(),
    }),
  );
  await request.put(`/api/readings/${randomUUID()}`, { data: reading });
  await page.reload();
  await button(page, /^10 turns/).click();
  const grid = page.getByRole('group', { name: /^Press what you predict/ });
  const on = button(page, 'Nothing hung on: switch on');
  if ((await whichShows(grid, on)) === 0) {
    await grid.getByRole('button', { name: '9', exact: true }).click();
  }
  await expect(on).toBeDisabled();
  await takeOff(page, 'thermometer');
  await expect(
    page.getByText(/°C is too warm: this trial begins at \d+ °C at most\./),
  ).toBeVisible();
  await expect(on).toBeDisabled();
});
