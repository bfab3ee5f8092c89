import type { Problem } from '@nab/contract/problem';

/** The server could not be reached, or has no database just now: try again later. */
export class ServerAway extends Error {
  override readonly name: string = 'ServerAway';

  /** @param waitSeconds how long the server asks to wait; null where it says nothing. */
  constructor(
    message: string,
    readonly waitSeconds: number | null = null,
    /** What the server itself says is wrong; null where it says nothing. */
    readonly said: string | null = null,
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

/**
 * What went wrong with a request, for the person who asked.
 * @param error whatever was thrown, mistakes of the page itself included.
 * @param consequence what that means here, such as “No copy was kept.”; said first.
 */
export function faultWords(error: unknown, consequence = ''): string {
  return consequence === '' ? whyWords(error) : `${consequence} ${whyWords(error)}`;
}

function whyWords(error: unknown): string {
  if (error instanceof ServerFault) return `The server made a mistake: ${error.message}`;
  if (error instanceof ServerAway) {
    return error.said ?? 'The server cannot be reached. Is Nab still running?';
  }
  if (error instanceof ServerRefusal) return error.problem.errors?.[0]?.message ?? error.message;
  return `This page made a mistake: ${error instanceof Error ? error.message : String(error)}`;
}
