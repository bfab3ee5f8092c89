import { describe, expect, it } from 'vitest';
import { Flow, widthOf, wrap, type Page } from './index.js';

const PAPER = { width: 210, height: 297 };
const textsOf = ({ parts }: Page): string[] =>
  parts.flatMap(({ marks }) => marks.flatMap((mark) => (mark.kind === 'text' ? [mark.text] : [])));

describe('what flows onto pages', () => {
  it('never leaves a heading without what it heads', () => {
    for (let filled = 150; filled < 260; filled += 3) {
      const flow = new Flow(PAPER, 'x').place(filled, () => []);
      flow.heading('Cells').list(['one', 'two', 'three']);
      const pages = flow.pages();
      const headed = pages.find((page) => textsOf(page).includes('Cells'))!;
      expect(textsOf(headed), `${filled} mm`).toContain('three');
    }
  });

  it('tears a list only where it is longer than a third of a page', () => {
    const short = Array.from({ length: 8 }, (_, i) => `point ${i}`);
    const flow = new Flow(PAPER, 'x').place(230, () => []).list(short);
    expect(textsOf(flow.pages().at(-1)!)).toEqual(expect.arrayContaining(short));
    const long = Array.from({ length: 60 }, (_, i) => `point ${i}`);
    const torn = new Flow(PAPER, 'x')
      .place(200, () => [])
      .list(long)
      .pages();
    expect(textsOf(torn[0]!)).toContain('point 0');
    expect(torn.flatMap(textsOf)).toEqual(expect.arrayContaining(long));
  });

  it('writes two headings one below the other, and one at the very end', () => {
    const [page] = new Flow(PAPER, 'x').heading('First', 1).heading('Second').pages();
    expect(textsOf(page!)).toEqual(expect.arrayContaining(['First', 'Second']));
  });

  it('keeps the bold first column of a table within it', () => {
    const level = 'Pipe with a thin wall, bored to four fifths';
    const [page] = new Flow(PAPER, 'x').table(['Level', 'Read'], [[level, '']], [1, 4]).pages();
    const column = (PAPER.width - 30) / 5;
    const lines = page!.parts.flatMap(({ marks }) =>
      marks.flatMap((mark) =>
        mark.kind === 'text' && mark.text && level.includes(mark.text) ? [mark] : [],
      ),
    );
    expect(lines.length).toBeGreaterThan(1);
    for (const { text, size, face } of lines) {
      expect(face).toBe('bold');
      expect(widthOf(text, size, face)).toBeLessThan(column);
    }
  });

  it('does not part a number from its unit', () => {
    for (let width = 14; width < 60; width++) {
      for (const line of wrap('lowers its last reading by less than 1 % or 0.3 ohm', width, 11)) {
        expect(line).not.toMatch(/^(%|ohm)/);
      }
    }
  });
});
