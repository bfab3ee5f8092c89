import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { describe, expect, it } from 'vitest';

const root = new URL('../..', import.meta.url).pathname;
const app = join(root, 'web/src/app');

/** Parts for which NG-ZORRO has its own, and a text box without the library's directive. */
const NATIVE: Readonly<Record<string, RegExp>> = {
  select: /<select\b/g,
  dialog: /<dialog\b/g,
  table: /<table\b/g,
  details: /<details\b/g,
  progress: /<(progress|meter)\b/g,
  datalist: /<datalist\b/g,
  'input of a kind': /<input\b[^>]*\btype="(range|checkbox|radio|file|date|number|color)"/g,
  'input without nz-input': /<input\b(?![^>]*\b(nz-input|nz-checkbox)\b)/g,
};

/** `file: kind` of every native control in the templates. */
function found(): string[] {
  const files = readdirSync(app, { recursive: true, encoding: 'utf8' }).filter(
    (path) => /\.(ts|html)$/.test(path) && !path.endsWith('.spec.ts'),
  );
  return files.flatMap((path) => {
    const text = readFileSync(join(app, path), 'utf8');
    return Object.entries(NATIVE).flatMap(([kind, pattern]) =>
      [...text.matchAll(pattern)].map(() => `${relative(root, join(app, path))}: ${kind}`),
    );
  });
}

/** `file: kind` of the list in docs/decisions, each with its reason behind a dash. */
function justified(): string[] {
  const text = readFileSync(
    join(root, 'docs/decisions/06-ng-zorros-parts-mended-by-small-directives.md'),
    'utf8',
  );
  return [...text.matchAll(/^- `([^`]+)` (.+?) – .{20,}$/gm)].map(
    ([, path, kind]) => `${path}: ${kind}`,
  );
}

describe('native controls', () => {
  it('stand only where docs/decisions gives the reason, line by line', () => {
    expect(found().sort()).toEqual(justified().sort());
  });

  it('would be found', () => {
    const offered = '<select a><input type="checkbox" /><input nz-input /><table>';
    const kinds = Object.values(NATIVE).filter((pattern) => offered.search(pattern) >= 0);
    expect(kinds).toHaveLength(4);
  });
});
