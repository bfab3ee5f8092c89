import { BreakpointObserver } from '@angular/cdk/layout';
import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  input,
  viewChild,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { area, line, select } from 'd3';
import { map } from 'rxjs';
import { levelAxes } from './axes';
import { drawFrame, type Layer } from './draw-frame';
import {
  placesAcross,
  placesAcrossLog,
  placesUp,
  placesUpLog,
  type Across,
  type AcrossAxis,
  type ChartBox,
  type UpScale,
} from './places';
import { lineDash, markerColour, markerPath } from './markers';

/** One trial as a point, in the units of the axes. */
export interface ChartPoint {
  readonly x: number;
  readonly y: number;
  /** Ends of what is known of it, where it is an interval. */
  readonly from: number | null;
  readonly to: number | null;
  /** Index of its group and of its line. */
  readonly group: number;
  readonly series: number;
  /** At least so much: the tray was empty, or it never dropped. */
  readonly censored: boolean;
  /** Stands out among the readings of its level. */
  readonly unusual: boolean;
  /** What it is, for the reader of screens and for the pointer. */
  readonly label: string;
}

export interface ChartMean {
  readonly x: number;
  readonly series: number;
  readonly mean: number;
  /** Half width of its bar; NaN with one trial. */
  /** Ends of its bar, NaN where there is none. */
  readonly low: number;
  readonly high: number;
}

export interface ChartCurve {
  readonly x: number;
  readonly low: number;
  readonly median: number;
  readonly high: number;
}

/** A line of its own: the model's band, and what was laid through the readings, point by point. */
export interface ChartSeries {
  readonly name: string;
  readonly curve: readonly ChartCurve[];
  readonly fit: readonly ChartEnd[] | null;
}
export interface ChartEnd {
  readonly x: number;
  readonly y: number;
}

export interface TrialChartData {
  readonly across: AcrossAxis;
  readonly upLabel: string;
  readonly points: readonly ChartPoint[];
  readonly groups: readonly string[];
  readonly means: readonly ChartMean[];
  readonly series: readonly ChartSeries[];
  /** The most that can be read, such as the tray; null without one. */
  readonly ceiling: number | null;
  /** What the fitted curves are called where they end. */
  readonly fitName: string;
  /** Both axes by their logarithms: what is not above zero has no place there. */
  readonly log: boolean;
  /** Bars from nothing to the means, of levels that stand in no order. */
  readonly bars?: boolean;
}

/** Where things stand in the drawing, for what is laid over it. */
export interface TrialPlaces {
  readonly across: Across;
  readonly up: UpScale;
  /** Edges of the plot. */
  readonly top: number;
  readonly bottom: number;
  readonly left: number;
  readonly right: number;
}

/** On a page; and on a board, where the same letters fill twice the room. */
const BOXES: Readonly<Record<'page' | 'board', ChartBox>> = {
  page: { width: 860, height: 460, margin: { top: 18, right: 160, bottom: 58, left: 66 } },
  board: { width: 480, height: 350, margin: { top: 12, right: 112, bottom: 54, left: 56 } },
};
const NARROW = '(max-width: 640px)';
/** Between neighbouring groups around one level. */
const GROUP_STEP = 7;

