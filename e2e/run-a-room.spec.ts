import type { Page } from '@playwright/test';
import { countOf, newInvestigation, RunBench, stored } from './bench.js';
import { faultless } from './faultless.js';
import { asPage, first, join, person, second, signIn } from './room.js';
import { expect, test } from './test.js';

test('an educator, three groups on tablets and a board go through a lesson', async ({
  browser,
}) => {
  test.setTimeout(180_000);
  const desk = await person(browser, first);
  const educator = await signIn(desk);
  const api = await asPage(desk, first);
  const names = ['Limpets', 'Terns', 'Anemones'];
  const { id, plan } = await newInvestigation(api, {
    title: 'A room of three',
    turns: [10, 20, 40, 80],
    plan: { groups: names.map((name) => ({ id: crypto.randomUUID(), name })) },
  });
  await educator.goto(`/investigations/${id}/room`);
  const code = (await educator.getByText(/^[A-Z]{3} [A-Z]{3}$/).textContent())!.trim();
  await faultless(educator);

  const wrong = await (await person(browser, first)).newPage();
  await wrong.goto('/join/QQQQQQ');
  await expect(wrong.getByText('No lesson has this code. Read it once more.')).toBeVisible();
  await faultless(wrong);

  const contexts = [
    await person(browser, first, { width: 1024, height: 768 }),
    await person(browser, second, { width: 390, height: 844 }),
    await person(browser, second, { width: 1024, height: 768 }),
  ];
  const tablets: Page[] = [];
  for (const [i, context] of contexts.entries()) tablets.push(await join(context, code, names[i]!));
  const [limpets, terns, anemones] = tablets as [Page, Page, Page];
  for (const page of tablets) await faultless(page);

  const board = await (await person(browser, second)).newPage();
  await board.goto('/join');
  await board.getByLabel(/^Code on the board/).fill(code);
  await expect(board.getByRole('button', { name: /^Limpets/ })).toBeDisabled();
  await board.getByRole('button', { name: 'This screen is the board' }).click();
  const groups = board.getByRole('region', { name: 'Groups' });
  await expect(groups.getByRole('listitem')).toHaveCount(3);

  await educator.getByRole('button', { name: 'Begin the lesson' }).click();
  await expect(board.getByRole('timer')).toContainText('min left');

  // Read on one server, seen from the other at once.
  await new RunBench(limpets).predict(4);
  await new RunBench(limpets).trial({ lifted: 5 });
  await expect(board.locator('.newest')).toContainText('Limpets: 5 at');
  await expect(groups).toContainText('predicts');
  const desks = educator.getByRole('row', { name: /^Limpets/ });
  await expect(desks).toContainText('1 of 8');
  await faultless(board);

  // The cable of one tablet is pulled in the middle of a trial.
  await new RunBench(terns).predict(6);
  await expect.poll(async () => (await stored(api, id)).predictions.length).toBe(2);
  await new RunBench(terns).isSaved();
  await contexts[1]!.setOffline(true);
  await new RunBench(terns).trial({ lifted: 7 });
  await expect(terns.getByTestId('save-status')).toHaveText(/1 kept on this device/);
  await contexts[1]!.setOffline(false);
  await new RunBench(terns).isSaved();
  await expect(educator.getByRole('row', { name: /^Terns/ })).toContainText('1 of 8');

  // Everybody looks up, and goes on.
  await educator.getByRole('button', { name: 'Pause all benches' }).click();
  for (const page of [...tablets, board])
    await expect(page.getByText('switch off and look up')).toBeVisible();
  await expect(anemones.getByText('Hands off until your educator goes on.')).toBeVisible();
  await educator.getByLabel('Message, read at a glance').fill('Dip once, not twice');
  await educator.getByRole('button', { name: 'Show it' }).click();
  for (const page of [...tablets, board]) {
    await expect(page.getByText('Dip once, not twice')).toBeVisible();
  }
  await educator.getByRole('button', { name: 'Go on' }).click();

  // A tablet is bound to its group, and to its own pages.
  await anemones.goto('/');
  await expect(anemones).toHaveURL(/\/run$/);
  await anemones.goto(`/investigations/${id}/question`);
  await expect(anemones).toHaveURL(/\/run$/);
  await expect(anemones.getByRole('group', { name: 'Group', exact: true })).toHaveCount(0);
  const foreign = await anemones.evaluate(
    ([path, body]) =>
      fetch(path!, {
        method: 'PUT',
        headers: { 'content-type': 'application/json' },
        body: body!,
      }).then(({ status }) => status),
    [`/api/investigations/${id}/place`, JSON.stringify({ place: 'deleted' })],
  );
  expect(foreign).toBe(403);

  // Its level goes while a reading of it waits: it is kept, and the educator gives it a place.
  await anemones.getByRole('button', { name: /^80 turns/ }).click();
  await contexts[2]!.setOffline(true);
  await new RunBench(anemones).predict(3);
  await new RunBench(anemones).trial({ lifted: 3 });
  await expect(anemones.getByTestId('save-status')).toHaveText(/2 kept on this device/);
  const { version, plan: now, readings } = await stored(api, id);
  const used = new Set(readings.map(({ levelId }) => levelId));
  const waiting = await anemones.evaluate(
    () =>
      new Promise<string>((resolve) => {
        const open = indexedDB.open('nab');
        open.onsuccess = () => {
          const all = open.result.transaction('outgoing').objectStore('outgoing').getAll();
          all.onsuccess = () => resolve(String(all.result[0].body.levelId));
        };
      }),
  );
  // A level where nobody else has read anything can be taken out of the plan.
  expect(used.has(waiting)).toBe(false);
  const changed = await api.put(`/api/investigations/${id}`, {
    data: {
      version,
      actor: 'educator',
      plan: { ...now, levels: now.levels.filter((level) => level.id !== waiting) },
    },
  });
  expect(changed.status()).toBe(200);
  await contexts[2]!.setOffline(false);
  await expect(anemones.getByTestId('save-status')).toHaveText(/2 with your educator/);
  const strays = educator.getByRole('region', { name: 'Readings without a place' });
  await expect(strays).toContainText('no longer in the plan');
  await faultless(educator);
  for (const left of [1, 0]) {
    await strays.getByRole('combobox', { name: 'Level' }).first().click();
    await educator.getByRole('option').first().click();
    await strays.getByRole('button', { name: 'Place it' }).first().click();
    await expect(strays.getByRole('listitem')).toHaveCount(left);
  }
  await expect(strays).toHaveCount(0);
  await expect(educator.getByRole('row', { name: /^Anemones/ })).toContainText('1 of');

  // A tablet is let go: it asks to join again, and another may take its place.
  await educator.getByRole('button', { name: 'Let the tablet of Limpets go' }).click();
  await limpets.reload();
  await expect(limpets.getByRole('heading', { name: 'Join the lesson' })).toBeVisible();
  await join(contexts[0]!, code, 'Limpets');

  await educator.getByRole('button', { name: 'End the lesson' }).click();
  await expect(board.getByText('The lesson is over.')).toBeVisible();
  await expect(terns.getByText('The lesson is over.')).toBeVisible();
  const whole = await stored(api, id);
  expect(whole.readings.map(countOf).sort()).toEqual([3, 5, 7]);
  expect(new Set(whole.readings.map(({ groupId }) => groupId)).size).toBe(plan.groups.length);
});
