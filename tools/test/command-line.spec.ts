import { spawnSync } from 'node:child_process';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { newDesign } from '@nab/contract';

const root = new URL('../..', import.meta.url).pathname;

function nab(...words: string[]): { status: number | null; out: string; err: string } {
  const result = spawnSync('npm', ['run', '--silent', 'nab', '--', ...words], {
    cwd: root,
    encoding: 'utf8',
    maxBuffer: 1 << 26,
  });
  return { status: result.status, out: result.stdout, err: result.stderr };
}

function temporaryFile(content: string): string {
  const path = join(
    tmpdir(),
    `nab-test-${process.pid}-${Math.random().toString(36).slice(2)}.json`,
  );
  writeFileSync(path, content);
  return path;
}

describe('nab evaluate', () => {
  it.each(readdirSync(join(root, 'docs/examples')))('evaluates the example %s', (name) => {
    const { status, out } = nab('evaluate', `docs/examples/${name}`);
    expect(status).toBe(0);
    const report = JSON.parse(out) as Record<string, unknown>;
    const format = name.startsWith('shell') ? 'nab-shell-evaluation' : 'nab-evaluation';
    expect(report).toMatchObject({ format, version: 1, tier: 1 });
    expect(report['current_A']).toBeGreaterThan(0);
  });

  it('says beside each field what is wrong and ends with 2', () => {
    const design = newDesign();
    const { status, out, err } = nab(
      'evaluate',
      temporaryFile(JSON.stringify({ ...design, wire: { ...design.wire, size: '99 AWG' } })),
    );
    expect(status).toBe(2);
    expect(out).toBe('');
    expect(err).toContain('wire.size: There is no 99 AWG');
  });

  it.each([
    ['text that is no JSON', '{"format":'],
    ['an empty file', ''],
    ['a list', '[]'],
    ['null', 'null'],
  ])('ends with 2 and a message for %s', (_what, content) => {
    const { status, err } = nab('evaluate', temporaryFile(content));
    expect(status).toBe(2);
    expect(err).toMatch(/^nab: /);
    expect(err).not.toContain('    at ');
  });
});

describe('nab reference', () => {
  it('prints a line a value and the counts, and ends with 0 when all are met', () => {
    const { status, out } = nab('reference', 'core/reference/given.json', '--tier', '1');
    const lines = out
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as Record<string, unknown>);
    const counts = lines.pop()!;
    expect(status).toBe(0);
    expect(counts['failed']).toBe(0);
    expect(lines).toHaveLength(Number(counts['ok']) + Number(counts['skipped']));
    const computed = lines.find((line) => line['quantity'] === 'flux_mid')!;
    expect(Object.keys(computed)).toEqual(
      expect.arrayContaining([
        'id',
        'quantity',
        'tier',
        'expected',
        'computed',
        'relativeError',
        'tolerance',
        'ok',
      ]),
    );
  });

  it('ends with 1 when a value is not met', () => {
    const given = JSON.parse(readFileSync(join(root, 'core/reference/given.json'), 'utf8'));
    const loop = given.cases[0];
    const wrong = { cases: [{ ...loop, expected: [{ ...loop.expected[1], B_z: 1 }] }] };
    const { status, out } = nab('reference', temporaryFile(JSON.stringify(wrong)), '--tier', '1');
    expect(status).toBe(1);
    expect(out).toContain('"ok":false');
  });

  it.each([
    ['a file that is not there', '/nowhere/x.json'],
    ['a file without cases', temporaryFile('{}')],
  ])('ends with 2 for %s', (_what, path) => {
    const { status, err } = nab('reference', path);
    expect(status).toBe(2);
    expect(err).toMatch(/^nab: /);
  });
});

describe('nab', () => {
  it('shows how it is used and ends with 2 when it is not used so', () => {
    for (const words of [[], ['nonsense', 'x'], ['evaluate']]) {
      const { status, err } = nab(...words);
      expect(status).toBe(2);
      expect(err).toContain('Usage:');
    }
  });
});
