import {
  newCompassSet,
  newDesign,
  newShell,
  type DesignDocument,
  type ExperimentDocument,
} from '@nab/contract/experiments';
import {
  PAPERS,
  SHEET_IDS,
  USUAL_LESSON,
  type LessonSettings,
  type Paper,
  type Plan,
} from '@nab/contract/lesson';
import { prepared } from '@nab/words/lesson';
import { examplePlan, idOf } from '@nab/contract/testing';
import { BAR, pagesOf, printed, writePdf, type Page } from './index.js';
import { printable, widthOf, wrap } from './page/index.js';
import { describe, expect, it } from 'vitest';
import { readPdf } from '../testing/read-pdf.js';

const planOn = (change: Partial<LessonSettings>, plan: Plan = examplePlan()): Plan => ({
  ...plan,
  lesson: { ...USUAL_LESSON, ...change },
});
const textOf = ({ parts }: Page): string =>
  parts
    .flatMap(({ marks }) => marks.flatMap((mark) => (mark.kind === 'text' ? [mark.text] : [])))
    .join(' ');
const textOfAll = (pages: readonly Page[]): string => pages.map(textOf).join(' ');

describe('text on paper', () => {
  it('is broken where it would be too wide, and every word is kept', () => {
    const text = 'Rub two centimetres of enamel off both ends with sandpaper, all round';
    const lines = wrap(text, 40, 11);
    expect(lines.length).toBeGreaterThan(2);
    for (const line of lines) expect(widthOf(line, 11)).toBeLessThanOrEqual(40);
    expect(lines.join(' ')).toBe(text);
    expect(wrap('a\nb', 40, 11)).toEqual(['a', 'b']);
  });

  it('grows with its size and is wider in bold', () => {
    expect(widthOf('Winding', 20)).toBeCloseTo(2 * widthOf('Winding', 10), 9);
    expect(widthOf('Winding', 10, 'bold')).toBeGreaterThan(widthOf('Winding', 10));
  });

  it('has no sign that would print as an empty box', () => {
    expect(printable('0.5 Ω − 3 ≥ 2')).toBe('0.5 ohm – 3 at least  2');
    expect(printable('Tide\u00a0pool é')).toBe('Tide pool é');
    expect(printable('\u2603')).toBe('?');
  });
});

describe.each(Object.keys(PAPERS) as Paper[])(
  'the sheets on %s, read back from the PDF',
  (paper) => {
    it('have the size, the words, the tags and the true size', async () => {
      const plan = planOn({ paper });
      const pages = printed(plan, newDesign());
      const read = await readPdf(await writePdf(pages, plan.title));
      expect(read.title).toBe(plan.title);
      expect(read.pages).toHaveLength(pages.length);
      for (const page of read.pages) {
        expect(page.width).toBeCloseTo(PAPERS[paper].width, 1);
        expect(page.height).toBeCloseTo(PAPERS[paper].height, 1);
      }
      for (const tag of ['H1', 'H2', 'P', 'LI', 'Table', 'TR', 'TH', 'TD', 'Figure']) {
        expect(read.tags, tag).toContain(tag);
      }
      const all = read.pages.map(({ text }) => text).join(' ');
      for (const words of ['Our prediction', 'Limpets', 'Terns', 'Risk notes', 'To prepare']) {
        expect(all).toContain(words);
      }
      const cards = read.pages.filter(({ text }) => text.includes('This bar is 100 mm long'));
      expect(cards.length).toBeGreaterThan(0);
      for (const { across } of cards) {
        expect(across.filter((length) => Math.abs(length - BAR) < 0.05)).toHaveLength(1);
      }
    });
  },
);

