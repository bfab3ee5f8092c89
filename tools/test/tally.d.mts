export const MOST_UNSTEADY: number;
export interface Counts {
  readonly passed: number;
  readonly failures: readonly string[];
  readonly unsteady?: readonly string[];
}
export class Tally {
  passed: number;
  failures: string[];
  unsteady: string[];
  check(title: string, ok: boolean): void;
  report(title: string, path: string, ok: boolean, read: (report: unknown) => Counts): void;
  summary(): { readonly ok: boolean; readonly text: string };
}
export const vitestCounts: (report: unknown) => Counts;
export const playwrightCounts: (report: unknown) => Counts;
