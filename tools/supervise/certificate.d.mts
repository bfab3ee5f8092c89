export function ownNames(more?: readonly string[]): string[];
export function ownCertificate(
  folder: string,
  names: readonly string[],
  now?: number,
): Promise<{ readonly cert: string; readonly key: string; readonly fingerprint: string }>;
