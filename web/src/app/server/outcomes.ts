import type { Problem } from '@nab/contract';

/** The server could not be reached, or has no database just now: try again later. */
export class ServerAway extends Error {
  override readonly name: string = 'ServerAway';

  /** @param waitSeconds how long the server asks to wait; null where it says nothing. */
  constructor(
    message: string,
    readonly waitSeconds: number | null = null,
  ) {
    super(message);
  }
}

/** The server made a mistake with this very request: others may get through. */
export class ServerFault extends ServerAway {
  constructor(readonly problem: Problem) {
    super(problem.detail ?? problem.title);
  }
}

/** The server answered with a problem: trying the same again will not help. */
export class ServerRefusal extends Error {
  override readonly name = 'ServerRefusal';

  constructor(readonly problem: Problem) {
    super(problem.detail ?? problem.title);
  }
}
