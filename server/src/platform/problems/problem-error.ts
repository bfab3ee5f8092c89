import { problem, type Problem, type ProblemCode } from '@nab/contract/problem';

/** An outcome that ends a request with a problem document. */
export class ProblemError extends Error {
  override readonly name = 'ProblemError';
  readonly problem: Problem;

  /** After how many seconds the same may be asked again; null where that changes nothing. */
  readonly retryAfter_s: number | null;

  constructor(
    code: ProblemCode,
    { retryAfter_s, ...more }: Parameters<typeof problem>[1] & { retryAfter_s?: number } = {},
  ) {
    super(more.detail ?? code);
    this.problem = problem(code, more);
    this.retryAfter_s = retryAfter_s ?? null;
  }
}
