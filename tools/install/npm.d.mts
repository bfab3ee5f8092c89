export function npm(
  words: readonly string[],
  options?: object,
): { readonly status: number | null; readonly output: string };
export function npmFailure(output: string): string;
