import {
  newDesign,
  newShell,
  type DesignDocument,
  type ExperimentDocument,
} from '@nab/contract/experiments';
import { prepared, type NamedCase } from '@nab/words/lesson';
import { examplePlan, idOf } from '@nab/contract/testing';
import { describe, expect, it } from 'vitest';
import type { Mark } from '../page/index.js';
import { coilHeight, drawCoil } from './draw-coil.js';
import { drawToLabel } from './label-diagram.js';

const ROOM = 172;
const AT = { x: 19, y: 40, room: ROOM };
const mm = (metres: number): string => `${Math.round(1000 * metres)} mm`;
const shells = () =>
  examplePlan(idOf, {
    experiment: 'shell-magnet',
    measure: 'load-held',
    factor: 'cells-in-series',
    levels: [{ id: idOf(1), value: '2 cells' }],
  });
const caseOf = (document: ExperimentDocument, plan = examplePlan()): NamedCase =>
  prepared(plan, document).cases[0]!;
const magnet = (
  core: Partial<DesignDocument['core']> = {},
  winding: Partial<DesignDocument['winding']> = {},
): NamedCase => {
  const design = newDesign();
  return caseOf({
    ...design,
    core: { ...design.core, ...core },
    winding: { ...design.winding, ...winding },
  });
};

interface Box {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

function boxOf(mark: Mark): Box {
  const numbers = mark.kind === 'path' ? mark.d.match(/-?[\d.]+/g)!.map(Number) : [mark.x, mark.y];
  const xs = numbers.filter((_, i) => i % 2 === 0);
  const ys = numbers.filter((_, i) => i % 2 === 1);
  const [left, right] = [Math.min(...xs), Math.max(...xs)];
  return { left, right, top: Math.min(...ys), bottom: Math.max(...ys) };
}
const inked = (marks: readonly Mark[], ink: string): Box[] =>
  marks.filter((mark) => mark.kind === 'path' && mark.stroke === ink).map(boxOf);
const textsOf = (marks: readonly Mark[]): string[] =>
  marks.flatMap((mark) => (mark.kind === 'text' ? [mark.text] : []));

describe('a coil at true size', () => {
  it('draws both cores of a pair as far apart as they are, and the bar between', () => {
    const one = magnet({ poles: 'two', yoke: 'bar', spacing: '40 mm', length: '90 mm' });
    const steel = inked(drawCoil(one, AT, mm), 'steel');
    const cores = steel.filter(({ left, right }) => Math.abs(right - left - 90) < 0.01);
    expect(cores).toHaveLength(2);
    expect(cores[1]!.top - cores[0]!.top).toBeCloseTo(40, 2);
    const bar = steel.find(({ top, bottom }) => bottom - top > 40)!;
    expect(bar.right).toBeCloseTo(cores[0]!.left, 2);
    expect(coilHeight(one) - coilHeight(magnet({ length: '90 mm' }))).toBeCloseTo(40, 2);
  });

  it('leans the turns of the second core the other way where it is wound so', () => {
    const leans = (second: 'opposite' | 'alike'): number[] =>
      drawCoil(magnet({ poles: 'two' }, { second }), AT, mm).flatMap((mark) => {
        if (mark.kind !== 'path' || mark.stroke !== 'copper') return [];
        const [x1, y1, x2, y2] = mark.d.match(/-?[\d.]+/g)!.map(Number) as [
          number,
          number,
          number,
          number,
        ];
        return mark.d.includes('C') ? [] : [Math.sign((x2 - x1) * (y2 - y1))];
      });
    expect(leans('opposite')).toEqual([-1, 1]);
    expect(leans('alike')).toEqual([-1, -1]);
  });

  it('shows the winding of a core that is longer than the paper, wherever it is', () => {
    for (const [start, end] of [
      ['5 mm', '80 mm'],
      ['220 mm', '290 mm'],
    ] as const) {
      const marks = drawCoil(magnet({ length: '300 mm' }, { start, end }), AT, mm);
      expect(textsOf(marks).join(' ')).toContain('cut short here: it is 300 mm long');
      for (const { left, right } of inked(marks, 'copper')) {
        expect(left).toBeGreaterThan(AT.x);
        expect(right).toBeLessThan(AT.x + ROOM);
      }
    }
  });

  it('keeps the names of its marks beside the drawing, also at the very tip', () => {
    const marks = drawCoil(magnet({}, { end: '100 mm' }), AT, mm);
    const start = marks.find((mark) => mark.kind === 'text' && mark.text === 'START')!;
    // Eight points of bold are 10 mm for the word.
    expect(boxOf(start).left + 10).toBeLessThan(AT.x + ROOM + 1);
    expect(textsOf(marks).join(' ')).toContain('START at the tip');
  });

  it('draws the cup of a shell magnet cut open beside its coil, and its plate', () => {
    const one = caseOf(newShell(), shells());
    const subject = one.subject!;
    if (subject.experiment !== 'shell-magnet') throw new Error('This is no shell magnet.');
    const { steel } = subject.design;
    const marks = drawCoil(one, AT, mm);
    const drawn = inked(marks, 'steel');
    const widths = drawn.map(({ top, bottom }) => bottom - top);
    expect(widths.some((w) => Math.abs(w - 2000 * steel.wallOuter) < 0.01)).toBe(true);
    expect(widths.some((w) => Math.abs(w - 2000 * steel.keeperRadius) < 0.01)).toBe(true);
    for (const { left } of drawn) expect(left).toBeGreaterThan(AT.x);
    expect(textsOf(marks)).toContain('in its cup, cut open');
  });
});

describe('a magnet to be labelled', () => {
  const place = { x: 110, y: 150, width: 80, height: 90 };
  it.each([
    ['nail', magnet()],
    ['pair', magnet({ poles: 'two', yoke: 'bar' })],
    ['long rod', magnet({ length: '300 mm' })],
    ['cup', caseOf(newShell(), shells())],
  ] as const)('fills its box and leaves lines for four names: %s', (_name, one) => {
    const marks = drawToLabel(one, place);
    for (const { left, right, top, bottom } of marks.map(boxOf)) {
      expect(left).toBeGreaterThanOrEqual(place.x - 3);
      expect(right).toBeLessThanOrEqual(place.x + place.width + 3);
      expect(top).toBeGreaterThanOrEqual(place.y);
      expect(bottom).toBeLessThanOrEqual(place.y + place.height);
    }
    const level = marks
      .map(boxOf)
      .filter(({ left, right, top, bottom }) => top === bottom && right - left > 20);
    expect(level).toHaveLength(4);
  });
});
