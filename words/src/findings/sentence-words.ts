import { axisOne, type Factor, type Measure } from '@nab/core/lesson';
import { formatNumber } from '@nab/core/quantities';
import type { CurveId, FittedCurve } from '@nab/core/statistics';
import { inUnitOf } from '../lesson/index.js';

/** A sentence about readings, and whether it asks for care. */
export interface Statement {
  readonly state: 'rest' | 'caution';
  readonly text: string;
}

/** What a statement answers: what was found, how sure that is, or what to try next. */
export type Answers = 'found' | 'sure' | 'next';

export interface Reason extends Statement {
  readonly answers: Answers;
  /** A part of the findings that it belongs to as well. */
  readonly about?: 'groups' | 'order';
}

/** Says of statements what they answer. */
export const answering = (
  answers: Answers,
  statements: readonly Statement[],
  about?: Reason['about'],
): Reason[] => statements.map((one) => ({ ...one, answers, ...(about && { about }) }));

/** What each shape is called, in the middle of a sentence. */
export const CURVE_NAMES: Readonly<Record<CurveId, string>> = {
  none: 'a flat line (no effect)',
  proportional: 'a straight line through zero',
  line: 'a straight line',
  saturating: 'a curve that levels off',
  power: 'a power law',
  'power-trend': 'a power trend (a straight line on log–log paper)',
  means: 'a separate mean at each level',
  logistic: 'an S-shaped curve',
};

/** What factor and measure are called in an equation and in “each extra …”. */
export interface FactorWords {
  /** In an equation: turns. */
  readonly term: string;
  /** One step of it: turn. */
  readonly one: string;
  /** What is read, with its unit: objects, kg. */
  readonly unit: string;
  /** What is read, in an equation: read. */
  readonly read: string;
  /** “The more turns”; empty for levels in no order. */
  readonly more: string;
  /** “the more the magnet lifts” and “the less the magnet lifts”. */
  readonly then: readonly [grows: string, shrinks: string];
}

/** Symbols that are spelt out in a sentence: “each extra ampere”. */
const SPELT: Readonly<Record<string, string>> = {
  A: 'ampere',
  V: 'volt',
  m: 'metre',
  '%': 'percent',
};

export function factorWords({ axis, name, more = '' }: Factor, measure: Measure): FactorWords {
  const named = name.split(',')[0]!.toLowerCase();
  const counted = axis.kind === 'number' && axis.unit !== '' && axis.unit !== '%';
  const unit = axis.kind === 'quantity' || axis.kind === 'number' ? axis.unit || 'level' : 'level';
  return {
    term: counted ? axis.unit : named,
    one: SPELT[unit] ?? (axisOne(axis) || (axis.kind === 'number' ? 'step' : unit)),
    unit: measure.unit || (measure.data === 'count' ? 'objects' : ''),
    read: measure.data === 'count' ? 'read' : measure.axis.toLowerCase(),
    more: more && more[0]!.toUpperCase() + more.slice(1),
    then: measure.more ?? ['the more we see', 'the less we see'],
  };
}

/** A slope with its 95 % confidence interval, as many digits as it deserves. */
export interface SlopeText {
  /** Its size, for sentences that say the direction in words, and its ends. */
  readonly value: string;
  readonly low: string;
  readonly high: string;
  /** The same with its sign. */
  readonly signed: string;
  readonly signedLow: string;
  readonly signedHigh: string;
}

/** @param line a straight line, its second coefficient the slope, in SI per step of the axis. */
export function slopeText(line: FittedCurve, measure: Measure): SlopeText {
  const scale = inUnitOf(measure);
  const [slope, half] = [scale(line.coefficients[1]!), scale(line.intervals95[1]!)];
  const decimals = Math.min(decimalsFor(half), decimalsOf(slope));
  const text = (value: number): string => toDecimals(value, decimals);
  const size = Math.abs(slope);
  return {
    value: text(size),
    low: text(size - half),
    high: text(size + half),
    signed: text(slope),
    signedLow: text(slope - half),
    signedHigh: text(slope + half),
  };
}

/** A value with its uncertainty, as many digits as it deserves: `1.2 ± 0.3`; without one that is none. */
export function withUncertainty(value: number, half: number): string {
  const decimals = Math.min(decimalsFor(half), decimalsOf(value));
  const off = toDecimals(half, decimals);
  return Number(off) === 0
    ? toDecimals(value, decimals)
    : `${toDecimals(value, decimals)} ± ${off}`;
}

/** Decimals that a number of that uncertainty deserves: two digits of it, and never more than four. */
const decimalsFor = (half: number): number =>
  half > 0 && Number.isFinite(half)
    ? Math.min(4, Math.max(0, 1 - Math.floor(Math.log10(half))))
    : 2;

/** Decimals of three significant digits: what scatters hardly at all needs no more. */
const decimalsOf = (value: number): number =>
  value === 0 ? 0 : Math.max(0, 2 - Math.floor(Math.log10(Math.abs(value))));

function toDecimals(value: number, decimals: number): string {
  const text = value.toFixed(decimals);
  return (Number(text) === 0 ? text.replace('-', '') : text).replace('-', '−');
}

/** A curve as an equation, in the axes' units; empty for means, which are none. */
export function equationText(
  { id, coefficients: [a = 0, b = 0] }: FittedCurve,
  { term, read }: FactorWords,
  measure: Measure,
): string {
  const unit = inUnitOf(measure);
  const n = (value: number): string => formatNumber(value);
  switch (id) {
    case 'none':
      return `${read} = ${n(unit(a))}`;
    case 'proportional':
      return `${read} = ${n(unit(a))} × ${term}`;
    case 'line':
      return `${read} = ${n(unit(b))} × ${term} ${a < 0 ? '−' : '+'} ${n(Math.abs(unit(a)))}`;
    case 'saturating':
      return `${read} = ${n(unit(a))} × ${term} ÷ (${n(b)} + ${term})`;
    case 'power':
    case 'power-trend':
      return `${read} = ${n(unit(a))} × ${term} to the power ${n(b)}`;
    case 'means':
      return '';
    case 'logistic':
      // By its middle and its steepness, which pupils can read off.
      return `share = 1 ÷ (1 + exp(${n(-b)} × (${term} − ${n(-a / b)})))`;
  }
}
