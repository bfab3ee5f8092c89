import { existsSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { pageClosures } from '../install/page-files.mjs';

const web = new URL('../../web/', import.meta.url).pathname;
const built = join(web, 'dist', 'browser');

interface Budgets {
  /** Before any page is known, compressed. */
  readonly atOnce_kB: number;
  /** Files of the heaviest page. */
  readonly files: number;
  /** All that runs before a page is drawn, compressed. */
  readonly pages_kB: Readonly<Record<string, number>>;
}

const budgets = JSON.parse(readFileSync(join(web, 'budgets.json'), 'utf8')) as Budgets;

// `npm test` builds the application first; the quick form may not.
describe.runIf(existsSync(join(built, 'pages.json')))('what pages weigh', () => {
  const size = (name: string): number => statSync(join(built, `${name}.gz`)).size / 1000;
  const sum = (names: readonly string[]): number =>
    names.reduce((all, name) => all + size(name), 0);
  const { atOnce, pages } = pageClosures(built);

  it('is within the budget before any page is known', () => {
    expect(sum(atOnce)).toBeLessThanOrEqual(budgets.atOnce_kB);
  });

  it.each(pages)('is within the budget of /$path', ({ path, files }) => {
    expect(Object.keys(budgets.pages_kB)).toContain(`/${path}`);
    expect(sum(files)).toBeLessThanOrEqual(budgets.pages_kB[`/${path}`]!);
    expect(files.length).toBeLessThanOrEqual(budgets.files);
  });

  it('has a budget for no page that there is not', () => {
    const there = pages.map(({ path }) => `/${path}`);
    expect(Object.keys(budgets.pages_kB).sort()).toEqual(there.sort());
  });
});
