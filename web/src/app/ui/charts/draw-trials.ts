import { area, line } from 'd3-shape';
import type { LayerGroup } from '../drawing';
import { lineDash, markerColour } from './markers';
import type { XScale, ChartBox, YScale } from './scales';
import type { ChartCurve, ChartSeries, TrialChartData } from './trial-data';

/** What has a place on axes of logarithms. */
export function aboveZero(data: TrialChartData): TrialChartData {
  const above = ({ y }: { y: number }): boolean => y > 0;
  return {
    ...data,
    means: data.means.filter(({ mean }) => mean > 0),
    series: data.series.map((series) => ({
      ...series,
      curve: series.curve.filter(({ low }) => low > 0),
      fit: series.fit && series.fit.filter(above),
    })),
  };
}

/** Where things stand, for what is drawn. */
export interface DrawPlaces {
  readonly across: XScale;
  readonly up: YScale;
  /** Left and right edge of the plot. */
  readonly ends: readonly [number, number];
}

/** A label next to the plot: where it belongs, and what it says in how many lines. */
interface EndLabel {
  readonly y: number;
  readonly colour: string;
  readonly lines: readonly string[];
}

const LINE = 17;

/** From the plot to its labels, and the mean width of one of their letters. */
const LABEL_GAP = 12;
const LETTER = 7.2;

/** Labels at the ends of lines, in the lines' order, moved apart where they would cover one another. */
export class EndLabels {
  private readonly labels: EndLabel[] = [];
  private readonly overhead: { readonly colour: string; readonly text: string }[] = [];

  /** Of what has no end: written above the plot, at its right. */
  putAbove(colour: string, text: string): void {
    this.overhead.push({ colour, text });
  }

  put(y: number, colour: string, lines: readonly string[]): void {
    if (lines.length > 0) this.labels.push({ y, colour, lines });
  }

  write(layer: LayerGroup, { width, height, margin }: ChartBox): void {
    if (this.overhead.length > 0) {
      const text = layer
        .append('text')
        .attr('x', width - margin.right)
        .attr('y', margin.top - 8)
        .attr('text-anchor', 'end')
        .attr('font-size', 14);
      this.overhead.forEach((one, i) => {
        text
          .append('tspan')
          .attr('fill', one.colour)
          .text(`${i > 0 ? '; ' : ''}${one.text}`);
      });
    }
    const letters = Math.floor((margin.right - LABEL_GAP) / LETTER);
    const sorted = this.labels
      .map((label) => ({ ...label, lines: label.lines.flatMap((text) => wrapped(text, letters)) }))
      .sort((p, q) => p.y - q.y);
    const rows = sorted.reduce((sum, { lines }) => sum + lines.length, 0);
    const lowest = height - margin.bottom - 8;
    let [free, below] = [24, rows];
    for (const { y, colour, lines } of sorted) {
      // As near to its line as those above it and the room that those below need let it.
      let at = Math.max(free, Math.min(y, lowest - (below - 1) * LINE));
      for (const text of lines) {
        layer
          .append('text')
          .attr('x', width - margin.right + LABEL_GAP)
          .attr('y', at + 5)
          .attr('font-size', 14)
          .attr('fill', colour)
          .text(text);
        at += LINE;
      }
      free = at;
      below -= lines.length;
    }
  }
}

/** A text in lines of at most so many letters, where its words allow it. */
function wrapped(text: string, letters: number): string[] {
  const lines: string[] = [];
  for (const word of text.split(' ')) {
    const last = lines[lines.length - 1];
    if (last !== undefined && last.length + 1 + word.length <= letters) {
      lines[lines.length - 1] = `${last} ${word}`;
    } else lines.push(word);
  }
  return lines;
}

/** Room at the right for what is said of the lines, at most so much; of lines that are not drawn none. */
export function labelRoom({ across, series, fitName }: TrialChartData, most: number): number {
  const several = series.length > 1;
  if (across.kind === 'kinds' && !several) return LABEL_GAP;
  const texts = series.flatMap(({ name, curve, learnt, fit }) => [
    ...(curve.length + (learnt?.length ?? 0) > 0
      ? [several ? `Nab: ${name}` : 'Nab’s prediction']
      : []),
    ...(fit ? [several ? `${fitName}: ${name}` : fitName] : []),
  ]);
  if (texts.length === 0) return LABEL_GAP;
  const letters = Math.max(...texts.map((text) => text.length));
  return Math.min(most, Math.ceil(LABEL_GAP + LETTER * letters) + 4);
}

