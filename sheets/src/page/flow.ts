import { MM_PER_POINT, printable, widthOf, wrap } from './fonts.js';
import type { Face, Ink, Mark, Page, Part, Tag } from './page.js';

/** Margin all round, and the band below that says what the page is, mm. */
export const MARGIN = 15;
const FOOT = 8;
/** Height of a line over the size of its letters. */
const LEADING = 1.32;

export interface TextStyle {
  readonly size?: number;
  readonly face?: Face;
  readonly ink?: Ink;
}

export const line = (
  x1: number,
  y1: number,
  x2: number,
  y2: number,
  style: {
    readonly width?: number;
    readonly stroke?: Ink;
    readonly dash?: readonly [number, number];
  } = {},
): Mark => ({
  kind: 'path',
  d: `M${mm(x1)} ${mm(y1)}L${mm(x2)} ${mm(y2)}`,
  stroke: style.stroke ?? 'ink',
  width: style.width ?? 0.25,
  ...(style.dash && { dash: style.dash }),
});

export const box = (
  x: number,
  y: number,
  width: number,
  height: number,
  style: { readonly width?: number; readonly stroke?: Ink; readonly fill?: Ink } = {},
): Mark => ({
  kind: 'path',
  d: `M${mm(x)} ${mm(y)}L${mm(x + width)} ${mm(y)}L${mm(x + width)} ${mm(y + height)}L${mm(x)} ${mm(y + height)}Z`,
  ...(style.fill && { fill: style.fill }),
  ...((style.stroke || !style.fill) && {
    stroke: style.stroke ?? 'ink',
    width: style.width ?? 0.25,
  }),
});

export const words = (x: number, y: number, text: string, style: TextStyle = {}): Mark => ({
  kind: 'text',
  x,
  y,
  text: printable(text),
  size: style.size ?? 11,
  face: style.face ?? 'regular',
  ink: style.ink ?? 'ink',
});

/** The same with its middle, or its end, at a place. */
export const centred = (x: number, y: number, text: string, style: TextStyle = {}): Mark =>
  words(x - widthOf(printable(text), style.size ?? 11, style.face) / 2, y, text, style);
export const ending = (x: number, y: number, text: string, style: TextStyle = {}): Mark =>
  words(x - widthOf(printable(text), style.size ?? 11, style.face), y, text, style);

/** A number for a path, a hundredth of a millimetre exact. */
export const mm = (value: number): string => String(Math.round(value * 1000) / 1000);

const lineHeight = (size: number): number => size * LEADING * MM_PER_POINT;

/** Lays parts one below the other on pages; a part is never cut by the end of one. */
export class Flow {
  readonly left = MARGIN;
  readonly width: number;
  private readonly bottom: number;
  private readonly done: Part[][] = [[]];
  private y: number;
  private rows = 0;
  /** A heading that goes where what follows it has room. */
  private waiting: { readonly height: number; readonly write: () => void } | null = null;

  constructor(
    private readonly paper: { readonly width: number; readonly height: number },
    /** What the pages are, said at their foot. */
    private readonly title: string,
    /** The running head of every page. */
    private readonly top: {
      readonly height: number;
      readonly draw: (y: number, left: number) => readonly Part[];
    } | null = null,
  ) {
    this.width = paper.width - 2 * MARGIN;
    this.bottom = paper.height - MARGIN - FOOT;
    this.y = MARGIN + (top?.height ?? 0);
  }

  private get begin(): number {
    return MARGIN + (this.top?.height ?? 0);
  }

  gap(height: number): this {
    this.y += height;
    return this;
  }

  /** Begins a new page unless there is this much room, mm, below the heading that waits for it. */
  need(height: number): this {
    const { waiting } = this;
    this.waiting = null;
    if (this.y + (waiting?.height ?? 0) + height > this.bottom && this.y > this.begin) {
      this.done.push([]);
      this.y = this.begin;
    }
    waiting?.write();
    return this;
  }

  /** Places parts that stand together in a height; they are drawn from the place they get. */
  place(height: number, draw: (y: number, left: number) => readonly Part[]): this {
    this.need(height);
    this.done[this.done.length - 1]!.push(...draw(this.y, this.left));
    this.y += height;
    return this;
  }

  /** A heading; it is never separated from what follows it. */
  heading(text: string, level: 1 | 2 = 2): this {
    this.need(0);
    const size = level === 1 ? 20 : 13;
    const above = level === 1 ? 4 : 3;
    const lines = wrap(text, this.width, size, 'bold').length;
    this.waiting = {
      height: above + lines * lineHeight(size) + 1,
      write: () => {
        if (this.y > this.begin) this.gap(above);
        this.text(level === 1 ? 'H1' : 'H2', text, { size, face: 'bold' }).gap(1);
      },
    };
    return this;
  }

  paragraph(text: string, style: TextStyle = {}): this {
    return this.text('P', text, style).gap(1.2);
  }

