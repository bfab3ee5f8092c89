import { formatNumber } from '@nab/core/quantities';
import { scaleLinear } from 'd3-scale';
import { wholeOnly, type XScale, type XAxis, type ChartBox, type YScale } from './scales';

/** What is written at a place of an axis, in several lines where it is long. */
export interface Mark {
  readonly at: number;
  readonly text: readonly string[];
}

/** One axis as it is drawn: the lines of the squared paper, what is written, and what it is. */
export interface DrawnAxis {
  readonly ruled: readonly number[];
  readonly marks: readonly Mark[];
  readonly label: string;
  /** Names are written as words, not in columns of figures. */
  readonly named?: boolean;
}

export interface ChartAxes {
  readonly across: DrawnAxis;
  readonly up: DrawnAxis;
}

/** A scale of d3’s, linear or logarithmic. */
interface Scale {
  (value: number): number;
  ticks(count?: number): number[];
}

/** An axis of numbers: ruled and marked at the ticks of its scale, or at the values given. */
export function numberedAxis(
  scale: Scale,
  label: string,
  { text, ticks }: { text: (value: number) => string; ticks: number | readonly number[] },
): DrawnAxis {
  const values = typeof ticks === 'number' ? scale.ticks(ticks) : ticks;
  const marks = values.map((value) => ({ at: scale(value), text: [text(value)] }));
  return { ruled: marks.map(({ at }) => at), marks, label };
}

/** The axes of levels against what is read. */
export function levelAxes(
  axis: XAxis,
  across: XScale,
  up: YScale,
  { upLabel, box, log = false }: { upLabel: string; box: ChartBox; log?: boolean },
): ChartAxes {
  const { width, height, margin } = box;
  const tall = height > 300;
  const upward = (value: number): string =>
    log ? formatNumber(value, 4) : up.tickFormat(tall ? 6 : 4)(value);
  return {
    across: {
      ruled: across.ticks.map((tick) => across.at(tick)),
      marks: axis.kind === 'kinds' ? named(axis.names, across) : graded(),
      label: axis.label,
      named: axis.kind === 'kinds',
    },
    up: {
      ruled: up.ticks(tall ? 10 : 5).map((tick) => up(tick)),
      marks: (log ? onlyRound(up.ticks(6)) : up.ticks(tall ? 6 : 4)).map((tick) => ({
        at: up(tick),
        text: [upward(tick)],
      })),
      label: upLabel,
    },
  };

  function isSeen(value: number): boolean {
    return across.at(value) >= margin.left - 1 && across.at(value) <= width - margin.right + 1;
  }

  function graded(): Mark[] {
    // Every level is named: between them the axis is not even.
    if (log && axis.kind === 'graded') {
      const values = [...new Set(axis.values.filter((value) => value > 0 && isSeen(value)))];
      return values.map((value) => ({ at: across.at(value), text: [formatNumber(value, 4)] }));
    }
    const ends = [margin.left, width - margin.right];
    const scale = scaleLinear(ends.map(across.invert), ends);
    const whole = axis.kind === 'graded' && axis.whole;
    return wholeOnly(scale.ticks(8), whole).map((tick) => ({
      at: scale(tick),
      text: [formatNumber(tick, 4)],
    }));
  }
}

/** The same axes before anything is known of what is read: ruled, but not numbered upward. */
export const withoutNumbers = (axes: ChartAxes): ChartAxes => ({
  ...axes,
  up: { ...axes.up, marks: [] },
});

/** Of the many ticks of a logarithmic axis those that begin with 1, 2 or 5. */
function onlyRound(ticks: readonly number[]): number[] {
  return ticks.filter((tick) => /^[125]/.test(tick.toExponential()));
}

/** Width of a letter of a name at an axis, with room to its neighbour. */
const LETTER = 7.4;
const MOST_LINES = 3;

function named(names: readonly string[], across: XScale): Mark[] {
  const letters = Math.max(5, Math.floor(across.step / LETTER));
  return names.map((name, i) => ({ at: across.at(i), text: brokenAt(name, letters) }));
}

/** A name in at most three lines of so many letters, broken at a space or after a hyphen. */
function brokenAt(name: string, letters: number): string[] {
  const lines = [''];
  for (const word of name.split(/(?<=[ -])/)) {
    const last = lines.at(-1)!;
    const fits = (last + word).trim().length <= letters;
    if (fits || last === '' || lines.length === MOST_LINES) lines[lines.length - 1] = last + word;
    else lines.push(word);
  }
  return lines
    .map((text) => text.trim())
    .map((text) => (text.length > letters ? `${text.slice(0, letters - 1)}…` : text));
}
