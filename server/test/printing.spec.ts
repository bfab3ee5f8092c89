import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { newDesign } from '@nab/contract/experiments';
import { USUAL_LESSON, type LessonSettings } from '@nab/contract/lesson';
import { readPdf } from '@nab/sheets/testing';
import { startBench, type Bench } from './harness.js';

let bench: Bench;
beforeAll(async () => {
  bench = await startBench();
});
afterAll(() => bench.app.close());

const lessonOf = (change: Partial<LessonSettings>): LessonSettings => ({
  ...USUAL_LESSON,
  ...change,
});

describe('a lesson', () => {
  it('is kept with its plan, and is absent until somebody has said', async () => {
    const made = await bench.create();
    expect(made.plan).not.toHaveProperty('lesson');
    const lesson = lessonOf({ arrangement: 'go-round', length: 45, begins: '2026-12-01T09:15' });
    const plan = { ...made.plan, lesson };
    const { status } = await bench.send('PUT', `/api/investigations/${made.id}`, {
      version: 1,
      plan,
      actor: 'educator',
    });
    expect(status).toBe(200);
    const { body } = await bench.send('GET', `/api/investigations/${made.id}`);
    expect(body.plan.lesson).toEqual(lesson);
  });

  it.each([
    ['minutes.trial', { minutes: { ...USUAL_LESSON.minutes, trial: -1 } }, 'from 0 to 120'],
    ['length', { length: 0 }, 'from 1 to 480'],
    ['on', { on: 900 }, 'from 1 to 60'],
    ['begins', { begins: 'tomorrow' }, 'Choose a day'],
    ['arrangement', { arrangement: 'somehow' as never }, 'from the list'],
    ['risks[0].hazard', { risks: [{ hazard: ' ', who: '', action: 'x' }] }, 'Name the hazard'],
  ])('with a fault in %s is refused beside it', async (path, change, words) => {
    const made = await bench.create();
    const { status, body } = await bench.send('PUT', `/api/investigations/${made.id}`, {
      version: 1,
      plan: { ...made.plan, lesson: lessonOf(change) },
      actor: 'educator',
    });
    expect(status).toBe(422);
    const fault = body.errors.find((each: { path: string }) => each.path === `plan.lesson.${path}`);
    expect(fault.message).toContain(words);
  });

  it('leaves its risk notes to the next one, the newest first', async () => {
    expect((await bench.send('GET', '/api/risk-notes')).body).toEqual([]);
    for (const hazard of ['Wet sand', 'Tide']) {
      const lesson = lessonOf({ risks: [{ hazard, who: 'All', action: 'Mats.' }] });
      await bench.createOf(newDesign(), { lesson });
    }
    const { body } = await bench.send('GET', '/api/risk-notes');
    expect(body).toEqual([{ hazard: 'Tide', who: 'All', action: 'Mats.' }]);
  });
});

describe('the sheets', () => {
  it('come as pages, those that are asked for', async () => {
    const { id } = await bench.create();
    const url = `/api/investigations/${id}/sheets?paper=Letter&sheets=risk,kit`;
    const { status, body } = await bench.send('GET', url);
    expect(status).toBe(200);
    expect(body.pages).toHaveLength(2);
    expect(body.pages[0]).toMatchObject({ width: 215.9, height: 279.4 });
  });

  it('come as the same pages in a PDF', async () => {
    const made = await bench.createOf(newDesign(), { lesson: lessonOf({ paper: 'A4' }) });
    const url = `/api/investigations/${made.id}/sheets`;
    const shown = await bench.send('GET', url);
    const answer = await bench.app.inject({ url: `${url}.pdf` });
    expect(answer.headers['content-type']).toBe('application/pdf');
    expect(answer.headers['content-disposition']).toContain('How-many-turns.pdf');
    const { pages, title } = await readPdf(answer.rawPayload);
    expect(title).toBe('How many turns?');
    expect(pages).toHaveLength(shown.body.pages.length);
    expect(pages.map(({ text }) => text).join(' ')).toContain('Our prediction');
  });

  it('say what they do not know', async () => {
    const { id } = await bench.create();
    const odd = await bench.send('GET', `/api/investigations/${id}/sheets?sheets=poster`);
    expect(odd.status).toBe(422);
    expect(odd.body.errors[0].message).toContain('four-box');
    const gone = '/api/investigations/00000000-0000-4000-8000-999999999999/sheets.pdf';
    expect((await bench.send('GET', gone)).status).toBe(404);
  });
});