describe('a card', () => {
  const only = (
    sheets: string,
    plan: Plan = examplePlan(),
    document: ExperimentDocument = newDesign(),
  ) => printed(plan, document, { sheets });

  it('is never cut by the end of a page, and all that is drawn lies on the paper', () => {
    const levels = Array.from({ length: 12 }, (_, i) => ({
      id: idOf(1 + i),
      value: `${10 + 10 * i}`,
    }));
    const pages = only('cards', examplePlan(idOf, { levels }));
    const frames = pages.flatMap(({ parts, height, width }) =>
      parts.map(({ marks }) => ({ marks, height, width })),
    );
    for (const { marks, height, width } of frames) {
      for (const mark of marks) {
        const numbers =
          mark.kind === 'text' ? [mark.x, mark.y] : mark.d.match(/-?[\d.]+/g)!.map(Number);
        numbers.forEach((n, i) => {
          expect(n).toBeGreaterThan(0);
          expect(n).toBeLessThan(i % 2 === 0 ? width : height);
        });
      }
    }
    const text = textOfAll(pages);
    for (const { value } of levels) expect(text).toContain(`${value} turns`);
  });

  it('draws the core and its winding at true size', () => {
    const design = newDesign();
    const [page] = only('cards');
    const drawing = page!.parts.find(({ alt }) => alt?.startsWith('The coil of'))!;
    const widths = drawing.marks.flatMap((mark) => {
      if (mark.kind !== 'path') return [];
      const xs = mark.d
        .match(/-?[\d.]+/g)!
        .map(Number)
        .filter((_, i) => i % 2 === 0);
      return [Math.max(...xs) - Math.min(...xs)];
    });
    expect(design.core.length).toBe('100 mm');
    expect(widths.some((width) => Math.abs(width - 100) < 0.01)).toBe(true);
    // Ten turns of 0.56 mm over enamel, a tenth apart, less the slant of a turn.
    const one = prepared(examplePlan(), design).cases[0]!.trialled!.coil.winding;
    expect(widths.some((width) => Math.abs(width - 9.5 * one.pitch * 1000) < 0.3)).toBe(true);
  });

  it('says what is longer than the paper', () => {
    const design = newDesign();
    const long = { ...design, core: { ...design.core, length: '300 mm' } };
    expect(textOfAll(only('cards', examplePlan(), long))).toContain('it is 300 mm long');
  });

  it('has a ring for every ten turns, and says what a meter should show', () => {
    const [page] = only(
      'cards',
      examplePlan(idOf, {
        levels: ['34 turns', '80 turns'].map((value, i) => ({ id: idOf(1 + i), value })),
      }),
    );
    const text = textOf(page!);
    expect(text).toContain('then 4 more');
    expect(text).toContain('Tape its label round one tail.');
    const rings = page!.parts.flatMap(({ marks }) =>
      marks.filter((mark) => mark.kind === 'path' && mark.d.split('C').length === 5),
    );
    expect(rings).toHaveLength(3 + 8);
    const { coilResistance } = prepared(examplePlan(), newDesign()).cases[2]!.trialled!.coil;
    expect(textOfAll(only('cards'))).toContain(`${coilResistance.toPrecision(3)} ohm`);
  });

  const design = newDesign();
  it.each<[string, Partial<DesignDocument>, RegExp]>([
    [
      'a sleeve',
      { winding: { ...design.winding, base: '1 mm' } },
      /sleeve 1 mm thick that slides off/,
    ],
    ['tape', { winding: { ...design.winding, base: '0.15 mm' } }, /one layer of tape/],
    [
      'layers wound back',
      { winding: { ...design.winding, turns: 40, end: '40 mm', start: '30 mm' } },
      /Second layer: .*wind back over it|wind back over it.*Second layer/,
    ],
    [
      'layers begun again',
      { winding: { ...design.winding, end: '40 mm', start: '30 mm', layerStyle: 'restart' } },
      /run the wire straight back/,
    ],
    [
      'two cores',
      { core: { ...design.core, poles: 'two' } },
      /on to the second core and wind it the other way round/,
    ],
    [
      'covered wire',
      { wire: { ...design.wire, insulation: 'hook-up' } },
      /Strip 1 cm of the cover/,
    ],
    [
      'a cable',
      { wire: { ...design.wire, insulation: 'hook-up', form: 'cable' } },
      /end of one conductor to the beginning of the other/,
    ],
  ])('tells the steps of %s', (_what, change, words) => {
    expect(textOfAll(only('cards', examplePlan(), { ...design, ...change }))).toMatch(words);
  });

  it.each([
    [
      'shell magnet',
      newShell(),
      'shell-magnet',
      'load-held',
      ['2 cells', '4 cells'],
      'cells-in-series',
    ],
    [
      'compass',
      newCompassSet(),
      'compass',
      'needle-angle',
      ['1 cell', '2 cells'],
      'cells-in-series',
    ],
  ] as const)(
    'is made for a %s as well',
    (_name, document, experiment, measure, values, factor) => {
      const levels = values.map((value, i) => ({ id: idOf(1 + i), value }));
      const pages = only(
        SHEET_IDS.join(','),
        examplePlan(idOf, { experiment, measure, factor, levels }),
        document,
      );
      expect(textOfAll(pages)).toContain('Cut ');
      expect(textOfAll(pages)).not.toContain('NaN');
    },
  );
});

