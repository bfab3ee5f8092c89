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
import { pointer, select, type Selection } from 'd3-selection';
import { drawLayers, type LayerGroup } from '../drawing';
import { levelAxes, withoutNumbers } from './axes';
import { drawFrame } from './draw-frame';
import { fittedBox } from './fitted-box';
import {
  makeXScale,
  makeYScale,
  type XScale,
  type XAxis,
  type ChartBox,
  type Linear,
} from './scales';
import { lineDash, markerColour } from './markers';

/** A level of a line as predicted, in the units of the axes. */
export interface StripCase {
  readonly levelId: string;
  /** Index of its line. */
  readonly series: number;
  /** Place across: the level's number, or its index among names. */
  readonly x: number;
  /** What is predicted; null where nothing is. */
  readonly value: number | null;
  readonly low: number;
  readonly high: number;
  /** The level in words, and what is predicted of it. */
  readonly name: string;
  readonly text: string;
  /** Must not be switched on, or cannot be had. */
  readonly stopped: boolean;
}

export interface StripData {
  readonly across: XAxis;
  readonly upLabel: string;
  readonly cases: readonly StripCase[];
  readonly lines: readonly string[];
  readonly ceiling: { readonly value: number; readonly label: string } | null;
  /** What the axis reaches at least, such as the whole of a share. */
  readonly least?: number;
  /** One step of an arrow key across; 0 where levels cannot be moved. */
  readonly step: number;
}

/** A level that was dragged or stepped, in the unit of the axis. */
export interface LevelMove {
  readonly levelId: string;
  readonly value: number;
}

const BOX: ChartBox = {
  width: 660,
  height: 208,
  margin: { top: 12, right: 74, bottom: 52, left: 58 },
};
const BOTTOM = BOX.height - BOX.margin.bottom;

/** What every level is predicted to do, with its band, on one squared strip; levels can be dragged. */
@Component({
  selector: 'nab-level-strip',
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
  template: `
    <svg
      [attr.viewBox]="'0 0 ' + box().width + ' ' + box().height"
      role="group"
      [attr.aria-label]="label()"
    >
      <g #picture></g>
      <g #handles></g>
    </svg>
  `,
})
export class LevelStrip {
  readonly data = input.required<StripData>();
  readonly levelMove = output<LevelMove>();
  protected readonly box = fittedBox(BOX);
  /** The scale that the handles stand on. */
  private across: XScale | null = null;
  private readonly picture = viewChild.required<ElementRef<SVGGElement>>('picture');
  private readonly handles = viewChild.required<ElementRef<SVGGElement>>('handles');

  protected readonly label = computed(() => {
    const { cases, upLabel } = this.data();
    return `Predicted ${upLabel}: ${cases.map(({ name, text }) => `${name}: ${text}`).join('; ')}`;
  });

  constructor() {
    afterRenderEffect(() => this.draw());
  }

  private draw(): void {
    const data = this.data();
    const box = this.box();
    const { cases, ceiling } = data;
    const top = Math.max(
      data.least ?? 0,
      ...cases.map(({ high, value }) => Math.max(high, value ?? 0)),
    );
    const isPredicted = cases.some(({ value }) => value !== null);
    const showCeiling = ceiling !== null && ceiling.value <= top * 1.6;
    const lines = Math.max(1, data.lines.length);
    const across = makeXScale(data.across, box, Math.max(26, 24 * lines));
    const up = makeYScale(showCeiling ? Math.max(top, ceiling.value * 1.03) : top, box);
    const levels = levelAxes(data.across, across, up, { upLabel: data.upLabel, box });
    // Without a prediction the axis has no numbers yet.
    const axes = isPredicted ? levels : withoutNumbers(levels);
    const width = Math.max(8, Math.min(46, (across.step * 0.66) / lines));
    const places = { across, up, width, lines };
    const scale = up.domain();
    drawLayers(this.picture().nativeElement, [
      { name: 'frame', madeFrom: [axes, box], paint: (g) => drawFrame(g, box, axes) },
      ...(isPredicted
        ? []
        : [
            {
              name: 'note',
              madeFrom: box,
              paint: (g: LayerGroup) => drawNote(g, box, 'Nab does not predict this reading.'),
            },
          ]),
      ...cases.map((one, i) => ({
        name: `case ${i}`,
        madeFrom: [one, across.at(one.x), width, lines, scale],
        paint: (g: LayerGroup) => drawCase(g, one, places),
      })),
      ...(showCeiling
        ? [
            {
              name: 'ceiling',
              madeFrom: [ceiling, scale, box],
              paint: (g: LayerGroup) => drawCeiling(g, box, ceiling, up),
            },
          ]
        : []),
      {
        name: 'names',
        madeFrom: [data.lines, cases.map(({ value }) => value), scale],
        paint: (g) => drawLineNames(g, box, data, places),
      },
    ]);
    this.drawHandles(data, across);
  }

  /** A handle below every level, for finger and arrow keys. */
  private drawHandles(data: StripData, across: XScale): void {
    const isMovable = data.across.kind === 'graded' && data.step > 0;
    const byLevel = new Map(data.cases.map((one) => [one.levelId, one]));
    const levels = [...byLevel.values()].filter(({ x }) => isMovable && Number.isFinite(x));
    this.across = across;
    select(this.handles().nativeElement)
      .selectChildren<SVGGElement, StripCase>('g')
      .data(levels, ({ levelId }) => levelId)
      .join((enter) => this.makeHandles(enter.append('g')))
      .attr('transform', ({ x }) => `translate(${across.at(x)},${BOTTOM})`)
      .attr('aria-label', ({ name }) => `Level ${name}`)
      .attr('aria-valuenow', ({ x }) => x)
      .attr('aria-valuetext', ({ name, text }) => `${name}, ${text}`);
  }