  /** Points of a list, each with its mark before it: a box to tick, a number, or a dash. */
  list(
    points: readonly string[],
    mark: 'box' | 'number' | 'dash' = 'dash',
    style: TextStyle = {},
  ): this {
    const size = style.size ?? 11;
    const indent = mark === 'dash' ? 4 : 7;
    const laid = points.map((point) => wrap(point, this.width - indent, size, style.face));
    const tall = (lines: readonly string[]): number => lines.length * lineHeight(size) + 0.8;
    const whole = laid.reduce((sum, lines) => sum + tall(lines), 0);
    // A short list is not torn.
    this.need(whole < (this.bottom - this.begin) / 3 ? whole : tall(laid[0] ?? []));
    laid.forEach((lines, i) => {
      this.place(tall(lines), (y, x) => {
        const base = y + size * MM_PER_POINT;
        const sign =
          mark === 'box'
            ? box(x, base - 3.4, 3.6, 3.6)
            : words(x, base, mark === 'number' ? `${i + 1}.` : '–', { size, face: 'bold' });
        return [
          {
            tag: 'LI',
            marks: [
              sign,
              ...lines.map((l, j) => words(x + indent, base + j * lineHeight(size), l, style)),
            ],
          },
        ];
      });
    });
    return this.gap(1);
  }

  /**
   * A table. Its head is repeated on every page.
   * @param widths shares of the width. @param ends columns that end at their right side.
   */
  table(
    head: readonly string[],
    rows: readonly (readonly string[])[],
    widths: readonly number[],
    {
      ends = [],
      height = 0,
      size = 10,
    }: { ends?: readonly number[]; height?: number; size?: number } = {},
  ): this {
    const whole = widths.reduce((p, q) => p + q, 0);
    const columns = widths.map((share) => (share / whole) * this.width);
    const lefts = columns.map((_, i) => columns.slice(0, i).reduce((p, q) => p + q, 0));
    const pad = 1.2;
    // What a row is about is bold throughout.
    const faceOf = (i: number, face: Face): Face => (i === 0 ? 'bold' : face);
    const laid = (cells: readonly string[], face: Face) =>
      cells.map((cell, i) => wrap(cell, columns[i]! - 2 * pad, size, faceOf(i, face)));
    const heightOf = (cells: readonly (readonly string[])[]): number =>
      Math.max(
        height,
        Math.max(1, ...cells.map((lines) => lines.length)) * lineHeight(size) + 2 * pad,
      );
    const drawRow = (cells: readonly string[], tag: 'TH' | 'TD'): void => {
      const face: Face = tag === 'TH' ? 'bold' : 'regular';
      const lines = laid(cells, face);
      const tall = heightOf(lines);
      const row = this.rows++;
      this.place(tall, (y, x) =>
        cells.map((_, i): Part => ({
          tag: tag === 'TH' || i === 0 ? 'TH' : 'TD',
          row,
          marks: [
            box(x + lefts[i]!, y, columns[i]!, tall, { stroke: 'soft', width: 0.2 }),
            ...lines[i]!.map((l, j) => {
              const base = y + pad + size * MM_PER_POINT + j * lineHeight(size);
              const style = { size, face: faceOf(i, face) };
              return ends.includes(i)
                ? ending(x + lefts[i]! + columns[i]! - pad, base, l, style)
                : words(x + lefts[i]! + pad, base, l, style);
            }),
          ],
        })),
      );
    };
    const first = heightOf(laid(head, 'bold'));
    this.need(first + heightOf(laid(rows[0] ?? [], 'regular')));
    drawRow(head, 'TH');
    for (const row of rows) {
      const before = this.done.length;
      this.need(heightOf(laid(row, 'regular')));
      if (this.done.length > before) drawRow(head, 'TH');
      drawRow(row, 'TD');
    }
    return this.gap(2);
  }

  private text(tag: Tag, text: string, style: TextStyle): this {
    const size = style.size ?? 11;
    const lines = wrap(text, this.width, size, style.face);
    return this.place(lines.length * lineHeight(size), (y, x) => [
      {
        tag,
        marks: lines.map((l, i) =>
          words(x, y + size * MM_PER_POINT + i * lineHeight(size), l, style),
        ),
      },
    ]);
  }

  pages(): Page[] {
    const { width, height } = this.paper;
    this.need(0);
    const all = this.done.filter((parts) => parts.length > 0);
    return all.map((parts, i) => {
      const style = { size: 8, ink: 'soft' as const };
      const base = height - MARGIN + 1;
      const count = all.length > 1 ? `${i + 1} of ${all.length}` : '';
      return {
        title: this.title,
        width,
        height,
        parts: [
          ...(this.top?.draw(MARGIN, this.left) ?? []),
          ...parts,
          {
            tag: 'Artifact' as const,
            marks: [
              line(MARGIN, base - 4.5, width - MARGIN, base - 4.5, { stroke: 'grid', width: 0.2 }),
              words(MARGIN, base, this.title, style),
              ending(width - MARGIN, base, count, style),
            ],
          },
        ],
      };
    });
  }
}
