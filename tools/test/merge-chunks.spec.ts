import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build } from 'esbuild';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { mergeChunks } from '../install/merge-chunks.mjs';
import { pageClosures, writePages } from '../install/page-files.mjs';

const root = new URL('../..', import.meta.url).pathname;
const web = mkdtempSync(join(tmpdir(), 'nab-merge-'));
const folder = join(web, 'dist/browser');
const stats = join(web, 'dist/stats.json');
const app = 'src/app';
const shared = ['a', 'b', 'c', 'd', 'e', 'f'];
/** Every page needs what lies before it: as many files as there are sets of pages. */
const pageOf = (k: number): string =>
  [
    ...shared.slice(k).map((name) => `import { ${name} } from './${name}';`),
    `export const page = () => [${shared.slice(k).join(', ')}].map((f) => f()).join('');`,
  ].join('\n');

const run = (): string =>
  execFileSync(process.execPath, [join(folder, scriptOf())], { encoding: 'utf8' });
const scriptOf = (): string =>
  /src="(main-[^"]+\.js)"/.exec(readFileSync(join(folder, 'index.html'), 'utf8'))![1]!;
const scripts = (): string[] => readdirSync(folder).filter((name) => name.endsWith('.js'));

let [before, after]: [string, string] = ['', ''];
let [many, few] = [0, 0];

beforeAll(async () => {
  mkdirSync(join(web, app, 'platform/library'), { recursive: true });
  const sources = {
    'platform/library/library-ready.ts': `export const english = () => import('./set-up-library');`,
    'platform/library/set-up-library.ts': 'export const english = 1;',
    ...Object.fromEntries(
      shared.map((name) => [
        `${name}.ts`,
        // Long enough to be worth a file.
        `export const ${name} = () => '${name}' + '${name.repeat(400)}'.slice(400);`,
      ]),
    ),
    ...Object.fromEntries(shared.map((_, k) => [`page-${k}.ts`, pageOf(k)])),
    'routes.ts': `const pages = [${shared
      .map((_, k) => `{ path: '${k}', loadComponent: () => import('./page-${k}') }`)
      .join(', ')}];
      export const all = () => Promise.all(pages.map((one) => one.loadComponent()));`,
    '../main.ts': `import { all } from './app/routes';
      import { english } from './app/platform/library/library-ready';
      const pages = await all(); await english();
      console.log(pages.map(({ page }) => page()).join(' '));`,
  };
  for (const [name, text] of Object.entries(sources)) writeFileSync(join(web, app, name), text);
  writeFileSync(
    join(web, 'ngsw.json'),
    JSON.stringify({
      index: '/index.html',
      assetGroups: [{ name: 'all', resources: { files: ['/*.js'] } }],
    }),
  );
  const { metafile } = await build({
    absWorkingDir: web,
    entryPoints: ['src/main.ts'],
    outdir: 'dist/browser',
    entryNames: '[name]-[hash]',
    bundle: true,
    splitting: true,
    format: 'esm',
    target: 'es2022',
    metafile: true,
  });
  // The application's builder names files without their folder.
  const named = JSON.parse(JSON.stringify(metafile).replaceAll('dist/browser/', ''));
  writeFileSync(stats, JSON.stringify(named));
  const main = scripts().find((name) => name.startsWith('main-'))!;
  writeFileSync(join(folder, 'package.json'), '{"type":"module"}');
  writeFileSync(
    join(folder, 'index.html'),
    `<link rel="modulepreload" href="old.js"><script src="${main}" type="module"></script>`,
  );
  [before, many] = [run(), scripts().length];
  const cli = join(root, 'node_modules/@angular/service-worker/ngsw-config.js');
  await mergeChunks(folder, stats, { cwd: web, configuration: 'ngsw.json', cli, most: 4 });
  await writePages(folder, stats, web);
  [after, few] = [run(), scripts().length];
});
afterAll(() => rmSync(web, { recursive: true }));

describe('merging the files of a built application', () => {
  it('leaves fewer files that do the same', () => {
    expect(before).toBe('abcdef bcdef cdef def ef f\n');
    expect(after).toBe(before);
    expect(few).toBeLessThan(many);
  });

  it('names what runs at once in index.html, and nothing that is gone', () => {
    const index = readFileSync(join(folder, 'index.html'), 'utf8');
    const named = [...index.matchAll(/(?:src|href)="([^"]+)"/g)].map(([, name]) => name!);
    expect(named.filter((name) => !scripts().includes(name))).toEqual([]);
  });

  it('has every file in the list of the service worker', () => {
    const list = JSON.parse(readFileSync(join(folder, 'ngsw.json'), 'utf8')) as {
      hashTable: Record<string, string>;
    };
    expect(Object.keys(list.hashTable).sort()).toEqual(
      scripts()
        .map((name) => `/${name}`)
        .sort(),
    );
  });

  it('says of every page what it fetches, all that it imports included', () => {
    const { pages } = pageClosures(folder);
    expect(pages.map(({ path }) => path)).toEqual(shared.map((_, k) => `${k}`));
    for (const { files } of pages) {
      expect(files.length).toBeLessThanOrEqual(5);
      for (const name of files) {
        const text = readFileSync(join(folder, name), 'utf8');
        const imported = [...text.matchAll(/(?:from|import)\s*"\.\/([^"]+)"/g)].map(([, n]) => n!);
        expect(imported.filter((one) => !files.includes(one))).toEqual([]);
      }
    }
  });
});
