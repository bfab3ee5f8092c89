import { randomUUID } from 'node:crypto';
import type { APIRequestContext, Page } from '@playwright/test';
import { newDesign } from '@nab/contract/experiments';
import { sentOf, USUAL_LESSON, type Investigation } from '@nab/contract/lesson';
import { examplePrediction, exampleReading } from '@nab/contract/testing';
import { newInvestigation } from './bench.js';
import { settled } from './faultless.js';
import { expect, test } from './test.js';

// Everything that somebody may type holds a script, in every way in which a page might run it.

/** As long as the shortest name may be; told apart by what it is the name of. */
const image = (of: string): string => `<img src=x onerror=hit()>${of}`;
const long = (of: string): string =>
  `${image(of)}"><script>hit()</script><svg onload=hit()></svg><a href="javascript:hit()">${of}</a>{{hit()}}`;

const actor = 'educator';

async function put(request: APIRequestContext, url: string, data: object): Promise<void> {
  const answer = await request.put(url, { data });
  expect(answer.status(), `${url}: ${await answer.text()}`).toBeLessThan(300);
}

/** A lesson with a script in each of its texts. */
async function hostileLesson(request: APIRequestContext): Promise<Investigation> {
  const design = { ...newDesign(), name: long('design').slice(0, 80) };
  const made = await newInvestigation(request, {
    title: long('title').slice(0, 118),
    design,
    plan: {
      class: { id: randomUUID(), name: image('class') },
      groups: ['one', 'two'].map((name) => ({ id: randomUUID(), name: image(name) })),
      lesson: {
        ...USUAL_LESSON,
        risks: [
          { hazard: long('hazard').slice(0, 120), who: image('who'), action: long('action') },
        ],
      },
    },
  });
  const { plan, id } = made;
  for (const [g, group] of plan.groups.entries()) {
    for (const [l, level] of plan.levels.entries()) {
      const place = { groupId: group.id, levelId: level.id, seriesId: null };
      const recordedAt = new Date(2026, 9, 7, 9, g * 30 + l).toISOString();
      const reading = randomUUID();
      await put(request, `/api/predictions/${randomUUID()}`, {
        ...sentOf(examplePrediction()),
        ...place,
        words: long('words').slice(0, 200),
        recordedAt,
      });
      const body = { ...sentOf(exampleReading()), ...place, recordedAt, note: long('note') };
      await put(request, `/api/readings/${reading}`, body);
      if (l > 0) continue;
      await put(request, `/api/readings/${randomUUID()}`, {
        ...body,
        corrects: reading,
        reason: long('reason').slice(0, 200),
      });
    }
  }
  await put(request, `/api/readings/${randomUUID()}?of=${id}`, {
    ...sentOf(exampleReading()),
    groupId: plan.groups[0]!.id,
    levelId: randomUUID(),
    note: long('stray'),
  });
  await put(request, `/api/investigations/${id}/room`, {
    paused: false,
    message: long('message').slice(0, 200),
    ended: false,
    begun: true,
    ranked: false,
  });
  // Told apart from what was there before.
  const plan2 = { ...plan, title: image('another title') };
  await put(request, `/api/investigations/${id}`, { version: 1, actor, plan: plan2 });
  return { ...made, plan: plan2 };
}

async function hostilePoll(request: APIRequestContext, { plan }: Investigation): Promise<string> {
  const id = randomUUID();
  await put(request, `/api/polls/${id}`, {
    levelId: plan.levels[0]!.id,
    seriesId: null,
    question: long('question').slice(0, 200),
    choices: [1, 0].map((value) => ({ value, name: image(`choice ${value}`) })),
    hands: [1, 2],
    openedAt: new Date().toISOString(),
    closedAt: null,
    actor,
  });
  return id;
}

async function hostileShelf(request: APIRequestContext): Promise<void> {
  const shelf = (await (await request.get('/api/shelf')).json()) as {
    item: { kind: string };
  }[];
  for (const kind of ['core', 'reel', 'cell', 'object', 'design']) {
    const found = shelf.find(({ item }) => item.kind === kind);
    if (!found) continue;
    const item = { ...found.item, name: image(kind) };
    await put(request, `/api/shelf/${randomUUID()}`, { version: 0, item });
  }
}

/** What ran, and what became an element of what somebody typed. */
const ran = (page: Page): Promise<string[]> =>
  page.evaluate(() => [
    ...((globalThis as { hits?: string[] }).hits ?? []),
    ...Array.from(
      document.querySelectorAll('img[src="x"], [onerror], [onload], a[href^="javascript:"]'),
      (element) => element.outerHTML,
    ),
  ]);

test('what somebody types is never run: every text of every page, risk notes included', async ({
  page,
  request,
}) => {
  test.setTimeout(180_000);
  const lesson = await hostileLesson(request);
  const poll = await hostilePoll(request, lesson);
  await hostileShelf(request);
  await page.addInitScript(() => {
    const all = globalThis as unknown as { hits: string[]; hit: () => void };
    all.hits = [];
    all.hit = () => all.hits.push(location.pathname);
  });
  page.on('dialog', (dialog) => void dialog.dismiss());
  const of = `/investigations/${lesson.id}`;
  /** Pages, each with a text that has to be read there as it was typed. */
  const pages: readonly (readonly [string, string | null])[] = [
    ['/', image('another title')],
    [`${of}/question`, image('another title')],
    [`${of}/magnet`, null],
    [`${of}/magnet/field`, null],
    [`${of}/prepare`, image('another title')],
    [`${of}/run`, image('one')],
    [`${of}/demonstrate`, null],
    [`${of}/findings`, image('one')],
    [`${of}/history`, image('another title')],
    [`${of}/room`, image('one')],
    [`${of}/board`, image('message')],
    [`${of}/import`, null],
    [`/vote/${poll}`, image('question')],
    ['/shelf', image('core')],
    ['/shelf/search', null],
    ['/compare', null],
    ['/stations', null],
    ['/new', null],
  ];
  for (const [path, seen] of pages) {
    await page.goto(path);
    await expect(page.getByRole('heading', { level: 1 })).toBeAttached();
    await settled(page);
    if (seen !== null) {
      await expect.poll(() => textOf(page), { message: `${path} shows ${seen}` }).toContain(seen);
    }
    expect(await ran(page), path).toEqual([]);
  }
  // Risk notes are typed, and sheets are shown as they are printed.
  await page.goto(`${of}/prepare`);
  for (const part of ['The lesson', 'Kit', 'Risk notes', 'Sheets']) {
    await page.getByRole('tab', { name: part }).click();
    await settled(page);
    if (part === 'Risk notes') {
      for (const text of ['hazard', 'who', 'action']) {
        await expect.poll(() => textOf(page), { message: text }).toContain(image(text));
      }
    }
    expect(await ran(page), part).toEqual([]);
  }
});

/** All that can be read on a page, in fields too. */
const textOf = (page: Page): Promise<string> =>
  page.evaluate(() =>
    [
      document.body.textContent ?? '',
      ...Array.from(document.querySelectorAll('input, textarea')).map(
        (field) => (field as HTMLInputElement).value,
      ),
    ].join('\n'),
  );
