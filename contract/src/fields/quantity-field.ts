import './locale.js';
import { CoreError } from '@nab/core/errors';
import {
  formatQuantity,
  parseQuantity,
  type QuantityKind,
  type QuantityLimits,
} from '@nab/core/quantities';
import { string, type StringSchema } from 'yup';

/**
 * A quantity as typed: text with its unit, kept as it is. Fails with the core's own sentence when it
 * cannot be read, and with the limits when it lies outside them.
 */
export function quantity(kind: QuantityKind, limits: QuantityLimits): StringSchema<string> {
  return string()
    .defined()
    .test('quantity', (text: unknown, context) => {
      // What is no text has a message of its own.
      if (typeof text !== 'string') return true;
      const problem = quantityProblem(text, kind, limits);
      return problem === null || context.createError({ message: problem });
    })
    .meta({ jsonSchema: { description: describe(kind, limits), minLength: 1 } });
}

/** What is wrong with a typed quantity, as a sentence; null when nothing is. */
export function quantityProblem(
  text: string,
  kind: QuantityKind,
  limits: QuantityLimits,
  assumedUnit?: string,
): string | null {
  let si: number;
  try {
    si = parseQuantity(text, kind, assumedUnit).si;
  } catch (error) {
    if (error instanceof CoreError) return error.message;
    throw error;
  }
  // Half a part in a billion of slack: 0.3 m typed as 30 cm must not fail by rounding.
  const slack = 1e-9 * Math.max(Math.abs(limits.min), Math.abs(limits.max));
  if (si >= limits.min - slack && si <= limits.max + slack) return null;
  return `Must be from ${range(kind, limits)}.`;
}

function range(kind: QuantityKind, { min, max, unit }: QuantityLimits): string {
  return `${formatQuantity(min, kind, unit)} to ${formatQuantity(max, kind, unit)}`;
}

function describe(kind: QuantityKind, limits: QuantityLimits): string {
  return `${kind} as text with its unit, ${range(kind, limits)}`;
}
