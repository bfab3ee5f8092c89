import { readFileSync } from 'node:fs';
import { relative } from 'node:path';
import { projectFolder } from '../install/folders.mjs';

/** More browser tests than this that pass only at their second try fail the run. */
export const MOST_UNSTEADY = 2;

/** Counts what the runners reported. */
export class Tally {
  passed = 0;
  /** Titles of what failed, and of browser tests that passed only at their second try. */
  failures = [];
  unsteady = [];

  /** One check without tests of its own, such as the compiler. */
  check(title, ok) {
    if (ok) this.passed++;
    else this.failures.push(title);
  }

  /**
   * Adds a runner's report; one that is missing, empty or of a run that ended outside any test counts
   * as a failure.
   * @param ok whether the runner ended well.
   * @param read `vitestCounts` or `playwrightCounts`.
   */
  report(title, path, ok, read) {
    try {
      const { passed, failures, unsteady = [] } = read(JSON.parse(readFileSync(path, 'utf8')));
      this.passed += passed;
      this.failures.push(...failures);
      this.unsteady.push(...unsteady);
      if (passed + failures.length === 0) throw new Error('nothing was run');
      if (!ok && failures.length === 0) throw new Error('it ended outside any test');
    } catch (error) {
      this.failures.push(`${title}: ${error.message}`);
    }
  }

  /** What is said at the end: names first, the one line of counts last. */
  summary() {
    const failures = [...this.failures];
    if (this.unsteady.length > MOST_UNSTEADY) {
      failures.push(
        `${this.unsteady.length} browser tests passed only at their second try; at most ${MOST_UNSTEADY} may.`,
      );
    }
    const lists = [
      ['Passed only at the second try', this.unsteady],
      ['Failed', failures],
    ]
      .filter(([, titles]) => titles.length > 0)
      .map(([heading, titles]) => `\n${heading}:\n  ${titles.join('\n  ')}`);
    return {
      ok: failures.length === 0,
      text: [...lists, `\n${this.passed} passed, ${failures.length} failed`].join('\n'),
    };
  }
}

/** Counts of Vitest's JSON report. */
export const vitestCounts = ({ numPassedTests, testResults }) => ({
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

/** Counts of Playwright's JSON report; 'flaky' passed at the second try. */
export const playwrightCounts = ({ stats, suites }) => ({
  passed: stats.expected + stats.flaky,
  failures: browserTitles(suites, 'unexpected'),
  unsteady: browserTitles(suites, 'flaky'),
});

function browserTitles(suites, wanted) {
  return suites.flatMap(({ specs = [], suites: inner = [] }) => [
    ...specs
      .filter(({ tests }) => tests.some(({ status }) => status === wanted))
      .map(({ file, title }) => `e2e/${file}: ${title}`),
    ...browserTitles(inner, wanted),
  ]);
}
