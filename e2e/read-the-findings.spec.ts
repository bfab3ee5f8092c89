import type { APIRequestContext } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { newShell } from '@nab/contract/experiments';
import type { Investigation } from '@nab/contract/lesson';
import {
  choose,
  demoOf,
  expectAnswerOnOneScreen,
  newInvestigation,
  openPart,
  trialsOnChart,
} from './bench.js';
import { faultless } from './faultless.js';
import { expect, test } from './test.js';

/** Puts a group's readings at a level of an investigation, as its tablet would have. */
async function read(
  request: APIRequestContext,
  { plan }: Investigation,
  level: number,
  counts: readonly number[],
  group = 0,
): Promise<void> {
  for (const count of counts) {
    await put(request, {
      groupId: plan.groups[group]!.id,
      levelId: plan.levels[level]!.id,
      seriesId: null,
      outcome: { kind: 'count', count, parts: null, off: 0, stuck: 0 },
    });
  }
}

test('pupils draw their own line, read its slope, and hold it against the best one', async ({
  page,
  request,
}) => {
  const made = await newInvestigation(request, { turns: [10, 20, 40] });
  await read(request, made, 0, [3, 4]);
  await read(request, made, 1, [6, 7]);
  await read(request, made, 2, [12, 13]);
  await page.goto(`/investigations/${made.id}/findings`);
  const chart = page.getByRole('group', { name: /^Chart of/ });
  await expect(chart.getByText('Best line')).toBeVisible();
  await openPart(page, 'By hand');
  await page.getByRole('button', { name: 'Draw your own line' }).click();
  await expect(chart.getByText('Best line')).toHaveCount(0);

  // By finger: the right end upward, the left end downward.
  const right = page.getByRole('slider', { name: 'Your line at the highest level' });
  const left = page.getByRole('slider', { name: 'Your line at the lowest level' });
  for (const [handle, by] of [
    [right, -80],
    [left, 60],
  ] as const) {
    await handle.scrollIntoViewIfNeeded();
    const box = (await handle.boundingBox())!;
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x, y + by / 2);
    await page.mouse.move(x, y + by);
    await page.mouse.up();
  }
  // And by keys, a hundredth of the axis each.
  const before = Number(await right.getAttribute('aria-valuenow'));
  await right.press('ArrowUp');
  await expect
    .poll(async () => Number(await right.getAttribute('aria-valuenow')))
    .toBeGreaterThan(before);
  const rise =
    Number(await right.getAttribute('aria-valuenow')) -
    Number(await left.getAttribute('aria-valuenow'));
  expect(rise).toBeGreaterThan(3);
  const own = page.locator('.own', { hasText: 'Your line' });
  await expect(own).toContainText('slope = rise ÷ run');
  await expect(own).toContainText(
    `= ${(rise / 30).toPrecision(3).replace(/\.?0+$/, '')} objects per turn`,
  );
  await faultless(page);
  await own.getByRole('button', { name: 'Show the best-fit line' }).click();
  await expect(chart.getByText('Best line')).toBeVisible();
  await expect(own).toContainText(/RMS error: your line .*, best-fit line 0\.5/);
  // What is drawn by hand is of no account elsewhere, and still there on coming back.
  await openPart(page, 'Answer');
  await expect(page.getByRole('slider', { name: 'Your line at the highest level' })).toHaveCount(0);
  await openPart(page, 'By hand');
  await expect(own).toBeVisible();
});

test('a value is read between the points, and outside them with a warning', async ({
  page,
  request,
}) => {
  const made = await newInvestigation(request, { turns: [10, 20, 40] });
  await read(request, made, 0, [3, 4]);
  await read(request, made, 1, [6, 7]);
  await read(request, made, 2, [12, 13]);
  await page.goto(`/investigations/${made.id}/findings`);
  await openPart(page, 'Shape');
  await choose(page, 'Curve', /^A straight line( \(.*\))?$/);
  await openPart(page, 'By hand');
  await page.getByRole('button', { name: 'Read off the curve' }).click();
  const said = page.locator('.own', { hasText: 'the curve' });
  await expect(said).toContainText('At 25 turns the curve gives 8 objects');
  await expect(said).toContainText('95 % prediction interval');
  const line = page.getByRole('slider', { name: 'Read at' });
  await line.press('ArrowRight');
  await expect(said).toContainText('At 26 turns');
  await line.press('PageUp');
  await line.press('PageUp');
  await expect(said).toContainText('This is outside the levels tested');
  await faultless(page);
});

