import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { routesOf, writePages } from '../install/page-files.mjs';

const ROUTES = new URL('../../web/src/app/routes.ts', import.meta.url);

describe('the addresses of the application', () => {
  it('are read off its routes, each with what is imported for it', async () => {
    const found = await routesOf(readFileSync(ROUTES, 'utf8'));
    const of = (path: string): readonly string[] | undefined =>
      found.find((route) => route.path === path)?.imports;
    expect(of('')).toEqual(['./home/home']);
    expect(of('investigations/:id/run')).toEqual([
      './lesson/steps/investigation',
      './lesson/run/run',
    ]);
    expect(of('investigations/:id/magnet')).toEqual([
      './lesson/steps/investigation',
      './workbench/magnet/magnet-bench',
      './workbench/registry/workbench-page',
    ]);
    expect(of('magnet')).toEqual([
      './workbench/magnet/magnet-page',
      './workbench/magnet/magnet-designer',
    ]);
    expect(found.length).toBeGreaterThan(30);
    expect(found.every(({ imports }) => imports.length > 0)).toBe(true);
  });
});

describe('what an address needs', () => {
  const folder = mkdtempSync(join(tmpdir(), 'nab-pages-'));
  const stats = join(folder, 'stats.json');
  const route = (name: string) => ({ kind: 'dynamic-import', original: name, path: `src${name}` });
  const imports = (...names: string[]) => names.map((path) => ({ kind: 'import-statement', path }));
  const write = async (text: string, more: object = {}): Promise<void> => {
    writeFileSync(join(folder, 'index.html'), '<script src="main.js"></script>');
    const inputs = {
      'src/app/routes.ts': { imports: [route('./home/home'), route('./other')] },
      'src/app/platform/library/library-ready.ts': { imports: [route('./set-up-library')] },
    };
    const outputs = {
      'main.js': { imports: imports('frame.js') },
      'frame.js': { imports: [] },
      'words.js': { entryPoint: 'src./set-up-library', imports: [] },
      'home.js': {
        entryPoint: 'src./home/home',
        imports: [
          ...imports('shared.js', 'frame.js'),
          { kind: 'dynamic-import', path: 'later.js' },
        ],
      },
      'shared.js': { imports: [] },
      'later.js': { imports: [] },
      ...more,
    };
    writeFileSync(stats, JSON.stringify({ inputs, outputs }));
    const web = join(folder, 'web');
    mkdirSync(join(web, 'src/app'), { recursive: true });
    writeFileSync(join(web, 'src/app/routes.ts'), text);
    await writePages(folder, stats, web);
  };
  const home = `const pages: Routes = [{ path: '', loadComponent: () => import('./home/home') }];`;
  beforeAll(() => write(home));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it('is all that runs before it is drawn, once, without what comes later', () => {
    expect(JSON.parse(readFileSync(join(folder, 'pages.json'), 'utf8'))).toEqual([
      { path: '', files: ['frame.js', 'words.js', 'home.js', 'shared.js'] },
    ]);
  });

  it('is never left out without a word', async () => {
    const other = home.replace('./home/home', './other');
    await expect(write(other)).rejects.toThrow(/no file for \.\/other/);
  });
});
