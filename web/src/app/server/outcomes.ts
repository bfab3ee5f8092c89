import type { Problem } from '@nab/contract';

/** The server could not be reached, or has no database just now: try again later. */
export class ServerAway extends Error {
  override readonly name = 'ServerAway';
}

/** The server answered with a problem: trying the same again will not help. */
export class ServerRefusal extends Error {
  override readonly name = 'ServerRefusal';

  constructor(readonly problem: Problem) {
    super(problem.detail ?? problem.title);
  }
}