  private makeHandles(handles: Handles): Handles {
    const move = (levelId: string, value: number): void => {
      if (value > 0) this.levelMove.emit({ levelId, value });
    };
    handles
      .attr('role', 'slider')
      .attr('tabindex', 0)
      .style('cursor', 'ew-resize')
      .on('keydown', (event: KeyboardEvent, { levelId, x }) => {
        const by = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key];
        if (by === undefined) return;
        event.preventDefault();
        move(levelId, x + by * this.data().step);
      });
    handles
      .append('rect')
      .attr('x', -18)
      .attr('y', -8)
      .attr('width', 36)
      .attr('height', 40)
      .attr('fill', 'transparent');
    handles
      .append('path')
      // On the axis, above what is written there.
      .attr('d', 'M0 -8L7 3H-7Z')
      .attr('fill', 'var(--nab-copper)')
      .attr('stroke', 'var(--nab-sheet)');
    handles.call(
      drag<SVGGElement, StripCase>().on('drag', (event: { sourceEvent: Event }, { levelId }) => {
        if (!this.across) return;
        const { step } = this.data();
        const [px] = pointer(event.sourceEvent, this.handles().nativeElement);
        move(levelId, Math.round(this.across.invert(px) / step) * step);
      }),
    );
    return handles;
  }
}

type Handles = Selection<SVGGElement, StripCase, SVGGElement, unknown>;

interface CasePlaces {
  readonly across: XScale;
  readonly up: Linear;
  readonly width: number;
  readonly lines: number;
}

const leftOf = (one: StripCase, { across, width, lines }: CasePlaces): number =>
  across.at(one.x) + (one.series - lines / 2) * width;

function drawCase(svg: LayerGroup, one: StripCase, places: CasePlaces): void {
  const { up, width, lines } = places;
  const left = leftOf(one, places);
  if (!Number.isFinite(left)) return;
  const colour = lines > 1 ? markerColour(one.series + 2) : 'var(--nab-copper)';
  const cell = svg.append('g').attr('transform', `translate(${left},0)`);
  cell.append('title').text(`${one.name}: ${one.text}`);
  if (one.stopped) {
    // An octagon on the axis: this one is not switched on.
    const r = Math.min(10, width / 2);
    const c = 0.41 * r;
    cell
      .append('path')
      .attr('transform', `translate(${width / 2},${BOTTOM - r - 4})`)
      .attr('d', `M${-c} ${-r}H${c}L${r} ${-c}V${c}L${c} ${r}H${-c}L${-r} ${c}V${-c}Z`)
      .attr('fill', 'var(--nab-enamel)');
    return;
  }
  if (one.value === null) return;
  cell
    .append('rect')
    .attr('width', width - 1)
    .attr('y', up(one.high))
    .attr('height', Math.max(1, up(one.low) - up(one.high)))
    .attr('fill', colour)
    .attr('fill-opacity', 0.12)
    .attr('stroke', colour)
    .attr('stroke-dasharray', '3 3');
  cell
    .append('line')
    .attr('x2', width - 1)
    .attr('y1', up(one.value))
    .attr('y2', up(one.value))
    .attr('stroke', colour)
    .attr('stroke-width', 3)
    .attr('stroke-dasharray', lines > 1 ? lineDash(one.series) : null);
  if (lines > 1 || width < 22) return;
  cell
    .append('text')
    .attr('x', width / 2)
    .attr('y', up(one.value) - 7)
    .attr('text-anchor', 'middle')
    .attr('font-size', 14)
    .attr('font-weight', 650)
    .attr('fill', 'var(--nab-ink)')
    .attr('paint-order', 'stroke')
    .attr('stroke', 'var(--nab-sheet)')
    .attr('stroke-width', 3)
    .text(one.text);
}

function drawCeiling(
  svg: LayerGroup,
  box: ChartBox,
  { value, label }: { value: number; label: string },
  up: Linear,
) {
  const right = box.width - box.margin.right;
  svg
    .append('line')
    .attr('x1', box.margin.left)
    .attr('x2', right)
    .attr('y1', up(value))
    .attr('y2', up(value))
    .attr('stroke', 'var(--nab-amber)')
    .attr('stroke-width', 2);
  svg
    .append('text')
    .attr('x', right + 6)
    .attr('y', up(value) + 5)
    .attr('font-size', 13)
    .attr('fill', 'var(--nab-amber)')
    .text(label);
}

function drawNote(svg: LayerGroup, box: ChartBox, text: string): void {
  svg
    .append('text')
    .attr('x', (box.margin.left + box.width - box.margin.right) / 2)
    .attr('y', BOTTOM / 2)
    .attr('text-anchor', 'middle')
    .attr('font-size', 14)
    .attr('fill', 'var(--nab-ink-soft)')
    .text(text);
}

/** Lines are named where they end. */
function drawLineNames(
  svg: LayerGroup,
  box: ChartBox,
  { cases, lines }: StripData,
  places: CasePlaces,
): void {
  if (lines.length < 2) return;
  let last = -Infinity;
  const ends = lines
    .map((name, series) => {
      const own = cases.filter((one) => one.series === series && one.value !== null);
      return { name, series, end: own[own.length - 1] };
    })
    .filter(({ end }) => end !== undefined)
    .sort((p, q) => places.up(p.end!.value!) - places.up(q.end!.value!));
  for (const { name, series, end } of ends) {
    last = Math.max(last + 16, places.up(end!.value!) + 5);
    svg
      .append('text')
      .attr('x', box.width - box.margin.right + 6)
      .attr('y', last)
      .attr('font-size', 13)
      .attr('fill', markerColour(series + 2))
      .text(name);
  }
}
