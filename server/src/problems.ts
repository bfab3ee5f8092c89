import { check, problem, type Problem, type ProblemCode } from '@nab/contract';
import type { Schema } from 'yup';

/** An outcome that ends a request with a problem document. */
export class ProblemError extends Error {
  override readonly name = 'ProblemError';
  readonly problem: Problem;

  constructor(code: ProblemCode, more: Parameters<typeof problem>[1] = {}) {
    super(more.detail ?? code);
    this.problem = problem(code, more);
  }
}

/** The value, checked; otherwise INVALID_INPUT with a message per field. */
export function requireValid<T>(schema: Schema<T>, value: unknown): T {
  const checked = check(schema, value);
  if (checked.ok) return checked.value;
  throw new ProblemError('INVALID_INPUT', { errors: checked.errors });
}

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

/** The id of a path, lower case; NOT_FOUND when it cannot be one. */
export function requireId(text: string): string {
  if (UUID.test(text)) return text.toLowerCase();
  throw new ProblemError('NOT_FOUND', { detail: 'The address does not hold a valid id.' });
}