test('shape, bars and axes are chosen, and the shape that fits best is said', async ({
  page,
  request,
}) => {
  const { id } = await demoOf(request, 'Do more turns pick up');
  await page.goto(`/investigations/${id}/findings`);
  const claim = page.getByText('Each extra turn lifts about 0.3 more objects.', { exact: true });
  await expect(claim).toBeVisible();
  await page.getByRole('button', { name: 'What we found' }).click();
  const can = page.getByRole('list', { name: 'What we found' });
  await expect(can).toContainText('A straight line fits these trials best');
  await expect(can).toContainText(/Is it proportional\? Doubling the turns gives/);
  await openPart(page, 'Conclusion');
  const conclusion = page.getByRole('region', { name: 'A conclusion to begin from' });
  await expect(conclusion).toContainText('The more turns, the more the magnet lifts:');
  await page.getByText('Plainly', { exact: true }).click();
  await expect(conclusion).toContainText('The more turns, the more the magnet lifts.');
  // What is not for a child is not offered to one.
  await expect(page.getByRole('tab', { name: 'Shape' })).toHaveCount(0);
  await page.getByText('Exactly', { exact: true }).click();
  // By key: the second part.
  await page.keyboard.press('2');
  await choose(page, 'Curve', /^A power law/);
  await expect(page.getByText(/turns to the power 1\.[0-3]/)).toBeVisible();
  const [kept] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as SVG' }).click(),
  ]);
  expect(kept.suggestedFilename()).toBe('Do-more-turns-pick-up-more-steel-litter.svg');
  const svg = await readFile(await kept.path(), 'utf8');
  expect(svg).toMatch(/<title[^>]*>Objects lifted against Number of turns<\/title>/);
  expect(svg).toMatch(/turns to the.*power 1\.[0-3].*invented data/s);
  expect(svg).not.toContain('var(--nab');
  // Key and letters go with it.
  for (const group of ['Limpets', 'Shore crabs', 'Sea stars', 'Oystercatchers']) {
    expect(svg).toContain(`>${group}<`);
  }
  expect(svg).toMatch(/@font-face\{font-family:[^}]*url\(data:font/);
  const [pixels] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as PNG' }).click(),
  ]);
  const png = await readFile(await pixels.path());
  expect(png.toString('latin1', 1, 4)).toBe('PNG');
  // Twice as fine as on the screen.
  expect(png.readUInt32BE(16)).toBeGreaterThan(1000);
  await page.getByText('SD', { exact: true }).click();
  await expect(page.getByRole('figure')).toContainText('mean, with its standard deviation');
  // Looked at more closely, by button and by keys, and as a whole again.
  const across = page.getByRole('group', { name: /^Chart of/ });
  await expect(across.getByText('60', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Closer' }).click();
  await expect(across.getByText('60', { exact: true })).toHaveCount(0);
  const cursor = page.getByRole('slider', { name: 'Trials, one by one' });
  await cursor.press('+');
  await cursor.press('End');
  await expect(cursor).toHaveAttribute('aria-valuetext', /at 60 turns/);
  await expect(across.getByText('60', { exact: true })).toBeVisible();
  await cursor.press('0');
  await expect(page.getByRole('button', { name: 'All of it' })).toHaveCount(0);
  // As first said, as learnt, or both.
  await expect(across.getByText('as learnt here')).toBeVisible();
  await page.getByText('As first said', { exact: true }).click();
  await expect(across.getByText('as learnt here')).toHaveCount(0);
  await page.getByText('Log–log', { exact: true }).click();
  await openPart(page, 'By hand');
  await expect(page.getByRole('button', { name: 'Draw your own line' })).toBeDisabled();
  await faultless(page);
});

