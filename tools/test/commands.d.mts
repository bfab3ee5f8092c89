export const COMMANDS: readonly {
  readonly words: string;
  readonly says: RegExp;
  readonly writes?: string;
  readonly ends?: readonly number[];
}[];
export const ELSEWHERE: Readonly<Record<string, string>>;
