interface Running {
  readonly ended: Promise<string>;
  stop(): Promise<void>;
}

export function keepRunning(
  start: () => Promise<Running>,
  tell: (sentence: string) => unknown,
  name?: string,
): { readonly first: Promise<void>; readonly over: Promise<string | null>; stop(): void };