test('a class whose cells fade is told so; kinds are held against each other', async ({
  page,
  request,
}) => {
  const fading = await newInvestigation(request, { turns: [10, 20, 40] });
  // Round after round a clip less at every level.
  for (const [round, order] of [
    [0, [0, 1, 2]],
    [1, [1, 2, 0]],
    [2, [2, 0, 1]],
    [3, [0, 2, 1]],
  ] as const) {
    for (const level of order) {
      await read(request, fading, level, [[8, 12, 20][level]! - 2 * round + ((level + round) % 2)]);
    }
  }
  await page.goto(`/investigations/${fading.id}/findings`);
  await page.getByRole('button', { name: 'How sure we are' }).click();
  await expect(page.getByRole('list', { name: 'How sure we are' })).toContainText(
    /Readings fell by .* per trial at every level\. Probably the cells ran down/,
  );
  await openPart(page, 'Order and drift');
  const order = page.getByRole('region', { name: 'In the order of trials' });
  await order.getByRole('button', { name: 'These trials in words' }).click();
  await expect(order).toContainText(/Limpets, trial 12: [\d.]+ below the mean of its level/);

  const { id } = await demoOf(request, 'What must the core');
  await page.goto(`/investigations/${id}/findings`);
  await expect(page.getByRole('tab', { name: 'By hand' })).toHaveCount(0);
  await openPart(page, 'Pairs');
  await expect(page.getByRole('table', { name: 'Each against each' })).toContainText(
    'Low-carbon steel, cold-worked vs Aluminium',
  );
  await faultless(page);
});

test('a class reads between its points, makes a trial there, and learns whether the curve held', async ({
  page,
  request,
}) => {
  const made = await newInvestigation(request, { turns: [10, 20, 40] });
  await read(request, made, 0, [3, 4]);
  await read(request, made, 1, [6, 7]);
  await read(request, made, 2, [12, 13]);
  await page.goto(`/investigations/${made.id}/findings`);
  await openPart(page, 'By hand');
  await page.getByRole('button', { name: 'Read off the curve' }).click();
  const line = page.getByRole('slider', { name: 'Read at' });
  const before = (await line.getAttribute('aria-valuenow'))!;
  await line.press('ArrowRight');
  // The key is answered a moment later: what is read before that is the former place.
  await expect(line).not.toHaveAttribute('aria-valuenow', before);
  const at = Number(await line.getAttribute('aria-valuenow'));
  await page.getByRole('button', { name: `Test ${at} turns` }).click();
  await expect(page.getByText(`${at} turns is now in Run as a test of the curve.`)).toBeVisible();
  await faultless(page);
  await expect
    .poll(async () => {
      const answer = await request.get(`/api/investigations/${made.id}`);
      return ((await answer.json()) as Investigation).plan.levels.at(-1);
    })
    .toMatchObject({ value: `${at} turns`, check: true });

  const now = (await (await request.get(`/api/investigations/${made.id}`)).json()) as Investigation;
  await read(request, now, 3, [30, 31]);
  await page.reload();
  await page.getByRole('button', { name: 'How sure we are' }).click();
  await expect(
    page.getByText(
      new RegExp(`Test at ${at} turns: .* The result was 30\\.5\\. The prediction was wrong`),
    ),
  ).toBeVisible();
});

test('yes and no are shares with a curve, and where half hold', async ({ page, request }) => {
  const made = await newInvestigation(request, {
    turns: [10, 20, 40],
    plan: { measure: 'load-yes-no', load: '200 g' },
  });
  for (const [level, yes] of [0, 3, 6].entries()) {
    for (let i = 0; i < 6; i++) {
      await put(request, {
        groupId: made.plan.groups[0]!.id,
        levelId: made.plan.levels[level]!.id,
        seriesId: null,
        outcome: { kind: 'yes-no', yes: i < yes },
      });
    }
  }
  await page.goto(`/investigations/${made.id}/findings`);
  await expect(
    page.getByText(/^The more turns, .*: in half of the trials at about 2\d turns\.$/),
  ).toBeVisible();
  await openPart(page, 'Shape');
  await expect(page.getByText(/S-shaped curve: share = 1 ÷/)).toBeVisible();
  await expect(
    page.getByText(/^The answer is yes in half of the trials at about 2\d(\.\d)? turns/),
  ).toBeVisible();
  await openPart(page, 'Every trial');
  const rows = page.getByRole('region', { name: 'Level by level' }).getByRole('row');
  await expect(rows.nth(2)).toContainText('50 %');
  await faultless(page);
});