describe('what is on the sheets', () => {
  it('is as many tables, rows and orders as the class needs', () => {
    const pages = printed(examplePlan(), newDesign(), { sheets: 'pupil' });
    const groups = pages.filter((page) => textOf(page).includes('Group:'));
    expect(groups).toHaveLength(2);
    const [limpets, terns] = groups.map((page) => /Your order: [^.]+/.exec(textOf(page))![0]);
    expect(limpets).not.toBe(terns);
    for (const trial of ['Trial 1', 'Trial 3', 'Mean']) expect(textOf(groups[0]!)).toContain(trial);
    expect(textOf(groups[0]!)).not.toContain('Trial 4');
  });

  it('is written in two ways', () => {
    const plain = textOfAll(printed(planOn({ reader: 'plain' }), newDesign(), { sheets: 'pupil' }));
    expect(plain).toContain('We guess');
    expect(plain).not.toContain('Our prediction');
    const full = textOfAll(
      printed(examplePlan(), newDesign(), { sheets: 'pupil', reader: 'full' }),
    );
    expect(full).toContain('Our prediction');
  });

  it('is in the educator’s units', () => {
    const design = newDesign();
    const inches = { ...design, core: { ...design.core, length: '4 in', diameter: '1/4 in' } };
    expect(textOfAll(printed(examplePlan(), inches, { sheets: 'cards' }))).toMatch(
      /START [\d.]+ in from the tip/,
    );
  });

  it('is the school’s own risk notes where it has some', () => {
    const risks = [{ hazard: 'Wet sand', who: 'Everybody', action: 'Mats on the floor.' }];
    const text = textOfAll(printed(planOn({ risks }), newDesign(), { sheets: 'risk' }));
    expect(text).toContain('Mats on the floor.');
    expect(text).not.toContain('Sharp ends of wire');
    expect(textOfAll(printed(examplePlan(), newDesign(), { sheets: 'risk' }))).toContain(
      'Sharp ends of wire',
    );
  });

  it('is nothing for pupils where only an adult may switch on', () => {
    const design = newDesign();
    const car = {
      ...design,
      supply: { ...design.supply, chemistry: 'lead-acid' as const, size: 'car' as const },
    };
    const text = textOfAll(pagesOf(prepared(examplePlan(), car)));
    expect(text).toContain('Demonstration, for an adult only');
    expect(text).not.toContain('Our prediction');
    expect(text).not.toContain('This bar is 100 mm');
  });

  it('fits on one page for whoever prepares it', () => {
    const pages = printed(examplePlan(), newDesign(), { sheets: 'kit' });
    expect(pages).toHaveLength(1);
    const text = textOf(pages[0]!);
    for (const words of ['Wire to cut', 'Into the boxes', 'Check', 'Tuesday club']) {
      expect(text).toContain(words);
    }
  });
});
