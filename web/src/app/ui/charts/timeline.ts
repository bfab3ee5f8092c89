import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  input,
  output,
  viewChild,
} from '@angular/core';
import { drag } from 'd3-drag';
import { scaleLinear } from 'd3-scale';
import { pointer, select, type Selection } from 'd3-selection';
import { numberedAxis } from './axes';
import { drawFrame, type Layer } from './draw-frame';
import type { ChartBox } from './scales';

/** A stretch of time in a row, minutes. */
export interface TimelineBlock {
  /** Row, from above; null for a stretch over all of them. */
  readonly row: number | null;
  readonly start: number;
  readonly length: number;
  readonly look: 'together' | 'wind' | 'connect' | 'trial' | 'rest' | 'pass-on';
  readonly name: string;
  /** The same in less room. */
  readonly short: string;
}

/** An edge that can be dragged, and what it is the end of. */
export interface TimelineEdge {
  readonly key: string;
  readonly name: string;
  readonly row: number | null;
  readonly at: number;
  /** In words, what it says now. */
  readonly text: string;
}

export interface TimelineData {
  readonly rows: readonly string[];
  readonly blocks: readonly TimelineBlock[];
  readonly edges: readonly TimelineEdge[];
  /** Minutes that there are. */
  readonly limit: number;
}

/** An edge that was moved by some minutes. */
export interface EdgeShift {
  readonly key: string;
  readonly by: number;
}

const WIDTH = 720;
const ROW = 30;
const MARGIN = { top: 22, right: 24, bottom: 42, left: 140 } as const;
/** Least step of a drag and of an arrow key, minutes. */
const STEP = 0.5;
/** A block wider than this bears its name. */
const WORTH_NAMING = 24;
/** Width of a letter at the size of a name. */
const LETTER = 7;