test('a tray that ran out is at least so much, on the chart and in the curve', async ({
  page,
  request,
}) => {
  const made = await newInvestigation(request, { turns: [10, 20, 40], plan: { traySize: 25 } });
  await read(request, made, 0, [8, 9, 8]);
  await read(request, made, 1, [16, 17, 16]);
  await read(request, made, 2, [25, 25, 25]);
  await page.goto(`/investigations/${made.id}/findings`);
  await page.getByRole('button', { name: 'How sure we are' }).click();
  await expect(page.getByText(/3 trials are a lower limit/)).toBeVisible();
  await openPart(page, 'Shape');
  await choose(page, 'Curve', /^A straight line through zero/);
  const figure = page.getByRole('tabpanel', { name: 'Shape' });
  await expect(figure).toContainText('A straight line through zero: read =');
  // If 25 were all that hung there, least squares would say Σxy / Σx² = 0.67.
  const [, value = ''] = /read = ([\d.]+) × turns/.exec(await figure.innerText()) ?? [];
  expect(Number(value)).toBeGreaterThan(0.75);
});

test('two lines have their own sentences, and a load lies between two weights', async ({
  page,
  request,
}) => {
  const cells = ['1', '2'].map((value) => ({ id: randomUUID(), value }));
  const made = await newInvestigation(request, {
    turns: [10, 20, 40],
    plan: { series: { factor: 'cells-in-series', levels: cells } },
  });
  for (const [s, series] of made.plan.series!.levels.entries()) {
    for (const [i, level] of made.plan.levels.entries()) {
      for (const more of [0, 1]) {
        await put(request, {
          groupId: made.plan.groups[0]!.id,
          levelId: level.id,
          seriesId: series.id,
          outcome: {
            kind: 'count',
            count: (s + 1) * [3, 6, 12][i]! + more,
            parts: null,
            off: 0,
            stuck: 0,
          },
        });
      }
    }
  }
  await page.goto(`/investigations/${made.id}/findings`);
  await expect(
    page.getByText(/^Each extra turn lifts about 0\.3 more objects with 1 cell and 0\.6 more with/),
  ).toBeVisible();
  const lines = page.getByRole('table', { name: 'Line by line' });
  await expect(lines.getByRole('row', { name: /^1 cell 0\.3/ })).toBeVisible();
  await expect(lines.getByRole('row', { name: /^2 cells 0\.6/ })).toBeVisible();
  await openPart(page, 'By hand');
  // One line falls on every level of each, and each says what it reads there.
  await page.getByRole('button', { name: 'Read off the curve' }).click();
  const read = page.locator('.own', { hasText: 'the curve' });
  await expect(read).toContainText('the curve (1 cell) gives 7.92 objects');
  await expect(read).toContainText('the curve (2 cells) gives 15.4 objects');
  await faultless(page);

  const gaps = ['0.1 mm', '0.3 mm'].map((value) => ({ id: randomUUID(), value }));
  const paper = await newInvestigation(request, {
    design: newShell(),
    plan: { experiment: 'shell-magnet', factor: 'gap', measure: 'load-held', levels: gaps },
  });
  const level = paper.plan.levels[0]!;
  await put(request, {
    groupId: paper.plan.groups[0]!.id,
    levelId: level.id,
    seriesId: null,
    outcome: { kind: 'interval', held: 10, dropped: 12.5, typed: '10 kg / 12.5 kg' },
  });
  await page.goto(`/investigations/${paper.id}/findings`);
  expect(await trialsOnChart(page)).toEqual([
    expect.stringMatching(/held 10 kg, dropped 12\.5 kg at 0\.1 mm/),
  ]);
  await openPart(page, 'Every trial');
  await expect(
    page.getByRole('region', { name: 'Every trial' }).getByText(/held 10 kg, dropped 12\.5 kg/),
  ).toBeVisible();
});

