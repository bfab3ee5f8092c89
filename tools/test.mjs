// npm test: installs what is missing, then lint, types, unit, database and browser tests.
import { spawn, spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join, relative } from 'node:path';
import { ensureDependencies } from './install/dependencies.mjs';
import { ensureChromium, ensurePostgres } from './install/debian.mjs';
import { cacheFolder, projectFolder } from './install/folders.mjs';
import { ensureWebBuild } from './install/web-build.mjs';

ensureDependencies();
ensurePostgres();
ensureChromium();
ensureWebBuild();
const { startRoom, withTemporaryNab } = await import('./supervise/temporary.mjs');

mkdirSync(cacheFolder, { recursive: true });
let passed = 0;
let failed = 0;
const unsteady = [];
const faulty = [];

/** Runs a program of the project's own packages; returns whether it ended well. */
function run(title, words, env = {}, cwd = projectFolder) {
  console.log(`\n== ${title}`);
  const [program, ...rest] = words;
  const path = join(projectFolder, 'node_modules', '.bin', program);
  const begun = Date.now();
  const { status } = spawnSync(path, rest, {
    cwd,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, ...env },
  });
  console.log(`   took ${((Date.now() - begun) / 1000).toFixed(0)} s`);
  return status === 0;
}

/** Runs the tests of some of the runner's projects. */
function runProjects(title, projects, env = {}) {
  const report = join(cacheFolder, 'unit-report.json');
  rmSync(report, { force: true });
  const ended = run(
    title,
    [
      ...['vitest', 'run', ...projects.flatMap((name) => ['--project', name])],
      ...['--reporter=default', '--reporter=json', `--outputFile.json=${report}`],
    ],
    env,
  );
  countReport(title, report, ended, vitestCounts);
}

/** Checks that have no tests of their own count as one each; as many at once as there are cores. */
async function checkAll(checks) {
  const waiting = [...checks];
  const worker = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) await check(...next);
  };
  await Promise.all(Array.from({ length: availableParallelism() }, worker));
}

/** What it says comes in one piece, since others run beside it. */
async function check(title, [program, ...rest]) {
  const begun = Date.now();
  const child = spawn(join(projectFolder, 'node_modules', '.bin', program), rest, {
    cwd: projectFolder,
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let said = '';
  for (const stream of [child.stdout, child.stderr]) {
    stream.setEncoding('utf8').on('data', (text) => (said += text));
  }
  const [status] = await once(child, 'close');
  console.log(`\n== ${title}\n${said}   took ${((Date.now() - begun) / 1000).toFixed(0)} s`);
  if (status === 0) passed++;
  else {
    failed++;
    faulty.push(title);
  }
}

/** Reads a runner's report; a runner that left none counts as one failure. */
function countReport(title, path, ended, read) {
  try {
    const counts = read(JSON.parse(readFileSync(path, 'utf8')));
    passed += counts.passed;
    failed += counts.failures.length;
    faulty.push(...counts.failures);
    if (counts.passed + counts.failures.length === 0) throw new Error('nothing was run');
    if (!ended && counts.failures.length === 0) throw new Error('it ended outside any test');
  } catch (error) {
    failed++;
    faulty.push(`${title}: ${error.message}`);
  }
}

const vitestCounts = ({ numPassedTests, testResults }) => ({
  passed: numPassedTests,
  failures: testResults.flatMap(({ name, status, assertionResults }) => {
    const inside = assertionResults
      .filter((test) => test.status === 'failed')
      .map((test) => `${relative(projectFolder, name)}: ${test.fullName}`);
    // A file that could not be begun has failed although none of its tests has.
    if (status === 'failed' && inside.length === 0) inside.push(relative(projectFolder, name));
    return inside;
  }),
});

/** Titles of the browser tests that ended with this status ('flaky': passed at the second try). */
function browserTitles(suites, wanted) {
  return suites.flatMap(({ specs = [], suites: inner = [] }) => [
    ...specs
      .filter(({ tests }) => tests.some(({ status }) => status === wanted))
      .map(({ file, title }) => `e2e/${file}: ${title}`),
    ...browserTitles(inner, wanted),
  ]);
}

await checkAll([
  ['Lint', ['eslint', '.']],
  ['Format', ['prettier', '--check', '--log-level=warn', '.']],
  ...[
    'core',
    'contract',
    'words',
    'sheets',
    'server',
    'tools',
    'e2e',
    'web',
    'web/tsconfig.worker.json',
    'web/tsconfig.spec.json',
  ].map((part) => [`Types: ${part}`, ['tsc', '-p', part]]),
]);

const webReport = join(cacheFolder, 'web-report.json');
rmSync(webReport, { force: true });
const webEnded = run('Web unit tests', ['ng', 'test'], {}, join(projectFolder, 'web'));
countReport('Web unit tests', webReport, webEnded, vitestCounts);

runProjects('Unit tests', ['core', 'contract', 'words', 'sheets']);

await withTemporaryNab({ demo: true }, async ({ address, cluster }) => {
  // One for each of the runner's workers; server/test/harness.ts.
  for (let k = 1; k <= availableParallelism(); k++) cluster.ensureDatabase(`nab_test_${k}`);

  runProjects('Database and process tests', ['server', 'tools'], {
    NAB_TEST_DATABASE_URL: cluster.url('nab_test'),
  });

  const browserReport = join(cacheFolder, 'browser-report.json');
  rmSync(browserReport, { force: true });
  cluster.ensureDatabase('nab_room');
  const room = await startRoom(cluster.url('nab_room'));
  const browserEnded = run(
    'Browser tests',
    ['playwright', 'test', '-c', 'e2e/playwright.config.ts'],
    { NAB_ADDRESS: address, NAB_E2E_REPORT: browserReport, ...room.environment },
  );
  await room.stop();
  countReport('Browser tests', browserReport, browserEnded, ({ stats, suites }) => {
    unsteady.push(...browserTitles(suites, 'flaky'));
    return {
      passed: stats.expected + stats.flaky,
      failures: browserTitles(suites, 'unexpected'),
    };
  });
});

for (const [heading, titles] of [
  ['Passed only at the second try', unsteady],
  ['Failed', faulty],
]) {
  if (titles.length > 0) console.log(`\n${heading}:\n  ${titles.join('\n  ')}`);
}
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
