import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  type ElementRef,
  input,
  viewChild,
} from '@angular/core';
import {
  area,
  axisBottom,
  axisLeft,
  line,
  scaleLinear,
  select,
  symbol,
  symbolCircle,
  symbolCross,
  symbolDiamond,
  symbolSquare,
  symbolStar,
  symbolTriangle,
  type Selection,
} from 'd3';

/** One trial as a point. */
export interface ChartPoint {
  readonly turns: number;
  readonly count: number;
  /** Index of its group. */
  readonly group: number;
  /** What it is, for the reader of screens and for the pointer. */
  readonly label: string;
}

export interface ChartMean {
  readonly turns: number;
  readonly mean: number;
  /** Half width of its 95 % interval; NaN with one trial. */
  readonly half: number;
}

export interface ChartCurve {
  readonly turns: number;
  readonly low: number;
  readonly median: number;
  readonly high: number;
}

export interface TrialChartData {
  readonly points: readonly ChartPoint[];
  readonly groups: readonly string[];
  readonly means: readonly ChartMean[];
  readonly curve: readonly ChartCurve[];
  /** Fitted line at the two ends of the data, or null. */
  readonly fit: readonly [ChartEnd, ChartEnd] | null;
  readonly equation: string;
  readonly objects: string;
  readonly traySize: number;
}
interface ChartEnd {
  readonly turns: number;
  readonly count: number;
}

const WIDTH = 860;
const HEIGHT = 460;
const MARGIN = { top: 18, right: 160, bottom: 52, left: 62 };
const MARKERS = [
  symbolCircle,
  symbolTriangle,
  symbolSquare,
  symbolDiamond,
  symbolCross,
  symbolStar,
];
export const SERIES = MARKERS.length;

/** Path of a group's marker, for the key beside the chart. */
export function markerPath(group: number, size = 70): string {
  return symbol(MARKERS[group % SERIES]!, size)() ?? '';
}
export function markerColour(group: number): string {
  return `var(--nab-series-${(group % SERIES) + 1})`;
}

type Layer = Selection<SVGGElement, unknown, null, undefined>;

/** Every trial, the means with their error bars, the model's band and the fitted line. */
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
  template: `<svg
    #drawing
    viewBox="0 0 860 460"
    role="group"
    [attr.aria-label]="'Chart of ' + data().objects + ' lifted against turns'"
  ></svg>`,
})
export class TrialChart {
  readonly data = input.required<TrialChartData>();
  private readonly drawing = viewChild.required<ElementRef<SVGSVGElement>>('drawing');

  constructor() {
    afterRenderEffect(() => this.draw());
  }

