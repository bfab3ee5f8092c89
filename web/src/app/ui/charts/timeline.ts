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
import { drawLayers, type LayerGroup } from '../drawing';
import { numberedAxis } from './axes';
import { drawFrame } from './draw-frame';
import { fittedBox } from './fitted-box';
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
const NARROW = 560;
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
    [attr.viewBox]="'0 0 ' + box().width + ' ' + box().height"
    role="group"
    aria-label="Timeline of the lesson"
  >
    <g #picture></g>
    <g #edges></g>
  </svg>`,
})
export class Timeline {
  readonly data = input.required<TimelineData>();
  readonly edgeShift = output<EdgeShift>();
  private readonly picture = viewChild.required<ElementRef<SVGGElement>>('picture');
  private readonly edges = viewChild.required<ElementRef<SVGGElement>>('edges');
  protected readonly box = computed((): ChartBox => {
    const height = MARGIN.top + this.data().rows.length * ROW + MARGIN.bottom;
    // On a narrow screen the names of the rows get less width.
    const width = this.fitted().width;
    const left = width < NARROW ? 104 : MARGIN.left;
    return { width, height, margin: { ...MARGIN, left } };
  });
  private readonly fitted = fittedBox({ width: WIDTH, height: ROW, margin: MARGIN });
  private x = scaleLinear();

  constructor() {
    afterRenderEffect(() => this.draw());
  }

  private draw(): void {
    const data = this.data();
    const box = this.box();
    const end = Math.max(data.limit, ...data.blocks.map((b) => b.start + b.length));
    const x = scaleLinear([0, end * 1.02], [box.margin.left, box.width - MARGIN.right]);
    this.x = x;
    const axes = {
      across: numberedAxis(x, 'minutes', { text: String, ticks: box.width < NARROW ? 6 : 10 }),
      up: {
        ruled: data.rows.map((_, i) => topOf(i)),
        marks: data.rows.map((name, i) => ({
          at: topOf(i) + ROW / 2,
          text: [fewer(name, box.margin.left)],
        })),
        label: '',
      },
    };
    drawLayers(this.picture().nativeElement, [
      { name: 'frame', madeFrom: [box, axes], paint: (g) => drawFrame(g, box, axes) },
      ...data.blocks.map((block, i) => {
        const place = {
          left: x(block.start),
          right: x(block.start + block.length),
          top: block.row === null ? MARGIN.top : topOf(block.row) + 3,
          height: block.row === null ? data.rows.length * ROW : ROW - 6,
        };
        return {
          name: `block ${i}`,
          madeFrom: [block.look, block.name, block.short, block.row, place],
          paint: (g: LayerGroup) => drawBlock(g, block, place),
        };
      }),
      {
        name: 'limit',
        madeFrom: [data.limit, end, box],
        paint: (g) =>
          drawLimit(g, data.limit, {
            at: x(data.limit),
            bottom: box.height - MARGIN.bottom,
            over: end > data.limit + 1e-9,
          }),
      },
    ]);
    this.drawEdges(data);
  }

  private drawEdges({ edges, rows }: TimelineData): void {
    const heightOf = ({ row }: TimelineEdge): number => (row === null ? rows.length * ROW : ROW);
    const handles = select(this.edges().nativeElement)
      .selectChildren<SVGGElement, TimelineEdge>('g')
      .data(edges, ({ key }) => key)
      .join((enter) => this.makeEdges(enter.append('g')))
      .attr('transform', ({ at, row }) => {
        return `translate(${this.x(at)},${row === null ? MARGIN.top : topOf(row)})`;
      })
      .attr('aria-label', ({ name }) => name)
      .attr('aria-valuenow', ({ at }) => Math.round(at * 10) / 10)
      .attr('aria-valuetext', ({ text }) => text);
    handles.select('rect').attr('height', heightOf);
    handles.select('path').attr('d', (edge) => {
      const half = heightOf(edge) / 2;
      return `M0 ${half - 9}L5 ${half}L0 ${half + 9}L-5 ${half}Z`;
    });
  }

  private makeEdges(edges: Edges): Edges {
    edges
      .attr('role', 'slider')
      .attr('tabindex', 0)
      .attr('data-edge', ({ key }) => key)
      .style('cursor', 'ew-resize')
      .on('keydown', (event: KeyboardEvent, { key }) => {
        const by = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key];
        if (by === undefined) return;
        event.preventDefault();
        this.edgeShift.emit({ key, by: by * STEP });
      });
    edges.append('rect').attr('x', -12).attr('width', 24).attr('fill', 'transparent');
    edges.append('path').attr('fill', 'var(--nab-ink)').attr('stroke', 'var(--nab-sheet)');
    let began = 0;
    /** How far of the drag has been emitted, minutes. */
    let emitted = 0;
    const minutesAt = (event: { sourceEvent: Event }): number => {
      const [px] = pointer(event.sourceEvent, this.edges().nativeElement);
      return (px - this.x(0)) / (this.x(1) - this.x(0));
    };
    edges.call(
      drag<SVGGElement, TimelineEdge>()
        .on('start', (event: { sourceEvent: Event }) => {
          began = minutesAt(event);
          emitted = 0;
        })
        .on('drag', (event: { sourceEvent: Event }, { key }) => {
          const by = Math.round((minutesAt(event) - began) / STEP) * STEP - emitted;
          if (by === 0) return;
          emitted += by;
          this.edgeShift.emit({ key, by });
        }),
    );
    return edges;
  }
}

const topOf = (row: number): number => MARGIN.top + row * ROW;

function drawLimit(
  group: LayerGroup,
  limit: number,
  { at, bottom, over }: { at: number; bottom: number; over: boolean },
): void {
  const colour = over ? 'var(--nab-enamel)' : 'var(--nab-ink)';
  group
    .append('line')
    .attr('x1', at)
    .attr('x2', at)
    .attr('y1', MARGIN.top - 8)
    .attr('y2', bottom)
    .attr('stroke', colour)
    .attr('stroke-width', 2);
  group
    .append('text')
    .attr('x', at - 4)
    .attr('y', MARGIN.top - 8)
    .attr('text-anchor', 'end')
    .attr('font-size', 13)
    .attr('fill', colour)
    .text(`there are ${limit} min`);
}

type Edges = Selection<SVGGElement, TimelineEdge, SVGGElement, unknown>;

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
  svg: LayerGroup,
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

/** As many letters of a name as have room left of the plot. */
function fewer(name: string, room: number): string {
  const letters = Math.floor((room - 18) / 8.6);
  return name.length > letters ? `${name.slice(0, letters - 1)}…` : name;
}