/** What Nab predicts of a line of readings, before and as learnt, and what is laid through it. */
export function drawSeries(
  layer: LayerGroup,
  { across: axis, series: all, fitName }: TrialChartData,
  { name, curve, learnt, fit }: ChartSeries,
  index: number,
  { across, up, ends }: DrawPlaces,
  labels: EndLabels,
): void {
  const several = all.length > 1;
  const colour = several ? markerColour(index + 2) : 'var(--nab-copper)';
  const of = several ? [`Nab: ${name}`] : ['Nab’s prediction', 'and 90 % band'];
  // As learnt it has an edge of dots, as first predicted a tint: two tints would mix.
  const bands = [
    { band: curve, said: of, dash: '6 4', shaded: true },
    { band: learnt ?? [], said: several ? [] : ['as learnt here'], dash: '2 3', shaded: false },
  ];
  for (const { band, said, dash, shaded } of bands) {
    if (axis.kind === 'kinds') {
      drawBoxes(layer, band, { colour, dash, shaded }, { across, up });
    } else {
      const edges = area<ChartCurve>(
        ({ x }) => across.at(x),
        ({ low }) => up(low),
        ({ high }) => up(high),
      );
      if (shaded) {
        layer.append('path').attr('d', edges(band)).attr('fill', colour).attr('opacity', 0.12);
      } else {
        for (const edge of [({ low }: ChartCurve) => low, ({ high }: ChartCurve) => high]) {
          layer
            .append('path')
            .attr('d', through(band, edge, { across, up }))
            .attr('fill', 'none')
            .attr('stroke', colour)
            .attr('stroke-dasharray', dash);
        }
      }
      layer
        .append('path')
        .attr(
          'd',
          through(band, ({ median }) => median, { across, up }),
        )
        .attr('fill', 'none')
        .attr('stroke', colour)
        .attr('stroke-width', 1.5)
        .attr('stroke-dasharray', dash);
    }
    const end = lastWithin(band, ({ x }) => across.at(x), ends);
    if (end && axis.kind === 'kinds' && !several) labels.putAbove(colour, said.join(' '));
    else if (end) labels.put(up(end.median), colour, said);
  }
  const last = fit && lastWithin(fit, ({ x }) => across.at(x), ends);
  if (!fit || !last) return;
  const stroke = several ? colour : 'var(--nab-ink)';
  layer
    .append('path')
    .attr(
      'd',
      through(fit, ({ y }) => y, { across, up }),
    )
    .attr('fill', 'none')
    .attr('stroke', stroke)
    .attr('stroke-width', 2)
    .attr('stroke-dasharray', lineDash(several ? index : 0));
  labels.put(up(last.y), stroke, [several ? `${fitName}: ${name}` : fitName]);
}

type Scales = Pick<DrawPlaces, 'across' | 'up'>;

const through = <T extends { readonly x: number }>(
  curve: readonly T[],
  height: (at: T) => number,
  { across, up }: Scales,
): string | null =>
  line<T>(
    (at) => across.at(at.x),
    (at) => up(height(at)),
  )(curve);

/** The last visible point of a curve, where its label goes. */
function lastWithin<T>(
  curve: readonly T[],
  place: (at: T) => number,
  [left, right]: readonly [number, number],
): T | undefined {
  return curve.filter((at) => place(at) >= left - 1 && place(at) <= right + 1).at(-1);
}

/** Named kinds have no line between them: each has its own band. */
function drawBoxes(
  layer: LayerGroup,
  band: readonly ChartCurve[],
  { colour, dash, shaded }: { colour: string; dash: string; shaded: boolean },
  { across, up }: Scales,
): void {
  const half = Math.min(26, across.step * 0.3);
  for (const { x, low, median, high } of band) {
    const box = layer
      .append('rect')
      .attr('x', across.at(x) - half)
      .attr('width', 2 * half)
      .attr('y', up(high))
      .attr('height', Math.max(1, up(low) - up(high)));
    if (shaded) box.attr('fill', colour).attr('opacity', 0.12);
    else box.attr('fill', 'none').attr('stroke', colour).attr('stroke-dasharray', dash);
    layer
      .append('line')
      .attr('x1', across.at(x) - half)
      .attr('x2', across.at(x) + half)
      .attr('y1', up(median))
      .attr('y2', up(median))
      .attr('stroke', colour)
      .attr('stroke-dasharray', dash);
  }
}

/** A bar from nothing to each mean, for levels that stand in no order. */
export function drawBars(
  layer: LayerGroup,
  { means, series }: TrialChartData,
  { across, up }: DrawPlaces,
): void {
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

/** Between the means of neighbouring lines at one level. */
const MEAN_STEP = 10;

/** Means at their level, between their trials, with their bars. */
export function drawMeans(
  layer: LayerGroup,
  data: TrialChartData,
  { across, up }: DrawPlaces,
): void {
  const [lowest = 0, highest = Infinity] = up.domain() as [number, number];
  const bars = layer.attr('stroke', 'var(--nab-ink)').attr('stroke-width', 2);
  data.means.forEach(({ x, mean, low: least, high: most, series }) => {
    const cx = across.at(x) + MEAN_STEP * (series - (data.series.length - 1) / 2);
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
