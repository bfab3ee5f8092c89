export function ask(
  address: string,
  path: string,
  patience?: number,
): Promise<{ readonly status: number; readonly body: string }>;
