import { problem, type Problem, type ProblemCode } from '@nab/contract';

/** An outcome that ends a request with a problem document. */
export class ProblemError extends Error {
  override readonly name = 'ProblemError';
  readonly problem: Problem;

  constructor(code: ProblemCode, more: Parameters<typeof problem>[1] = {}) {
    super(more.detail ?? code);
    this.problem = problem(code, more);
  }
}
