export function changedFiles(): string[];
export function lintable(files: readonly string[]): string[];
export function testProjects(files: readonly string[]): {
  readonly vitest: readonly string[];
  readonly web: boolean;
};
