import { formatNumber, type CurveId, type Factor, type FittedCurve, type Measure } from '@nab/core';
import { inUnitOf } from './readings.js';

/** A sentence about readings, and whether it asks for care. */
export interface Said {
  readonly state: 'rest' | 'caution';
  readonly text: string;
}

/** What each shape is called, in the middle of a sentence. */
export const CURVE_NAMES: Readonly<Record<CurveId, string>> = {
  none: 'no change at all',
  proportional: 'a straight line through zero',
  line: 'a straight line',
  saturating: 'a curve that levels off',
  power: 'a power law',
  means: 'a mean of its own for each level',
  logistic: 'an S-shaped curve',
};

/** What factor and measure are called in an equation and in “for each further …”. */
export interface FactorWords {
  /** As it stands in an equation: turns. */
  readonly term: string;
  /** One step of it: turn. */
  readonly one: string;
  /** What is read, with its unit: objects, kg. */
  readonly unit: string;
  /** What is read, in an equation: read. */
  readonly read: string;
}

export function factorWords({ axis, name }: Factor, measure: Measure): FactorWords {
  const named = name.split(',')[0]!.toLowerCase();
  const counted = axis.kind === 'number' && axis.unit !== '' && axis.unit !== '%';
  const unit = axis.kind === 'quantity' || axis.kind === 'number' ? axis.unit || 'level' : 'level';
  return {
    term: counted ? axis.unit : named,
    one: axis.kind === 'number' ? (axis.one ?? axis.unit) || 'step' : unit,
    unit: measure.unit || (measure.data === 'count' ? 'objects' : ''),
    read: measure.data === 'count' ? 'read' : measure.axis.toLowerCase(),
  };
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
      return `${read} = ${n(unit(a))} × ${term} to the power ${n(b)}`;
    case 'means':
      return '';
    case 'logistic':
      // By its middle and its steepness, which pupils can read off.
      return `share = 1 ÷ (1 + exp(${n(-b)} × (${term} − ${n(-a / b)})))`;
  }
}
