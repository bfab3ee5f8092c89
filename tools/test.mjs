// npm test: installs what is missing, then lint, types, unit, database and browser tests.
// npm run test:quick: lint, types and unit tests of what changed since the last commit.
import './install/node-version.mjs';
import { mkdirSync, rmSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';

const begun = performance.now();
const quick = process.argv.includes('--quick');
const { ensure } = await import('./install/everything.mjs');
await ensure('server', ...(quick ? [] : ['database', 'web', 'browser']));
const { cacheFolder, projectFolder } = await import('./install/folders.mjs');
const { changedFiles, lintable, testProjects } = await import('./test/changed.mjs');
const { TYPE_PROJECTS } = await import('./test/checks.mjs');
const { checkAll, run } = await import('./test/programs.mjs');
const { playwrightCounts, Tally, vitestCounts } = await import('./test/tally.mjs');

mkdirSync(cacheFolder, { recursive: true });
const tally = new Tally();
console.log(`Ready after ${((performance.now() - begun) / 1000).toFixed(0)} s`);

/** A file for a runner's report, of this run only. */
function reportFile(name) {
  const path = join(cacheFolder, `${name}-report.json`);
  rmSync(path, { force: true });
  return path;
}

/** Tests of some of Vitest's projects. */
async function unitTests(title, projects, { env, words = [] } = {}) {
  const report = reportFile('unit');
  const ok = await run(
    title,
    [
      ...['vitest', 'run', ...projects.flatMap((name) => ['--project', name]), ...words],
      ...['--reporter=default', '--reporter=json', `--outputFile.json=${report}`],
    ],
    { env },
  );
  tally.report(title, report, ok, vitestCounts);
}

async function webTests(words = []) {
  const report = reportFile('web');
  const ok = await run('Web unit tests', ['ng', 'test', ...words], {
    cwd: join(projectFolder, 'web'),
  });
  tally.report('Web unit tests', report, ok, vitestCounts);
}

const typeChecks = TYPE_PROJECTS.map((part) => [`Types: ${part}`, ['tsc', '-p', part]]);
const check = (title, ok) => tally.check(title, ok);

if (quick) {
  const changed = changedFiles();
  const linted = lintable(changed);
  await checkAll(
    [
      ...(linted.length > 0
        ? [
            ['Lint', ['eslint', '--no-warn-ignored', ...linted]],
            ['Format', ['prettier', '--check', '--log-level=warn', '--ignore-unknown', ...linted]],
          ]
        : []),
      ...typeChecks,
    ],
    check,
  );
  const { vitest, web } = testProjects(changed);
  if (vitest.length > 0) {
    await unitTests('Unit tests', vitest, { words: ['--changed', '--passWithNoTests'] });
  }
  if (web) await webTests();
} else {
  await checkAll(
    [
      ['Lint', ['eslint', '.']],
      ['Format', ['prettier', '--check', '--log-level=warn', '.']],
      ...typeChecks,
    ],
    check,
  );
  await webTests();
  await unitTests('Unit tests', ['core', 'contract', 'words', 'sheets']);
  await serverAndBrowserTests();
}

async function serverAndBrowserTests() {
  const { startRoom, withTemporaryNab } = await import('./supervise/temporary.mjs');
  await withTemporaryNab({ demo: true, settings: ['fsync=off'] }, async ({ address, cluster }) => {
    // One for each of the runner's workers; server/test/harness.ts.
    for (let k = 1; k <= availableParallelism(); k++) await cluster.ensureDatabase(`nab_test_${k}`);
    await unitTests('Database and process tests', ['server', 'tools'], {
      env: { NAB_TEST_DATABASE_URL: cluster.url('nab_test') },
    });

    const report = reportFile('browser');
    await cluster.ensureDatabase('nab_room');
    const room = await startRoom(cluster.url('nab_room'));
    const ok = await run(
      'Browser tests',
      ['playwright', 'test', '-c', 'e2e/playwright.config.ts'],
      { env: { NAB_ADDRESS: address, NAB_E2E_REPORT: report, ...room.environment } },
    );
    await room.stop();
    tally.report('Browser tests', report, ok, playwrightCounts);
  });
}

const { ok, text } = tally.summary();
console.log(`\nAll took ${((performance.now() - begun) / 1000).toFixed(0)} s\n${text}`);
process.exit(ok ? 0 : 1);
