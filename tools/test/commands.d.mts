export const COMMANDS: readonly {
  readonly words: string;
  readonly says: RegExp;
  readonly writes?: string;
}[];
export const ELSEWHERE: Readonly<Record<string, string>>;
