import { ESLint } from 'eslint';
import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { describe, expect, it } from 'vitest';

const root = new URL('../..', import.meta.url).pathname;
/** Directions need no types, which would take half a minute to find. */
const eslint = new ESLint({
  cwd: root,
  overrideConfig: {
    languageOptions: { parserOptions: { project: null } },
    rules: Object.fromEntries(
      [
        'no-floating-promises',
        'no-misused-promises',
        'await-thenable',
        'switch-exhaustiveness-check',
      ].map((rule) => [`@typescript-eslint/${rule}`, 'off']),
    ),
  },
});

/** What the rule of direction says of a file that imports this. */
async function saidOf(file: string, from: string, name = 'something'): Promise<string[]> {
  const text = `import { ${name} } from '${from}';\nexport const used = ${name};\n`;
  const [result] = await eslint.lintText(text, { filePath: join(root, file) });
  return result!.messages
    .filter(({ ruleId }) => ruleId === 'no-restricted-imports')
    .map(({ message }) => message);
}

describe('the order of districts and folders', () => {
  it.each([
    ['core/src/physics/coil/coil.ts', '../../experiments/index.js', 'physics must not know'],
    ['core/src/physics/coil/coil.ts', '../steel/index.js', 'coil must not know'],
    ['core/src/physics/coil/coil.ts', '../index.js', 'does not enter its own district'],
    ['core/src/quantities/units.ts', '../physics/index.js', 'quantities must not know'],
    ['core/src/experiments/magnet/build.ts', '../../physics/coil/index.js', 'entered by its door'],
    ['core/src/experiments/compass/compass.ts', '../magnet/build.js', 'entered by its door'],
    ['core/src/experiments/magnet/build.ts', 'node:fs', 'pure computation'],
    ['contract/src/experiments/magnet/si.ts', '../../shelf/index.js', 'experiments must not know'],
    ['contract/src/shelf/shelf.ts', '../experiments/magnet/parts.js', 'entered by its door'],
    ['contract/src/shelf/shelf.ts', 'fastify', 'both sides of the wire'],
    ['words/src/terms/format.ts', '../lesson/index.js', 'terms must not know'],
    ['server/src/library/shelf/service.ts', '../../lesson/readings/index.js', 'library must not'],
    [
      'server/src/lesson/readings/service.ts',
      '../../planning/investigations/repository.js',
      'entered by its door',
    ],
    ['server/src/app.ts', '@nab/web', 'knows no interface'],
    ['web/src/app/ui/fields/text-field.ts', '../../lesson/run/run', 'ui must not know'],
    ['web/src/app/lesson/run/run.ts', '../../shelf/shelf-store', 'entered by its door'],
    ['web/src/app/lesson/run/run.ts', '../room', 'run must not know'],
    [
      'web/src/app/workbench/magnet/design/core-fields.ts',
      '../../../lesson/run',
      'workbench must not know',
    ],
    [
      'web/src/app/workbench/magnet/design/core-fields.ts',
      '../../../ui/fields/text-field',
      'entered by its door',
    ],
    ['web/src/app/lesson/run/run.ts', 'sequelize', 'knows the wire only'],
    ['web/src/app/routes.ts', 'sequelize', 'knows the wire only'],
  ])('%s may not import %s', async (file, from, message) => {
    expect((await saidOf(file, from)).join(' ')).toContain(message);
  });

  it.each([
    ['core/src/experiments/magnet/build.ts', '../../physics/index.js'],
    ['core/src/physics/coil/coil.ts', '../wire/index.js'],
    ['core/src/fem/mesh.ts', '../physics/index.js'],
    ['contract/src/shelf/shelf.ts', '../experiments/index.js'],
    ['server/src/lesson/readings/service.ts', '../../planning/investigations/index.js'],
    ['server/src/library/shelf/repository.ts', '../../platform/database/index.js'],
    ['web/src/app/lesson/run/run.ts', '../../shelf'],
    ['web/src/app/lesson/run/run.ts', './countdown'],
    ['web/src/app/workbench/magnet/design/core-fields.ts', '../../../ui/fields'],
    ['web/src/app/workbench/magnet/design/core-fields.ts', '../advice'],
    ['web/src/app/workbench/magnet/magnet-bench.ts', './shelf'],
  ])('%s may import %s', async (file, from) => {
    expect(await saidOf(file, from)).toEqual([]);
  });

  it('leaves the tables to the repositories', async () => {
    const asked = async (file: string) =>
      saidOf(file, '../../platform/database/index.js', 'ReadingRow');
    expect(await asked('server/src/lesson/readings/service.ts')).toEqual([
      expect.stringContaining('Only repositories know the tables.'),
    ]);
    expect(await asked('server/src/lesson/readings/repository.ts')).toEqual([]);
  });

  it('has no package without districts as its door', () => {
    for (const name of ['core', 'contract', 'words']) {
      const { exports } = JSON.parse(readFileSync(join(root, name, 'package.json'), 'utf8')) as {
        exports: Record<string, unknown>;
      };
      const districts = readdirSync(join(root, name, 'src'), { withFileTypes: true })
        .filter((entry) => entry.isDirectory())
        .map((entry) => `./${entry.name}`);
      expect(Object.keys(exports)).toEqual(expect.arrayContaining(districts));
      expect(Object.keys(exports)).not.toContain('.');
    }
  });
});

/** Source files, each with the files that it imports by a relative path, types included. */
function importsBelow(folder: string): Map<string, string[]> {
  const files = readdirSync(join(root, folder), { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.ts$/.test(name) && !/\.(spec|d)\.ts$/.test(name))
    .map((name) => join(folder, name));
  const there = new Set(files);
  return new Map(
    files.map((file) => {
      const text = readFileSync(join(root, file), 'utf8');
      const named = [...text.matchAll(/(?:from|import\()\s*'(\.[^']+)'/g)].flatMap(([, path]) => {
        const base = join(dirname(file), path!.replace(/\.js$/, ''));
        return [`${base}.ts`, join(base, 'index.ts')].filter((one) => there.has(one)).slice(0, 1);
      });
      return [file, named];
    }),
  );
}

/** Files that import themselves by way of others, as the way round. */
function circles(imports: ReadonlyMap<string, readonly string[]>): string[] {
  const done = new Set<string>();
  const way: string[] = [];
  const found: string[] = [];
  const walk = (file: string): void => {
    if (way.includes(file)) found.push([...way.slice(way.indexOf(file)), file].join(' → '));
    if (done.has(file)) return;
    done.add(file);
    way.push(file);
    for (const next of imports.get(file) ?? []) walk(next);
    way.pop();
  };
  for (const file of imports.keys()) walk(file);
  return found;
}

describe('imports', () => {
  it.each(['core/src', 'contract/src', 'words/src', 'sheets/src', 'server/src', 'web/src'])(
    'of %s go round in no circle, those of types included',
    (folder) => {
      const imports = importsBelow(folder);
      expect(imports.size).toBeGreaterThan(5);
      expect(circles(imports)).toEqual([]);
    },
  );

  it('that go in a circle would be found', () => {
    const imports = new Map([
      ['a', ['b']],
      ['b', ['c']],
      ['c', ['a']],
      ['d', ['a']],
    ]);
    expect(circles(imports)).toEqual(['a → b → c → a']);
  });
});
