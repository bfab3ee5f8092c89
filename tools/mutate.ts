// npm run mutate: changes the core in seeded places, one at a time, and asks whether a test notices.
import { spawnSync } from 'node:child_process';
import {
  cpSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import ts from 'typescript';
import { seededRandom } from '@nab/core/numerics';

const USAGE = `Usage: npm run mutate [-- --folders a,b] [--each N] [--seed N]
Changes N places (default 14) in each folder of core/src, runs the core's tests that reach the file,
and prints which changes nobody noticed. The project itself is not touched: a copy is.
`;

/** Folders in which at least eighty changes in a hundred must be noticed. */
const FOLDERS = [
  ...['lesson/plan', 'lesson/findings', 'statistics/analysis'],
  ...['physics/lifting', 'physics/heat', 'physics/supply', 'physics/circuit'],
];
const WANTED_SHARE = 0.8;
/** Tests that take so many times as long as without a change do not end: it was noticed. */
const PATIENCE = 4;
/** Tolerances below this size change nothing that anybody should notice. */
const TOLERANCE = 1e-5;

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const copy = join(root, '.cache', 'mutate');

interface Change {
  readonly file: string;
  readonly start: number;
  readonly end: number;
  readonly from: string;
  readonly to: string;
  readonly line: number;
}

const OPERATORS: Readonly<Partial<Record<ts.SyntaxKind, string>>> = {
  [ts.SyntaxKind.PlusToken]: '-',
  [ts.SyntaxKind.MinusToken]: '+',
  [ts.SyntaxKind.AsteriskToken]: '/',
  [ts.SyntaxKind.SlashToken]: '*',
  [ts.SyntaxKind.LessThanToken]: '>=',
  [ts.SyntaxKind.GreaterThanToken]: '<=',
  [ts.SyntaxKind.LessThanEqualsToken]: '>',
  [ts.SyntaxKind.GreaterThanEqualsToken]: '<',
  [ts.SyntaxKind.AmpersandAmpersandToken]: '||',
  [ts.SyntaxKind.BarBarToken]: '&&',
};

/** Every change that could be made in a file. */
function changesIn(file: string): Change[] {
  const text = readFileSync(file, 'utf8');
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.ES2022, true);
  const found: Change[] = [];
  const put = (node: ts.Node, to: string): void => {
    const start = node.getStart(source);
    const { line } = source.getLineAndCharacterOfPosition(start);
    const from = text.slice(start, node.end);
    found.push({ file, start, end: node.end, from, to, line: line + 1 });
  };
  const visit = (node: ts.Node): void => {
    // Types compute nothing, and what an error says is not what it does.
    if (ts.isTypeNode(node) || ts.isImportDeclaration(node) || ts.isThrowStatement(node)) return;
    if (ts.isNumericLiteral(node) && !ts.isElementAccessExpression(node.parent)) {
      const value = Number(node.text);
      if (value !== 0 && Math.abs(value) > TOLERANCE) {
        put(
          node,
          String(Number.isInteger(value) ? value + 1 : Number((value * 1.25).toPrecision(6))),
        );
      }
    }
    if (ts.isBinaryExpression(node)) {
      const to = OPERATORS[node.operatorToken.kind];
      if (to !== undefined) put(node.operatorToken, to);
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

function sourcesOf(folder: string): string[] {
  const path = join(root, 'core/src', folder);
  return readdirSync(path)
    .filter((name) => name.endsWith('.ts') && !name.endsWith('.spec.ts') && name !== 'index.ts')
    .map((name) => join(path, name));
}

/** So many of a list, in seeded order. */
function sample<T>(list: readonly T[], count: number, random: () => number): T[] {
  const pool = [...list];
  return Array.from(
    { length: Math.min(count, pool.length) },
    () => pool.splice(Math.floor(random() * pool.length), 1)[0]!,
  );
}

/** A copy of the core with the packages it needs. */
function makeCopy(): void {
  rmSync(copy, { recursive: true, force: true });
  mkdirSync(copy, { recursive: true });
  for (const name of ['core', 'package.json', 'tsconfig.base.json']) {
    cpSync(join(root, name), join(copy, name), { recursive: true });
  }
  symlinkSync(join(root, 'node_modules'), join(copy, 'node_modules'));
  // Finite elements take minutes and reach none of these folders.
  const config = `import { defineConfig } from 'vitest/config';
export default defineConfig({ test: { include: ['core/**/*.spec.ts'], testTimeout: 60000, isolate: false,
  exclude: ['core/reference/field.spec.ts', 'core/src/validation/tier-comparison/**', 'core/src/fem/**'] } });`;
  writeFileSync(join(copy, 'vitest.config.ts'), config);
}

/** How long the tests may take, ms; none of them may before it is known how long all of them do. */
let patience = Infinity;

/** Whether every test passes that such words choose. */
function passes(...words: readonly string[]): boolean {
  const all = [...words, '--run', '--bail', '1', '--silent', '--reporter', 'dot'];
  const { status } = spawnSync(join(root, 'node_modules/.bin/vitest'), all, {
    cwd: copy,
    stdio: 'ignore',
    ...(Number.isFinite(patience) && { timeout: patience }),
  });
  return status === 0;
}

/** Whether a test fails once the change is made: the folder's own first, they mostly do. */
function isNoticed({ file, start, end, to }: Change): boolean {
  const path = join(copy, relative(root, file));
  const text = readFileSync(path, 'utf8');
  writeFileSync(path, `${text.slice(0, start)}${to}${text.slice(end)}`);
  try {
    return !passes(relative(copy, dirname(path)), '--passWithNoTests') || !passes('related', path);
  } finally {
    writeFileSync(path, text);
  }
}

function optionsFrom(words: readonly string[]): { folders: string[]; each: number; seed: number } {
  const of = (name: string): string | undefined => {
    const at = words.indexOf(`--${name}`);
    return at < 0 ? undefined : words[at + 1];
  };
  const each = Number(of('each') ?? 14);
  const seed = Number(of('seed') ?? 8);
  const folders = of('folders')?.split(',') ?? FOLDERS;
  if (words.includes('--help') || !(each > 0) || !Number.isInteger(seed)) {
    process.stdout.write(USAGE);
    process.exit(2);
  }
  return { folders, each, seed };
}

const { folders, each, seed } = optionsFrom(process.argv.slice(2));
const random = seededRandom(seed);
makeCopy();
const begun = performance.now();
if (!passes('core')) throw new Error('the tests fail before anything is changed');
patience = Math.ceil(PATIENCE * (performance.now() - begun));
let all = 0;
let noticed = 0;
console.log('| folder | changes | noticed | share |\n| --- | --- | --- | --- |');
const missed: string[] = [];
for (const folder of folders) {
  const changes = sample(sourcesOf(folder).flatMap(changesIn), each, random);
  const seen = changes.filter((change) => {
    const found = isNoticed(change);
    if (!found) {
      const where = `${relative(root, change.file)}:${change.line}`;
      const line = `- \`${where}\`: \`${change.from}\` as \`${change.to}\``;
      missed.push(line);
      process.stderr.write(`${line}\n`);
    }
    return found;
  }).length;
  all += changes.length;
  noticed += seen;
  const share = Math.round((100 * seen) / changes.length);
  console.log(`| ${folder} | ${changes.length} | ${seen} | ${share} % |`);
}
console.log(`| all | ${all} | ${noticed} | ${Math.round((100 * noticed) / all)} % |`);
if (missed.length > 0) console.log(`\nNot noticed:\n\n${missed.join('\n')}`);
rmSync(copy, { recursive: true, force: true });
process.exitCode = noticed / all >= WANTED_SHARE ? 0 : 1;
