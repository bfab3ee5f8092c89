export class Refused extends Error {}

export function startOptions(
  words: readonly string[],
  environment: Readonly<Record<string, string | undefined>>,
): {
  readonly classroom: boolean;
  readonly host: string;
  readonly port: number;
  readonly newPassPhrase: boolean;
  readonly open: boolean;
  readonly tls: null | 'own' | { readonly cert: string; readonly key: string };
};
