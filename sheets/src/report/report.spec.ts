import { newDesign, newShell } from '@nab/contract/experiments';
import type { Reading } from '@nab/contract/lesson';
import {
  counted,
  examplePlan,
  examplePrediction,
  exampleReading,
  idOf,
} from '@nab/contract/testing';
import { describe, expect, it } from 'vitest';
import type { Page } from '../page/index.js';
import { chartPicture, reportOf } from './index.js';
import type { ReportedInvestigation } from './reported.js';

const readings = (counts: readonly (readonly number[])[]): Reading[] =>
  counts.flatMap((atLevel, level) =>
    atLevel.map((count, i) =>
      exampleReading({
        id: idOf(100 + 10 * level + i),
        levelId: idOf(1 + level),
        outcome: counted(count),
      }),
    ),
  );
const investigation = (change: Partial<ReportedInvestigation> = {}): ReportedInvestigation => ({
  plan: examplePlan(),
  design: { id: idOf(301), version: 1, design: newDesign() },
  predictions: [examplePrediction({ value: 4 })],
  readings: readings([
    [2, 4],
    [5, 7],
    [11, 13],
  ]),
  demo: false,
  rehearsalOf: null,
  ...change,
});
const textOf = (pages: readonly Page[]): string =>
  pages
    .flatMap(({ parts }) => parts)
    .flatMap(({ marks }) => marks)
    .flatMap((mark) => (mark.kind === 'text' ? [mark.text] : []))
    .join(' ');

describe('the report', () => {
  it('has means worked by hand, what was predicted, every trial, and the line', () => {
    const text = textOf(reportOf(investigation()));
    // Means of 2 and 4, 5 and 7, 11 and 13.
    for (const row of ['10 turns 2 3 1.41', '20 turns 2 6 1.41', '40 turns 2 12 1.41']) {
      expect(text).toContain(row);
    }
    expect(text).toContain('2, 4');
    expect(text).toMatch(/read = 0\.\d+ × turns/);
    expect(text).toMatch(/We claim: The more turns, the more the magnet lifts/);
    expect(text).toMatch(/With the number of turns these change as well/);
  });

  it('begins with the claim, and leaves the wall of sentences to the end', () => {
    const text = textOf(reportOf(investigation()));
    const order = [
      'What we asked',
      'What we found Each extra turn lifts about 0.3 more objects.',
      'The evidence',
      'How sure we are Slope, objects per turn: 0.3',
      'Conclusion',
      'Was it a fair test?',
      'Every trial',
      'Appendix: everything these trials show',
    ].map((words) => text.indexOf(words));
    expect(order).not.toContain(-1);
    expect(order).toEqual([...order].sort((p, q) => p - q));
  });

  it('fits within its paper, whichever it is', () => {
    for (const paper of ['A4', 'Letter'] as const) {
      for (const page of reportOf(investigation(), { paper, reader: 'plain' })) {
        expect(page.width).toBe(paper === 'A4' ? 210 : 215.9);
        for (const { marks } of page.parts) {
          for (const mark of marks) {
            if (mark.kind !== 'text') continue;
            expect(mark.x).toBeGreaterThan(5);
            expect(mark.x).toBeLessThan(page.width - 5);
            expect(mark.y).toBeGreaterThan(5);
            expect(mark.y).toBeLessThan(page.height - 5);
          }
        }
      }
    }
  });

  it('says on every page where nobody made the readings', () => {
    for (const reader of ['plain', 'full'] as const) {
      for (const page of reportOf(investigation({ demo: true }), { reader })) {
        expect(page.title).toContain('invented data');
        expect(textOf([page])).toContain('invented data');
      }
      const rehearsed = reportOf(investigation({ rehearsalOf: idOf(9) }), { reader });
      expect(rehearsed.every(({ title }) => title.includes('rehearsal'))).toBe(true);
    }
    expect(textOf(reportOf(investigation()))).not.toMatch(/invented|rehearsal/i);
  });

  it('fills the four boxes of young pupils and puts them first', () => {
    const [first] = reportOf(investigation(), { reader: 'plain' });
    const text = textOf([first!]);
    expect(text).toMatch(/We guessed 10 turns: 4 /);
    expect(text).toMatch(/What we think The more turns, the more the magnet lifts\./);
    const nobody = reportOf(investigation({ predictions: [] }), { reader: 'plain' });
    expect(textOf([nobody[0]!])).toContain('Nobody wrote a guess down.');
  });

  it('has a chart with a mark for each trial, hollow and with an arrow where it is at least that', () => {
    const full = chartPicture(investigation())!;
    const emptied = chartPicture(
      investigation({
        readings: readings([
          [2, 4],
          [5, 7],
          [11, 60],
        ]),
      }),
    )!;
    expect(full).toMatch(/^<svg xmlns.*\n<title>/);
    const filled = (svg: string): number => svg.match(/fill="#5a6b78" stroke="#1d2b33"/g)!.length;
    // Six trials, and the two groups in the key.
    expect(filled(full)).toBe(8);
    expect(filled(emptied)).toBe(7);
  });

  it('comes without a chart where there is none, and before anything was read', () => {
    const words = examplePlan(idOf, { measure: 'sentence' });
    const said = [exampleReading({ outcome: { kind: 'words', text: 'It hummed.' }, model: null })];
    const of = investigation({ plan: words, readings: said, predictions: [] });
    expect(chartPicture(of)).toBeNull();
    expect(textOf(reportOf(of))).toContain('It hummed.');
    expect(textOf(reportOf(investigation({ readings: [] })))).toContain('No trial was recorded');
  });

  it('draws a load as a bar between what held and what dropped', () => {
    const plan = examplePlan(idOf, {
      experiment: 'shell-magnet',
      factor: 'gap',
      measure: 'load-held',
      levels: ['0.2 mm', '0.4 mm'].map((value, i) => ({ id: idOf(1 + i), value })),
    });
    const load = (id: number, level: number, held: number) =>
      exampleReading({
        id: idOf(id),
        levelId: idOf(level),
        model: null,
        outcome: { kind: 'interval', held, dropped: held + 2.5, typed: `${held} kg` },
      });
    const of = investigation({
      plan,
      design: { id: idOf(301), version: 1, design: newShell() },
      predictions: [],
      readings: [load(100, 1, 10), load(101, 1, 12.5), load(102, 2, 5), load(103, 2, 5)],
    });
    expect(textOf(reportOf(of))).toContain('held 10 kg, dropped 12.5 kg');
    expect(chartPicture(of)!.match(/stroke="#5a6b78" stroke-width="0.25"/g)).toHaveLength(4);
  });
});