/** Every trial, the means with their error bars, the model's band and the fitted lines. */
@Component({
  selector: 'nab-trial-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: block;
    }
    svg {
      display: block;
      width: 100%;
      height: auto;
    }
  `,
  exportAs: 'nabTrialChart',
  template: `
    <svg
      [attr.viewBox]="'0 0 ' + box().width + ' ' + box().height"
      role="group"
      [attr.aria-label]="'Chart of ' + data().upLabel + ' against ' + data().across.label"
    >
      <g #drawing></g>
      <ng-content />
    </svg>
  `,
})
export class TrialChart {
  readonly data = input.required<TrialChartData>();
  readonly on = input<'page' | 'board'>('page');
  /** On a telephone as on a board: the letters would be too small to read. */
  private readonly window = inject(BreakpointObserver);
  private readonly isNarrow = toSignal(
    this.window.observe(NARROW).pipe(map(({ matches }) => matches)),
    { initialValue: this.window.isMatched(NARROW) },
  );
  protected readonly box = computed(() => BOXES[this.isNarrow() ? 'board' : this.on()]);
  private readonly drawing = viewChild.required<ElementRef<SVGGElement>>('drawing');

  constructor() {
    afterRenderEffect(() => this.draw());
  }

  /** Where things stand: what lies over the chart asks for it. */
  readonly places = computed((): TrialPlaces => {
    const [data, box] = [this.data(), this.box()];
    const curves = data.series.flatMap(({ curve }) => curve);
    const tops = [
      ...data.points.map((p) => Math.max(p.y, p.to ?? 0)),
      ...curves.map((c) => c.high),
    ];
    const most = tops.reduce((p, q) => Math.max(p, q), 1e-12);
    const { top, bottom, left, right } = box.margin;
    const ends = { top, bottom: box.height - bottom, left, right: box.width - right };
    if (!data.log) {
      return { across: placesAcross(data.across, box), up: placesUp(most, box), ...ends };
    }
    const low = [...data.points.map(({ y }) => y), ...curves.map((c) => c.low)].filter(
      (y) => y > 0,
    );
    const least = low.reduce((p, q) => Math.min(p, q), most);
    return {
      across: placesAcrossLog(data.across, box),
      up: placesUpLog(least, most, box),
      ...ends,
    };
  });

  private draw(): void {
    const [all, box] = [this.data(), this.box()];
    const svg = select(this.drawing().nativeElement);
    svg.selectAll('*').remove();
    const data = all.log ? aboveZero(all) : all;
    const { across, up } = this.places();
    const layer = (): Layer => svg.append('g') as unknown as Layer;
    const axes = levelAxes(data.across, across, up, { upLabel: data.upLabel, box, log: data.log });
    drawFrame(layer(), box, axes);
    const places = { across, up, side: (data.groups.length / 2) * GROUP_STEP + 8 };
    const labels = new EndLabels(box);
    data.series.forEach((series, i) => drawSeries(layer(), data, series, i, places, labels));
    if (data.bars) drawBars(layer(), data, places);
    drawPoints(layer(), data, places);
    drawMeans(layer(), data, places);
  }
}

/** What has a place on axes of logarithms. */
function aboveZero(data: TrialChartData): TrialChartData {
  const above = ({ y }: { y: number }): boolean => y > 0;
  return {
    ...data,
    points: data.points.filter(above).map((p) => (p.from && p.from > 0 ? p : { ...p, from: null })),
    means: data.means.filter(({ mean }) => mean > 0),
    series: data.series.map((series) => ({
      ...series,
      curve: series.curve.filter(({ low }) => low > 0),
      fit: series.fit && series.fit.filter(above),
    })),
  };
}

interface Places {
  readonly across: Across;
  readonly up: UpScale;
  /** How far beside its level a mean stands. */
  readonly side: number;
}

/** Labels at the ends of lines, moved apart where they would cover one another. */
class EndLabels {
  private readonly taken: number[] = [];
  constructor(private readonly box: ChartBox) {}

  put(layer: Layer, y: number, colour: string, lines: readonly string[]): void {
    const { width, height, margin } = this.box;
    let at = Math.min(Math.max(y, 24), height - margin.bottom - 8);
    while (this.taken.some((other) => Math.abs(other - at) < 17)) at += 17;
    lines.forEach((text, i) => {
      this.taken.push(at + i * 17);
      layer
        .append('text')
        .attr('x', width - margin.right + 12)
        .attr('y', at + 5 + i * 17)
        .attr('font-size', 14)
        .attr('fill', colour)
        .text(text);
    });
  }
}

function drawSeries(
  layer: Layer,
  { across: axis, series: all, fitName }: TrialChartData,
  { name, curve, fit }: ChartSeries,
  index: number,
  { across, up }: Places,
  labels: EndLabels,
): void {
  const several = all.length > 1;
  const colour = several ? markerColour(index + 2) : 'var(--nab-copper)';
  if (axis.kind === 'kinds') {
    // Named kinds have no line between them: each has its own band.
    const half = Math.min(26, across.step * 0.3);
    curve.forEach(({ x, low, median, high }) => {
      layer
        .append('rect')
        .attr('x', across.at(x) - half)
        .attr('width', 2 * half)
        .attr('y', up(high))
        .attr('height', Math.max(1, up(low) - up(high)))
        .attr('fill', colour)
        .attr('opacity', 0.12);
      layer
        .append('line')
        .attr('x1', across.at(x) - half)
        .attr('x2', across.at(x) + half)
        .attr('y1', up(median))
        .attr('y2', up(median))
        .attr('stroke', colour)
        .attr('stroke-dasharray', '6 4');
    });
  } else {
    layer
      .append('path')
      .attr(
        'd',
        area<ChartCurve>(
          (c) => across.at(c.x),
          (c) => up(c.low),
          (c) => up(c.high),
        )(curve),
      )
      .attr('fill', colour)
      .attr('opacity', 0.12);
    layer
      .append('path')
      .attr(
        'd',
        line<ChartCurve>(
          (c) => across.at(c.x),
          (c) => up(c.median),
        )(curve),
      )
      .attr('fill', 'none')
      .attr('stroke', colour)
      .attr('stroke-width', 1.5)
      .attr('stroke-dasharray', '6 4');
  }
  const end = curve[curve.length - 1];
  if (end) {
    const said = several ? [`Nab: ${name}`] : ['Nab’s prediction', 'and 90 % band'];
    labels.put(layer, up(end.median), colour, said);
  }
  const last = fit?.[fit.length - 1];
  if (!fit || !last) return;
  const stroke = several ? colour : 'var(--nab-ink)';
  layer
    .append('path')
    .attr(
      'd',
      line<ChartEnd>(
        ({ x }) => across.at(x),
        ({ y }) => up(y),
      )(fit),
    )
    .attr('fill', 'none')
    .attr('stroke', stroke)
    .attr('stroke-width', 2)
    .attr('stroke-dasharray', lineDash(several ? index : 0));
  labels.put(layer, up(last.y), stroke, [several ? `${fitName}: ${name}` : fitName]);
}

function drawPoints(layer: Layer, data: TrialChartData, { across, up }: Places): void {
  const several = data.series.length > 1;
  data.points.forEach((point) => {
    // Groups stand side by side around their level, so that equal readings do not hide each other.
    const shift = (point.group - (data.groups.length - 1) / 2) * GROUP_STEP;
    const dot = layer
      .append('g')
      .attr('transform', `translate(${across.at(point.x) + shift},${up(point.y)})`)
      .attr('tabindex', 0)
      .attr('role', 'img')
      .attr('aria-label', point.label);
    if (point.from !== null && point.to !== null) {
      dot
        .append('line')
        .attr('y1', up(point.from) - up(point.y))
        .attr('y2', up(point.to) - up(point.y))
        .attr('stroke', markerColour(point.group));
    }
    if (point.unusual) {
      dot
        .append('circle')
        .attr('r', 11)
        .attr('fill', 'none')
        .attr('stroke', 'var(--nab-enamel)')
        .attr('stroke-width', 1.8)
        .attr('stroke-dasharray', '3 3');
    }
    if (point.censored) {
      // At least so much: an arrow says that it may be more.
      dot
        .append('path')
        .attr('d', 'M0 -6V-20M-4 -15L0 -21L4 -15')
        .attr('fill', 'none')
        .attr('stroke', markerColour(point.group))
        .attr('stroke-width', 1.8);
    }
    dot
      .append('path')
      .attr('d', markerPath(point.group, 44))
      .attr('fill', several && point.series > 0 ? markerColour(point.group) : 'var(--nab-sheet)')
      .attr('stroke', markerColour(point.group))
      .attr('stroke-width', 1.8);
    dot.append('title').text(point.label);
  });
}

/** A bar from nothing to each mean, for levels that stand in no order. */
function drawBars(layer: Layer, { means, series }: TrialChartData, { across, up }: Places): void {
  const wide = Math.min(44, across.step * 0.5) / Math.max(1, series.length);
  const [lowest = 0] = up.domain() as [number, number];
  means.forEach(({ x, mean, series: of }) => {
    layer
      .append('rect')
      .attr('class', 'bar')
      .attr('x', across.at(x) + wide * (of - series.length / 2))
      .attr('width', wide)
      .attr('y', up(mean))
      .attr('height', Math.max(0, up(lowest) - up(mean)))
      .attr('fill', series.length > 1 ? markerColour(of + 2) : 'var(--nab-steel)')
      .attr('opacity', 0.35);
  });
}

function drawMeans(layer: Layer, data: TrialChartData, { across, up, side }: Places): void {
  const [lowest = 0, highest = Infinity] = up.domain() as [number, number];
  const bars = layer.attr('stroke', 'var(--nab-ink)').attr('stroke-width', 2);
  data.means.forEach(({ x, mean, low: least, high: most, series }) => {
    const cx = across.at(x) + side + 10 * series;
    bars
      .append('circle')
      .attr('cx', cx)
      .attr('cy', up(mean))
      .attr('r', 4.5)
      .attr('fill', 'var(--nab-ink)');
    if (!Number.isFinite(most)) return;
    // What reaches beyond the axes ends there, without a cap.
    const [low, high] = [up(Math.max(lowest, least)), up(Math.min(highest, most))];
    const cap = most <= highest ? `M${cx - 6} ${high}h12` : '';
    bars
      .append('path')
      .attr('d', `M${cx} ${low}V${high}M${cx - 6} ${low}h12${cap}`)
      .attr('fill', 'none');
  });
}
