import { formatNumber } from '@nab/core';
import { axisBottom, axisLeft, scaleLinear, scalePoint, type Selection } from 'd3';

/** A drawing's size and the room around its plot, in its own units. */
export interface ChartBox {
  readonly width: number;
  readonly height: number;
  readonly margin: {
    readonly top: number;
    readonly right: number;
    readonly bottom: number;
    readonly left: number;
  };
}

export type Layer = Selection<SVGGElement, unknown, null, undefined>;
export type Linear = ReturnType<typeof scaleLinear<number, number>>;

/** What stands along the bottom: numbers in order, or names in no order. */
export type AcrossAxis =
  | {
      readonly kind: 'graded';
      readonly label: string;
      readonly values: readonly number[];
      /** Nothing lies between whole numbers, so no line of the paper does. */
      readonly whole: boolean;
    }
  | { readonly kind: 'kinds'; readonly label: string; readonly names: readonly string[] };

/** Where things stand across, and the lines of the squared paper there. */
export interface Across {
  at(value: number): number;
  /** The number at a place; NaN among names. */
  invert(place: number): number;
  readonly ticks: readonly number[];
  /** Room between neighbours, for what stands at a value. */
  readonly step: number;
}

/** Room beside the outermost values, in the drawing's own units, where none is said. */
const ROOM = 44;

/**
 * Places across for an axis: graded values as they are, names evenly spaced by their index.
 * @param room beside the outermost values, for what stands there.
 */
export function placesAcross(axis: AcrossAxis, { width, margin }: ChartBox, room = ROOM): Across {
  const range: [number, number] = [margin.left, width - margin.right];
  if (axis.kind === 'kinds') {
    const scale = scalePoint(
      axis.names.map((_, i) => i),
      range,
    ).padding(0.5);
    return {
      at: (value) => scale(Math.round(value)) ?? NaN,
      invert: () => NaN,
      ticks: axis.names.map((_, i) => i),
      step: scale.step(),
    };
  }
  const finite = axis.values.filter(Number.isFinite);
  const [least, most] = [Math.min(...finite), Math.max(...finite)];
  const span = most - least || Math.abs(most) || 1;
  const padding = (span * room) / (range[1] - range[0] - 2 * room);
  const scale = scaleLinear([least - padding, most + padding], range);
  const sorted = [...new Set(finite)].sort((p, q) => p - q);
  const gaps = sorted.slice(1).map((value, i) => scale(value) - scale(sorted[i]!));
  return {
    at: scale,
    invert: scale.invert,
    ticks: wholeOnly(scale.ticks(14), axis.whole),
    step: Math.min(...gaps, (range[1] - range[0]) / 3),
  };
}

/** Ticks of a scale; of whole numbers only where there is nothing between them. */
export function wholeOnly(ticks: readonly number[], whole: boolean): number[] {
  return whole ? ticks.filter(Number.isInteger) : [...ticks];
}

/** The scale upward, from nothing to a little over the most. */
export function placesUp(most: number, { height, margin }: ChartBox): Linear {
  return scaleLinear([0, most * 1.05 || 1], [height - margin.bottom, margin.top]);
}

/** Squared paper, both axes with their numbers, and what they are. */
export function drawFrame(
  group: Layer,
  box: ChartBox,
  { across, up, axis, upLabel }: { across: Across; up: Linear; axis: AcrossAxis; upLabel: string },
): void {
  const { width, height, margin } = box;
  const [left, right, top, bottom] = [
    margin.left,
    width - margin.right,
    margin.top,
    height - margin.bottom,
  ];
  const paper = group.append('g').attr('stroke', 'var(--nab-grid)');
  const rule = (x1: number, y1: number, x2: number, y2: number): void => {
    paper.append('line').attr('x1', x1).attr('x2', x2).attr('y1', y1).attr('y2', y2);
  };
  for (const tick of across.ticks) rule(across.at(tick), top, across.at(tick), bottom);
  for (const tick of up.ticks(height > 300 ? 10 : 5)) rule(left, up(tick), right, up(tick));

  const upward = group
    .append('g')
    .attr('transform', `translate(${left},0)`)
    .call(
      axisLeft(up)
        .ticks(height > 300 ? 6 : 4)
        .tickSize(5),
    );
  styleAxis(upward);
  if (axis.kind === 'graded') {
    const scale = scaleLinear([across.invert(left), across.invert(right)], [left, right]);
    const bottomward = group
      .append('g')
      .attr('transform', `translate(0,${bottom})`)
      .call(
        axisBottom(scale)
          .tickValues(wholeOnly(scale.ticks(8), axis.whole))
          .tickFormat((value) => formatNumber(Number(value), 4))
          .tickSize(5),
      );
    styleAxis(bottomward);
  } else {
    drawNames(group, box, across, axis.names);
  }
  caption(group, axis.label, `translate(${(left + right) / 2},${height - 8})`);
  caption(group, upLabel, `translate(16,${(top + bottom) / 2}) rotate(-90)`);
}

function styleAxis(axis: Layer): void {
  axis.selectAll('path, line').attr('stroke', 'var(--nab-steel)');
  axis
    .selectAll('text')
    .attr('fill', 'var(--nab-ink-soft)')
    .attr('font-size', 14)
    .attr('font-family', 'var(--nab-mono)');
}

/** Names below the axis, broken where they are long. */
function drawNames(
  group: Layer,
  { width, height, margin }: ChartBox,
  across: Across,
  names: readonly string[],
): void {
  const bottom = height - margin.bottom;
  group
    .append('line')
    .attr('x1', margin.left)
    .attr('x2', width - margin.right)
    .attr('y1', bottom)
    .attr('y2', bottom)
    .attr('stroke', 'var(--nab-steel)');
  const letters = Math.max(8, Math.floor(across.step / 7.2));
  names.forEach((name, i) => {
    const text = group
      .append('text')
      .attr('text-anchor', 'middle')
      .attr('font-size', 13)
      .attr('fill', 'var(--nab-ink)');
    brokenAt(name, letters).forEach((line, k) => {
      text
        .append('tspan')
        .attr('x', across.at(i))
        .attr('y', bottom + 17 + 15 * k)
        .text(line);
    });
  });
}

/** A name in at most two lines of so many letters. */
function brokenAt(name: string, letters: number): string[] {
  if (name.length <= letters) return [name];
  const words = name.split(' ');
  let first = words.shift() ?? '';
  while (words.length > 0 && first.length + words[0]!.length < letters) {
    first = `${first} ${words.shift()!}`;
  }
  const rest = words.join(' ');
  const cut = (text: string): string =>
    text.length > letters + 2 ? `${text.slice(0, letters)}…` : text;
  return rest === '' ? [cut(first)] : [cut(first), cut(rest)];
}

function caption(group: Layer, text: string, transform: string): void {
  group
    .append('text')
    .attr('transform', transform)
    .attr('text-anchor', 'middle')
    .attr('font-size', 14)
    .attr('fill', 'var(--nab-ink)')
    .text(text);
}