  private draw(): void {
    const data = this.data();
    const svg = select(this.drawing().nativeElement);
    svg.selectAll('*').remove();
    const turns = [...data.points.map((p) => p.turns), ...data.curve.map((c) => c.turns)];
    const counts = [...data.points.map((p) => p.count), ...data.curve.map((c) => c.high)];
    const span = Math.max(...turns) - Math.min(...turns) || 10;
    const x = scaleLinear(
      [Math.min(...turns) - span * 0.06, Math.max(...turns) + span * 0.06],
      [MARGIN.left, WIDTH - MARGIN.right],
    );
    const y = scaleLinear([0, Math.max(4, ...counts) * 1.05], [HEIGHT - MARGIN.bottom, MARGIN.top]);
    const layer = (): Layer => svg.append('g');

    drawSquaredPaper(layer(), x, y);
    drawAxes(layer(), x, y, data.objects);

    const band = layer();
    band
      .append('path')
      .attr(
        'd',
        area<ChartCurve>(
          (c) => x(c.turns),
          (c) => y(c.low),
          (c) => y(c.high),
        )(data.curve),
      )
      .attr('fill', 'var(--nab-copper)')
      .attr('opacity', 0.12);
    band
      .append('path')
      .attr(
        'd',
        line<ChartCurve>(
          (c) => x(c.turns),
          (c) => y(c.median),
        )(data.curve),
      )
      .attr('fill', 'none')
      .attr('stroke', 'var(--nab-copper)')
      .attr('stroke-width', 1.5)
      .attr('stroke-dasharray', '6 4');
    const end = data.curve[data.curve.length - 1];
    if (end) {
      endLabel(
        band,
        x(end.turns) + (data.groups.length / 2) * 7 + 24,
        y(end.median),
        'var(--nab-copper)',
        ['Nab’s prediction', 'and 90 % band'],
      );
    }

    if (data.fit) {
      const [from, to] = data.fit;
      const fit = layer();
      const right = x(to.turns) + (data.groups.length / 2) * 7 + 24;
      fit
        .append('line')
        .attr('x1', x(from.turns))
        .attr('y1', y(from.count))
        .attr('x2', x(to.turns))
        .attr('y2', y(to.count))
        .attr('stroke', 'var(--nab-ink)')
        .attr('stroke-width', 2);
      const clash = end && Math.abs(y(end.median) - y(to.count)) < 40 ? 44 : 0;
      const above = end && y(to.count) <= y(end.median) ? -clash : clash;
      endLabel(fit, right, y(to.count) + above * 0.8, 'var(--nab-ink)', ['Best line']);
    }

    const dots = layer();
    data.points.forEach((point) => {
      // Groups stand side by side around their level, so that equal counts do not hide each other.
      const shift = (point.group - (data.groups.length - 1) / 2) * 7;
      const dot = dots
        .append('g')
        .attr('transform', `translate(${x(point.turns) + shift},${y(point.count)})`)
        .attr('tabindex', 0)
        .attr('role', 'img')
        .attr('aria-label', point.label);
      dot
        .append('path')
        .attr('d', markerPath(point.group, 44))
        .attr('fill', 'var(--nab-sheet)')
        .attr('stroke', markerColour(point.group))
        .attr('stroke-width', 1.8);
      dot.append('title').text(point.label);
    });

    const bars = layer().attr('stroke', 'var(--nab-ink)').attr('stroke-width', 2);
    data.means.forEach(({ turns: at, mean, half }) => {
      const offset = (data.groups.length / 2) * 7 + 8;
      const cx = x(at) + offset;
      bars
        .append('circle')
        .attr('cx', cx)
        .attr('cy', y(mean))
        .attr('r', 4.5)
        .attr('fill', 'var(--nab-ink)');
      if (!Number.isFinite(half)) return;
      bars
        .append('path')
        .attr(
          'd',
          `M${cx} ${y(mean - half)}V${y(mean + half)}M${cx - 6} ${y(mean - half)}h12M${cx - 6} ${y(mean + half)}h12`,
        )
        .attr('fill', 'none');
    });
  }
}

type Linear = ReturnType<typeof scaleLinear<number, number>>;

function drawSquaredPaper(group: Layer, x: Linear, y: Linear): void {
  group.attr('stroke', 'var(--nab-grid)');
  for (const tick of x.ticks(16)) {
    group
      .append('line')
      .attr('x1', x(tick))
      .attr('x2', x(tick))
      .attr('y1', MARGIN.top)
      .attr('y2', HEIGHT - MARGIN.bottom);
  }
  for (const tick of y.ticks(10)) {
    group
      .append('line')
      .attr('x1', MARGIN.left)
      .attr('x2', WIDTH - MARGIN.right)
      .attr('y1', y(tick))
      .attr('y2', y(tick));
  }
}

function drawAxes(group: Layer, x: Linear, y: Linear, objects: string): void {
  const bottom = group
    .append('g')
    .attr('transform', `translate(0,${HEIGHT - MARGIN.bottom})`)
    .call(axisBottom(x).ticks(8).tickSize(5));
  const left = group
    .append('g')
    .attr('transform', `translate(${MARGIN.left},0)`)
    .call(axisLeft(y).ticks(6).tickSize(5));
  for (const axis of [bottom, left]) {
    axis.selectAll('path, line').attr('stroke', 'var(--nab-steel)');
    axis
      .selectAll('text')
      .attr('fill', 'var(--nab-ink-soft)')
      .attr('font-size', 14)
      .attr('font-family', 'var(--nab-mono)');
  }
  const caption = (text: string, transform: string): void => {
    group
      .append('text')
      .attr('transform', transform)
      .attr('text-anchor', 'middle')
      .attr('font-size', 15)
      .attr('fill', 'var(--nab-ink)')
      .text(text);
  };
  caption(
    'Number of turns',
    `translate(${(MARGIN.left + WIDTH - MARGIN.right) / 2},${HEIGHT - 10})`,
  );
  caption(
    `Objects lifted (${objects})`,
    `translate(18,${(MARGIN.top + HEIGHT - MARGIN.bottom) / 2}) rotate(-90)`,
  );
}

function endLabel(group: Layer, x: number, y: number, colour: string, lines: string[]): void {
  lines.forEach((text, i) => {
    group
      .append('text')
      .attr('x', x)
      .attr('y', y + 5 + i * 17)
      .attr('font-size', 14)
      .attr('fill', colour)
      .text(text);
  });
}
