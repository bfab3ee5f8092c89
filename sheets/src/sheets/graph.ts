import { nice, ticks } from 'd3-array';
import { plannedFactor } from '@nab/contract/lesson';
import { axisNumber, axisUnit, ceilingOf, isOrdered } from '@nab/core/lesson';
import { formatNumber } from '@nab/core/quantities';
import { axisLabel, inUnitOf, type Prepared } from '@nab/words/lesson';
import { centred, ending, line, words, wrap, type Mark } from '../page/index.js';

/** Side of a square of the squared paper, mm. */
const SQUARE = 5;

/** Where something is drawn, mm. */
export interface Frame {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Squared paper with its axes, and where things stand on it. */
export interface SquaredAxes {
  readonly marks: readonly Mark[];
  /** Place of a number of the factor, or of a named kind by its position; mm. */
  readonly across: (level: number) => number;
  /** Place of a value in the measure's unit, mm. */
  readonly up: (value: number) => number;
}

/** Squared paper to draw on; null where what is measured makes no graph. */
export const graphPaper = (of: Prepared, frame: Frame): readonly Mark[] | null =>
  squaredAxes(of, frame)?.marks ?? null;

/**
 * The axes of the question drawn and numbered on squared paper, nothing on it.
 * @param least what the upward axis has to reach, in the measure's unit.
 * @returns null where what is measured makes no graph.
 */
export function squaredAxes(
  of: Prepared,
  { x, y, width, height }: Frame,
  least: number = upTo(of),
): SquaredAxes | null {
  const { measure, plan, cases } = of;
  if (measure.data === 'words' || measure.data === 'yes-no' || measure.data === 'objects')
    return null;
  const [left, below] = [16, 14];
  const columns = Math.floor((width - left) / SQUARE);
  const rows = Math.floor((height - below) / SQUARE);
  const [x0, y0] = [x + left, y + rows * SQUARE];
  const [x1, y1] = [x0 + columns * SQUARE, y];
  const marks: Mark[] = [];
  for (let i = 1; i <= columns; i++)
    marks.push(line(x0 + i * SQUARE, y0, x0 + i * SQUARE, y1, { stroke: 'grid', width: 0.15 }));
  for (let i = 1; i <= rows; i++)
    marks.push(line(x0, y0 - i * SQUARE, x1, y0 - i * SQUARE, { stroke: 'grid', width: 0.15 }));
  marks.push(line(x0, y0, x1, y0, { width: 0.4 }), line(x0, y0, x0, y1, { width: 0.4 }));

  const top = niceTop(least);
  const upward = (value: number): number => y0 - (value / top) * (y0 - y1);
  const up = ticks(0, top, 6);
  for (const value of up) {
    const place = upward(value);
    marks.push(
      line(x0 - 1.2, place, x0, place),
      ending(x0 - 2, place + 1.2, formatNumber(value, 4), { size: 9 }),
    );
  }
  marks.push({
    ...words(x + 3, y0 - (y0 - y1) / 2 + 20, axisLabel(measure), { size: 9 }),
    turn: -90,
  } as Mark);

  const { axis, name } = plannedFactor(plan);
  const levels = cases.filter(({ seriesId }) => seriesId === (cases[0]?.seriesId ?? null));
  let across = (i: number): number => x0 + ((i + 0.5) / levels.length) * (x1 - x0);
  if (isOrdered(axis)) {
    const numbers = levels.map(({ level }) => axisNumber(axis, level)).filter(Number.isFinite);
    const most = niceTop(1.1 * Math.max(...numbers));
    across = (value) => x0 + (value / most) * (x1 - x0);
    for (const value of ticks(0, most, 6)) {
      const place = across(value);
      marks.push(
        line(place, y0, place, y0 + 1.2),
        centred(place, y0 + 4.8, formatNumber(value, 4), { size: 9 }),
      );
    }
  } else {
    levels.forEach((level, i) => {
      const place = across(i);
      marks.push(
        line(place, y0, place, y0 + 1.2),
        ...wrap(level.name, (x1 - x0) / levels.length - 2, 8)
          .slice(0, 2)
          .map((text, row) => centred(place, y0 + 4.4 + 3.2 * row, text, { size: 8 })),
      );
    });
  }
  const unit = axisUnit(axis);
  marks.push(
    centred(
      (x0 + x1) / 2,
      y0 + 11.5,
      unit && !name.toLowerCase().includes(unit) ? `${name}, ${unit}` : name,
      { size: 9 },
    ),
  );
  return { marks, across, up: upward };
}

/** The most that has to have room on the paper, in the measure's unit. */
function upTo({ measure, plan, cases }: Prepared): number {
  const inUnit = inUnitOf(measure);
  const highest = Math.max(0, ...cases.map(({ band }) => (band ? inUnit(band.high) : 0)));
  if (highest > 0) {
    const ceiling =
      measure.ceiling === null ? Infinity : inUnit(ceilingOf(measure, plan.traySize) ?? Infinity);
    return Math.min(1.1 * highest, Math.max(ceiling, 1));
  }
  return measure.ceiling === 'tray' ? plan.traySize : 10;
}

const niceTop = (value: number): number => nice(0, Math.max(value, 1e-9), 6)[1];