test('the answer of every demo lesson is on one screen, and on three of a telephone', async ({
  page,
  request,
}) => {
  const all = (await (await request.get('/api/investigations')).json()) as {
    id: string;
    title: string;
    demo: boolean;
    trials: number;
  }[];
  const demos = all.filter(({ demo, trials }) => demo && trials > 0);
  expect(demos.length).toBeGreaterThan(5);
  for (const { id, title } of demos) {
    await page.goto(`/investigations/${id}/findings`);
    for (const [width, height] of [
      [1280, 800],
      [1024, 768],
    ] as const) {
      await page.setViewportSize({ width, height });
      await expect(page.locator('nab-answer-part dl')).toBeVisible();
      await expectAnswerOnOneScreen(page, `${title} at ${width}`);
      const chart = (await page.getByRole('group', { name: /^Chart of/ }).boundingBox())!;
      expect.soft(chart.height, title).toBeGreaterThan(0.45 * height);
    }
    await page.setViewportSize({ width: 390, height: 844 });
    await expect
      .poll(() => page.evaluate(() => document.documentElement.scrollHeight), { message: title })
      .toBeLessThanOrEqual(3 * 844);
  }
});

test('the board fills a projector, and is read from across the room', async ({ page, request }) => {
  const { id } = await demoOf(request, 'One, two or three cells');
  await page.setViewportSize({ width: 1920, height: 1080 });
  await page.goto(`/investigations/${id}/board`);
  await expect(page.getByText('Last reading')).toBeVisible();
  const chart = (await page.getByRole('group', { name: /^Chart of/ }).boundingBox())!;
  expect(chart.width * chart.height).toBeGreaterThan(0.5 * 1920 * 1080);
  const views = page.getByRole('navigation', { name: 'View' });
  for (const view of ['Predict', 'Try', 'Look', 'Clear up']) {
    await views.getByRole('button', { name: view }).click();
    await expect(views.locator('[aria-current]')).toHaveText(view);
    await page.waitForLoadState('networkidle');
    const { faults, used } = await page.locator('nab-board').evaluate(boardFaults);
    // No letter is smaller than a thirtieth of the height, and none is cut.
    expect(faults, view).toEqual([]);
    expect(used, view).toBeGreaterThanOrEqual(0.85);
    await faultless(page);
  }
  // By a key too; a view that was chosen outlives the page, and gives way to the lesson again.
  await page.keyboard.press('4');
  await expect(views.locator('[aria-current]')).toHaveText('Look');
  await page.reload();
  await expect(page.getByText('Each extra cell').first()).toBeVisible();
  await page.keyboard.press('0');
  await expect(page).toHaveURL(/board$/);
});

/** Labels of a board that are too small or cut, and the share of its area that holds rows, charts or text. */
function boardFaults(board: Element): { faults: string[]; used: number } {
  const STEP = 24;
  const faults: string[] = [];
  const covered = new Set<string>();
  for (const one of Array.from(board.querySelectorAll('*'))) {
    const words = Array.from(one.childNodes)
      .filter((node) => node.nodeType === Node.TEXT_NODE)
      .map((node) => node.textContent ?? '')
      .join('')
      .trim();
    const { width, left, right, top, bottom } = one.getBoundingClientRect();
    if (width === 0) continue;
    if (words !== '' || one.matches('svg, li, img')) {
      for (let x = Math.floor(left / STEP); x * STEP < right; x++)
        for (let y = Math.floor(top / STEP); y * STEP < bottom; y++) covered.add(`${x} ${y}`);
    }
    if (words === '') continue;
    const svg = one instanceof SVGElement ? one.ownerSVGElement : null;
    const size = parseFloat(getComputedStyle(one).fontSize) * (svg?.getScreenCTM()?.a ?? 1);
    const isCut = left < 0 || right > innerWidth || top < 0 || bottom > innerHeight;
    const isShort = words.endsWith('…') || one.scrollWidth > one.clientWidth + 1;
    if (
      size < innerHeight / 30 ||
      isCut ||
      (isShort && one instanceof HTMLElement && one.clientWidth > 0)
    )
      faults.push(`${words}: ${size.toFixed(1)} px`);
  }
  const squares = Math.ceil(innerWidth / STEP) * Math.ceil(innerHeight / STEP);
  return { faults, used: covered.size / squares };
}

/** One reading as a tablet sends it. */
async function put(request: APIRequestContext, more: object): Promise<void> {
  const answer = await request.put(`/api/readings/${randomUUID()}`, {
    data: {
      onTime_s: 3,
      model: null,
      flags: [],
      note: '',
      actor: 'group',
      recordedAt: new Date().toISOString(),
      corrects: null,
      reason: null,
      withdrawn: false,
      ...more,
    },
  });
  expect(answer.ok(), await answer.text()).toBe(true);
}
