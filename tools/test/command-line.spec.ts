import { existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { completeDocument, newDesign, type ExperimentDocument } from '@nab/contract/experiments';
import { toLessonPlan } from '@nab/contract/lesson';
import { casesOf } from '@nab/core/lesson';
import { EXPERIMENT_IDS } from '@nab/core/experiments';
import { examplePlan } from '@nab/contract/testing';
import { readPdf } from '@nab/sheets/testing';
import { nab, root, typed } from './nab.js';

function temporaryFile(content: string): string {
  const path = join(
    tmpdir(),
    `nab-test-${process.pid}-${Math.random().toString(36).slice(2)}.json`,
  );
  writeFileSync(path, content);
  return path;
}

describe('nab diagnose', () => {
  it('weighs causes and proposes a test, of the example', async () => {
    const { status, out } = await nab('diagnose', 'docs/examples/diagnosis.json');
    expect(status).toBe(0);
    const { causes, tests, format } = JSON.parse(out) as {
      format: string;
      causes: { id: string; probability: number }[];
      tests: { id: string; expected_bits: number }[];
    };
    expect(format).toBe('nab-diagnosis-result');
    expect(causes.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 9);
    // The full current flows: not the cells, and not the contacts.
    expect(causes.slice(0, 2).map(({ id }) => id)).toContain('shorted-turns');
    expect(tests.map(({ id }) => id)).not.toContain('wiggle');
    expect(tests[0]!.expected_bits).toBeGreaterThan(0.1);
  });

  it('says beside each field what is wrong and ends with 2', async () => {
    const file = JSON.parse(
      readFileSync(join(root, 'docs/examples/diagnosis.json'), 'utf8'),
    ) as object;
    const wrong = { ...file, readings: { current: 'much' }, symptom: 'sulks' };
    const { status, err } = await nab('diagnose', temporaryFile(JSON.stringify(wrong)));
    expect(status).toBe(2);
    expect(err).toContain('readings.current: “much” cannot be read');
    expect(err).toContain('symptom: Choose a symptom');
  });
});

describe('nab as it is typed', () => {
  it('says and ends as in this process, and takes paths from where it is typed', async () => {
    const example = ['evaluate', 'docs/examples/diagnosis.json'];
    const wrong = typed(...example);
    expect(wrong).toEqual(await nab(...example));
    expect(wrong.status).toBe(2);
    const right = typed('list');
    expect(right).toEqual(await nab('list'));
    expect(right.status).toBe(0);
  });
});

describe('nab evaluate', () => {
  const designs = readdirSync(join(root, 'docs/examples')).filter(
    (name) => !/^(diagnosis|investigation|readings)/.test(name),
  );
  it.each(designs)('evaluates the example %s', async (name) => {
    const { status, out } = await nab('evaluate', `docs/examples/${name}`);
    expect(status).toBe(0);
    const report = JSON.parse(out) as Record<string, unknown>;
    const kind = /^(shell|compass|track|spinner|needle|permanent|filings)/.exec(name)?.[0];
    const format = kind ? `nab-${kind}-evaluation` : 'nab-evaluation';
    expect(report).toMatchObject({ format, version: 1, tier: 1 });
    const told =
      kind === 'filings'
        ? 'turns_filings_from_T'
        : kind === 'needle' || kind === 'permanent'
          ? 'moment_A_m2'
          : 'current_A';
    expect(report[told]).toBeGreaterThan(0);
  });

  it('says beside each field what is wrong and ends with 2', async () => {
    const design = newDesign();
    const { status, out, err } = await nab(
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
  ])('ends with 2 and a message for %s', async (_what, content) => {
    const { status, err } = await nab('evaluate', temporaryFile(content));
    expect(status).toBe(2);
    expect(err).toMatch(/^nab: /);
    expect(err).not.toContain('    at ');
  });
});

describe('nab reference', () => {
  it('prints a line a value and the counts, and ends with 0 when all are met', async () => {
    const { status, out } = await nab('reference', 'core/reference/given.json', '--tier', '1');
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

  it('ends with 1 when a value is not met', async () => {
    const given = JSON.parse(readFileSync(join(root, 'core/reference/given.json'), 'utf8'));
    const loop = given.cases[0];
    const wrong = { cases: [{ ...loop, expected: [{ ...loop.expected[1], B_z: 1 }] }] };
    const { status, out } = await nab(
      'reference',
      temporaryFile(JSON.stringify(wrong)),
      '--tier',
      '1',
    );
    expect(status).toBe(1);
    expect(out).toContain('"ok":false');
  });

  it('goes on after a case that cannot be read, and says why', async () => {
    const { cases } = JSON.parse(readFileSync(join(root, 'core/reference/given.json'), 'utf8')) as {
      cases: { id: string; inputs: object; expected: object[] }[];
    };
    const loop = cases[0]!;
    const broken = { ...cases.find(({ id }) => id.includes('rod8x50_plate'))!, inputs: {} };
    const file = temporaryFile(JSON.stringify({ cases: [broken, loop] }));
    const { status, out } = await nab('reference', file, '--tier', '1');
    const lines = out
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as Record<string, unknown>);
    expect(status).toBe(1);
    expect(lines[0]).toMatchObject({ id: broken.id, unreadable: expect.stringContaining('iron') });
    expect(lines.pop()).toMatchObject({ failed: 0, unreadable: 1 });
    expect(lines.filter(({ id }) => id === loop.id).length).toBeGreaterThan(0);
  });

  it.each([
    ['a file that is not there', '/nowhere/x.json'],
    ['a file without cases', temporaryFile('{}')],
  ])('ends with 2 for %s', async (_what, path) => {
    const { status, err } = await nab('reference', path);
    expect(status).toBe(2);
    expect(err).toMatch(/^nab: /);
  });
});

describe('nab', () => {
  it('shows how it is used and ends with 2 when it is not used so', async () => {
    for (const words of [[], ['nonsense', 'x'], ['evaluate']]) {
      const { status, err } = await nab(...words);
      expect(status).toBe(2);
      expect(err).toContain('Usage:');
    }
  });
});

describe('nab print', () => {
  const investigation = () => ({
    id: 'x',
    plan: examplePlan(),
    design: { id: 'y', version: 1, design: newDesign() },
    readings: [],
  });
  const out = (): string => join(tmpdir(), `nab-test-${process.pid}-${Math.random()}.pdf`);

  it('writes the sheets that are wanted on the paper that is wanted', async () => {
    const file = temporaryFile(JSON.stringify(investigation()));
    const to = out();
    const { status, out: said } = await nab(
      'print',
      file,
      to,
      '--paper',
      'Letter',
      '--sheets',
      'cards,kit',
    );
    expect(status).toBe(0);
    const { pages } = await readPdf(readFileSync(to));
    expect(JSON.parse(said)).toEqual({ file: to, pages: pages.length });
    expect(pages[0]!.width).toBeCloseTo(215.9, 1);
    const text = pages.map((page) => page.text).join(' ');
    expect(text).toContain('This bar is 100 mm long');
    expect(text).toContain('Into the boxes');
    expect(text).not.toContain('Our prediction');
    rmSync(to);
  });

  it('says what is wrong with the file or the words, and writes nothing', async () => {
    const faulty = { ...investigation(), plan: { ...examplePlan(), repeats: 0 } };
    const to = out();
    const wrong = await nab('print', temporaryFile(JSON.stringify(faulty)), to);
    expect(wrong.status).toBe(2);
    expect(wrong.err).toContain('plan.repeats: At least one trial');
    const file = temporaryFile(JSON.stringify(investigation()));
    expect((await nab('print', file, to, '--sheets', 'poster')).err).toContain('four-box');
    expect((await nab('print', file, to, '--paper', 'A3')).err).toContain('A4, Letter');
    expect((await nab('print', file)).status).toBe(2);
    expect(existsSync(to)).toBe(false);
  });
});

describe('nab list', () => {
  it('names experiments, factors and measures', async () => {
    const { status, out } = await nab('list');
    expect(status).toBe(0);
    const all = JSON.parse(out) as Record<string, { id: string }[]>;
    expect(all['experiments']!.map(({ id }) => id)).toEqual(EXPERIMENT_IDS);
    expect(all['factors']).toContainEqual(
      expect.objectContaining({ id: 'gap', axis: 'length', unit: 'mm' }),
    );
    expect(all['measures']).toContainEqual(
      expect.objectContaining({ id: 'needle-angle', unit: '°', experiments: ['compass'] }),
    );
  });
});

describe('nab predict', () => {
  const lines = (out: string) =>
    out
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as Record<string, unknown>);
  const example = (name: string) => join(root, 'docs/examples', `${name}.json`);

  it('prints a line a level and line, in the measure’s unit', async () => {
    const words = ['--factor', 'gap', '--levels', '1 sheet, 0.5 mm'];
    const more = ['--series', 'cells-in-series=2,4', '--measure', 'load-held'];
    const { status, out } = await nab('predict', example('shell-magnet'), ...words, ...more);
    expect(status).toBe(0);
    expect(lines(out).map(({ level, series, unit }) => [level, series, unit])).toEqual([
      ['0.1 mm', '2 cells', 'kg'],
      ['0.5 mm', '2 cells', 'kg'],
      ['0.1 mm', '4 cells', 'kg'],
      ['0.5 mm', '4 cells', 'kg'],
    ]);
    for (const line of lines(out)) {
      expect(line).toMatchObject({ coverage: 0.9, stop: [], cautions: expect.any(Array) });
      expect(Number(line['low'])).toBeLessThan(Number(line['value']));
      expect(Number(line['value'])).toBeLessThan(Number(line['high']));
    }
  });

  it('takes decimal commas between semicolons, and says what the page says', async () => {
    const words = ['--factor', 'current', '--levels', '0,5 A; 1 A'];
    const { out } = await nab('predict', example('compass'), ...words);
    const document = JSON.parse(readFileSync(example('compass'), 'utf8')) as object;
    const plan = {
      ...examplePlan(),
      experiment: 'compass' as const,
      factor: 'current' as const,
      measure: 'needle-angle' as const,
      levels: ['0.5 A', '1 A'].map((value) => ({ id: value, value })),
    };
    const page = casesOf(toLessonPlan(plan, completeDocument(document as ExperimentDocument)));
    const degrees = (angle: number): number => (angle * 180) / Math.PI;
    expect(lines(out).map(({ value }) => value)).toEqual(
      page.map(({ forecast }) => expect.closeTo(degrees(forecast!.value), 9)),
    );
  });

  it('says of a level that cannot be had why, and goes on', async () => {
    const words = ['--factor', 'wire-length', '--levels', '20 cm,2 m'];
    const [short, long] = lines((await nab('predict', example('nail'), ...words)).out);
    expect(short).toMatchObject({ value: null, current_A: null, on_time_s: null });
    expect(String(short!['stop'])).toContain('not even one turn');
    expect(long).toMatchObject({ stop: [] });
  });

  it.each([
    ['an unknown factor', ['--factor', 'smell', '--levels', '1,2'], 'there is no factor'],
    ['a level that is none', ['--factor', 'turns', '--levels', '20,many'], 'level “many” of turns'],
    [
      'a question that makes no sense',
      ['--factor', 'gap', '--levels', '1 mm', '--measure', 'needle-angle'],
      'make no question',
    ],
    [
      'a load that is not said',
      ['--factor', 'gap', '--levels', '1 mm,2 mm', '--measure', 'fewest-cells'],
      'needs --load',
    ],
    ['an option twice', ['--factor', 'turns', '--factor', 'gap', '--levels', '1'], 'Usage'],
  ])('ends with 2 and a message for %s', async (_what, words, message) => {
    const { status, out, err } = await nab('predict', example('nail'), ...words);
    expect([status, out]).toEqual([2, '']);
    expect(err).toContain(message);
  });
});