/** What every group does when, with edges that are dragged or stepped. */
@Component({
  selector: 'nab-timeline',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: block;
    }
    svg {
      display: block;
      width: 100%;
      height: auto;
      touch-action: pan-y;
    }
  `,
  template: `<svg
    #drawing
    [attr.viewBox]="'0 0 ' + box().width + ' ' + box().height"
    role="group"
    aria-label="Timeline of the lesson"
  ></svg>`,
})
export class Timeline {
  readonly data = input.required<TimelineData>();
  readonly edgeShift = output<EdgeShift>();
  private readonly drawing = viewChild.required<ElementRef<SVGSVGElement>>('drawing');
  protected readonly box = computed((): ChartBox => {
    const height = MARGIN.top + this.data().rows.length * ROW + MARGIN.bottom;
    return { width: WIDTH, height, margin: MARGIN };
  });
  /** Where a drag began, and how far it has been told. */
  private told = 0;

  constructor() {
    afterRenderEffect(() => this.draw());
  }

  private draw(): void {
    const data = this.data();
    const box = this.box();
    const svg = select(this.drawing().nativeElement);
    const focused = document.activeElement?.getAttribute('data-edge') ?? null;
    svg.selectAll('*').remove();
    const end = Math.max(data.limit, ...data.blocks.map((b) => b.start + b.length));
    const x = scaleLinear([0, end * 1.02], [MARGIN.left, WIDTH - MARGIN.right]);
    const rowTop = (row: number): number => MARGIN.top + row * ROW;
    drawFrame(svg.append('g') as unknown as Layer, box, {
      across: numberedAxis(x, 'minutes', { text: String, ticks: 10 }),
      up: {
        ruled: data.rows.map((_, i) => rowTop(i)),
        marks: data.rows.map((name, i) => ({ at: rowTop(i) + ROW / 2, text: [name.slice(0, 14)] })),
        label: '',
      },
    });
    for (const block of data.blocks) {
      const top = block.row === null ? MARGIN.top : rowTop(block.row) + 3;
      const height = block.row === null ? data.rows.length * ROW : ROW - 6;
      drawBlock(svg, block, {
        left: x(block.start),
        right: x(block.start + block.length),
        top,
        height,
      });
    }
    const bottom = box.height - MARGIN.bottom;
    const over = end > data.limit + 1e-9;
    svg
      .append('line')
      .attr('x1', x(data.limit))
      .attr('x2', x(data.limit))
      .attr('y1', MARGIN.top - 8)
      .attr('y2', bottom)
      .attr('stroke', over ? 'var(--nab-enamel)' : 'var(--nab-ink)')
      .attr('stroke-width', 2);
    svg
      .append('text')
      .attr('x', x(data.limit) - 4)
      .attr('y', MARGIN.top - 8)
      .attr('text-anchor', 'end')
      .attr('font-size', 13)
      .attr('fill', over ? 'var(--nab-enamel)' : 'var(--nab-ink)')
      .text(`there are ${data.limit} min`);
    for (const edge of data.edges) this.drawEdge(svg, edge, x, { rowTop, rows: data.rows.length });
    // The edge that was stepped has been drawn anew under the finger.
    if (focused) svg.select<SVGGElement>(`[data-edge="${focused}"]`).node()?.focus();
  }

  private drawEdge(
    svg: Drawing,
    edge: TimelineEdge,
    x: (minutes: number) => number,
    { rowTop, rows }: { rowTop: (row: number) => number; rows: number },
  ): void {
    const top = edge.row === null ? MARGIN.top : rowTop(edge.row);
    const height = edge.row === null ? rows * ROW : ROW;
    const handle = svg
      .append('g')
      .attr('transform', `translate(${x(edge.at)},${top})`)
      .attr('role', 'slider')
      .attr('tabindex', 0)
      .attr('data-edge', edge.key)
      .attr('aria-label', edge.name)
      .attr('aria-valuenow', Math.round(edge.at * 10) / 10)
      .attr('aria-valuetext', edge.text)
      .style('cursor', 'ew-resize')
      .on('keydown', (event: KeyboardEvent) => {
        const by = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key];
        if (by === undefined) return;
        event.preventDefault();
        this.edgeShift.emit({ key: edge.key, by: by * STEP });
      });
    handle
      .append('rect')
      .attr('x', -12)
      .attr('width', 24)
      .attr('height', height)
      .attr('fill', 'transparent');
    handle
      .append('path')
      .attr('d', `M0 ${height / 2 - 9}L5 ${height / 2}L0 ${height / 2 + 9}L-5 ${height / 2}Z`)
      .attr('fill', 'var(--nab-ink)')
      .attr('stroke', 'var(--nab-sheet)');
    let began = 0;
    const minutesAt = (event: { sourceEvent: Event }): number => {
      const [px] = pointer(event.sourceEvent, svg.node());
      return (px - x(0)) / (x(1) - x(0));
    };
    handle.call(
      drag<SVGGElement, unknown>()
        .on('start', (event: { sourceEvent: Event }) => {
          began = minutesAt(event);
          this.told = 0;
        })
        .on('drag', (event: { sourceEvent: Event }) => {
          const by = Math.round((minutesAt(event) - began) / STEP) * STEP - this.told;
          if (by === 0) return;
          this.told += by;
          this.edgeShift.emit({ key: edge.key, by });
        }),
    );
  }
}

type Drawing = Selection<SVGSVGElement, unknown, null, undefined>;

/** Each kind of work by colour, outline and name, never by colour alone. */
const LOOKS: Readonly<
  Record<
    TimelineBlock['look'],
    { readonly fill: string; readonly stroke: string; readonly ink: string; readonly dash?: string }
  >
> = {
  together: { fill: 'var(--nab-paper)', stroke: 'var(--nab-steel)', ink: 'var(--nab-ink)' },
  wind: { fill: 'var(--nab-copper)', stroke: 'var(--nab-sheet)', ink: 'var(--nab-on-copper)' },
  connect: { fill: 'var(--nab-steel)', stroke: 'var(--nab-sheet)', ink: 'var(--nab-sheet)' },
  trial: { fill: 'var(--nab-rest-wash)', stroke: 'var(--nab-verdigris)', ink: 'var(--nab-ink)' },
  rest: { fill: 'none', stroke: 'var(--nab-ink-soft)', ink: 'var(--nab-ink-soft)', dash: '3 2' },
  'pass-on': { fill: 'var(--nab-amber-wash)', stroke: 'var(--nab-amber)', ink: 'var(--nab-ink)' },
};

function drawBlock(
  svg: Drawing,
  { look, name, short, row }: TimelineBlock,
  { left, right, top, height }: { left: number; right: number; top: number; height: number },
): void {
  const width = right - left;
  if (!(width > 0)) return;
  const { fill, stroke, ink, dash } = LOOKS[look];
  const block = svg.append('g').attr('pointer-events', 'none');
  block
    .append('rect')
    .attr('x', left)
    .attr('y', top)
    .attr('width', width)
    .attr('height', height)
    .attr('fill', fill)
    .attr('stroke', stroke)
    .attr('stroke-dasharray', dash ?? null);
  if (row === null) {
    const middle = `translate(${left + width / 2 + 4},${top + height / 2})`;
    const upright = width < 74;
    block
      .append('text')
      .attr('transform', upright ? `${middle} rotate(-90)` : middle)
      .attr('text-anchor', 'middle')
      .attr('font-size', 13)
      .attr('fill', ink)
      .text(width > 14 && (!upright || name.length * LETTER < height) ? name : '');
  } else if (width > WORTH_NAMING) {
    block
      .append('text')
      .attr('x', left + 5)
      .attr('y', top + height / 2 + 5)
      .attr('font-size', 13)
      .attr('fill', ink)
      .text([name, short].find((text) => text.length * LETTER < width - 8) ?? '');
  }
}
