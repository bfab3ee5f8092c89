import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { testProjects } from './changed.mjs';
import { MOST_UNSTEADY, playwrightCounts, Tally, vitestCounts } from './tally.mjs';

const folder = mkdtempSync(join(tmpdir(), 'nab-tally-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const file = (content: unknown): string => {
  const path = join(folder, `${Math.random()}.json`);
  writeFileSync(path, JSON.stringify(content));
  return path;
};
const browser = (status: string, title: string) => ({
  specs: [{ file: 'a.spec.ts', title, tests: [{ status }] }],
});

describe('the line at the end of npm test', () => {
  it('counts what passed and names what failed', () => {
    const tally = new Tally();
    tally.check('Lint', true);
    tally.check('Format', false);
    const report = {
      numPassedTests: 3,
      testResults: [
        { name: 'a', status: 'failed', assertionResults: [{ status: 'failed', fullName: 'adds' }] },
        { name: 'b', status: 'failed', assertionResults: [] },
      ],
    };
    tally.report('Unit tests', file(report), false, vitestCounts);
    expect(tally.summary().ok).toBe(false);
    expect(tally.summary().text).toMatch(
      /Failed:\n {2}Format\n[^]*adds\n[^]*\n4 passed, 3 failed$/,
    );
  });

  it.each([
    ['a report that is not there', () => join(folder, 'none.json'), true],
    ['a run without tests', () => file({ numPassedTests: 0, testResults: [] }), true],
    [
      'a run that ended outside any test',
      () => file({ numPassedTests: 1, testResults: [] }),
      false,
    ],
  ])('counts %s as a failure', (_what, path, ok) => {
    const tally = new Tally();
    tally.report('Unit tests', path(), ok, vitestCounts);
    expect(tally.summary()).toMatchObject({ ok: false, text: expect.stringMatching(/1 failed$/) });
  });

  it('names browser tests that passed only at their second try, and fails with three of them', () => {
    const after = (unsteady: number) => {
      const tally = new Tally();
      const suites = Array.from({ length: unsteady }, (_, k) => browser('flaky', `wobbles ${k}`));
      const report = { stats: { expected: 5, flaky: unsteady }, suites };
      tally.report('Browser tests', file(report), true, playwrightCounts);
      return tally.summary();
    };
    expect(MOST_UNSTEADY).toBe(2);
    expect(after(2)).toMatchObject({ ok: true });
    expect(after(2).text).toMatch(/second try:\n {2}e2e\/a\.spec\.ts: wobbles 0/);
    expect(after(3)).toMatchObject({ ok: false });
    expect(after(3).text).toMatch(/8 passed, 1 failed$/);
  });
});

describe('npm run test:quick', () => {
  it.each([
    [['core/src/physics/heat/heat.ts'], ['core', 'contract', 'words', 'sheets'], true],
    [['words/src/findings/analysis-sentences.ts'], ['words', 'sheets'], true],
    [['sheets/src/page/page.ts'], ['sheets'], false],
    [['web/src/app/lesson/run/run.ts'], [], true],
    [['README.md'], [], false],
  ])('runs after a change of %j what it can reach', (files, vitest, web) => {
    expect(testProjects(files)).toEqual({ vitest, web });
  });
});
