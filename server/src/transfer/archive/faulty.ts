import { ProblemError } from '../../platform/problems/index.js';

/** A file that is not taken at all, because of this in it. */
export const faulty = (path: string, message: string): ProblemError =>
  new ProblemError('INVALID_INPUT', { errors: [{ path, message }] });
