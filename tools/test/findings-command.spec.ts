import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { zipSync } from 'fflate';
import { newDesign } from '@nab/contract/experiments';
import { counted, examplePlan, exampleReading, idOf } from '@nab/contract/testing';
import { nab } from './nab.js';
import { NORRIS, SIMON_LESAGE, simonLesage } from '../../core/reference/nist-strd.js';

const folder = mkdtempSync(join(tmpdir(), 'nab-findings-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

interface Line {
  readonly series: string | null;
  readonly n: number;
  readonly levels: {
    level: string;
    n: number;
    mean: number;
    sd: number | null;
    censored: number;
  }[];
  readonly line: {
    coefficients: Record<string, number>;
    standard_errors: Record<string, number>;
    residual_sd: number;
    aicc: number;
  };
  readonly models: { id: string; delta_aicc: number }[];
  readonly anova: Record<string, number>;
  readonly with_groups: { means: { sd_between_groups: number } | null };
  readonly tests: { welch: { first: string; second: string; p: number }[] };
  readonly unusual: number[];
}

async function findings(
  content: string | Uint8Array,
): Promise<{ status: number | null; lines: Line[]; err: string }> {
  const path = join(folder, 'readings.csv');
  writeFileSync(path, content);
  const { status, out, err } = await nab('findings', path);
  const report = status === 0 ? (JSON.parse(out) as { lines: Line[] }) : null;
  return { status, lines: report?.lines ?? [], err };
}

describe('nab findings', () => {
  it('has NIST’s certified line for Norris', async () => {
    const rows = NORRIS.x.map((x, i) => `${x},${NORRIS.y[i]!}`);
    const { lines } = await findings(['level,value', ...rows].join('\r\n'));
    const { coefficients, standard_errors, residual_sd } = lines[0]!.line;
    for (const [found, certified] of [
      [coefficients['intercept']!, NORRIS.intercept],
      [coefficients['slope']!, NORRIS.slope],
      [standard_errors['slope']!, NORRIS.slopeError],
      [residual_sd, NORRIS.residualDeviation],
    ] as const) {
      expect(Math.abs(found / certified - 1)).toBeLessThan(1e-8);
    }
  });

  it('has NIST’s certified analysis of variance for SmLs01, of levels with names', async () => {
    const [wanted] = SIMON_LESAGE;
    const rows = simonLesage(wanted!.perTreatment).flatMap((values, i) =>
      values.map((value) => `treatment ${i + 1},${value}`),
    );
    const [line] = (await findings(['level,value', ...rows].join('\n'))).lines;
    expect(Math.abs(line!.anova['f']! / wanted!.f - 1)).toBeLessThan(1e-8);
    expect(line!.anova['df_within']).toBe(180);
    expect(line!.line).toBeNull();
    expect(line!.models.map(({ id }) => id).sort()).toEqual(['means', 'none']);
  });

  it('reads groups, order and what is at least so much', async () => {
    const { status, lines } = await findings(
      [
        'level,value,group,order,censored',
        ...['a', 'b', 'c'].flatMap((group, g) =>
          [10, 20, 40].flatMap((level, k) =>
            [0, 1].map((i) => `${level},${level / 5 + 3 * g + i},${group},${2 * k + i},`),
          ),
        ),
        '40,30,c,6,yes',
      ].join('\n'),
    );
    expect(status).toBe(0);
    expect(lines[0]).toMatchObject({ series: null, n: 19 });
    expect(lines[0]!.levels.map(({ level, n, censored }) => [level, n, censored])).toEqual([
      ['10', 6, 0],
      ['20', 6, 0],
      ['40', 7, 1],
    ]);
    expect(lines[0]!.with_groups.means!.sd_between_groups).toBeCloseTo(3, 1);
    expect(lines[0]!.tests.welch.map(({ first, second }) => [first, second])).toContainEqual([
      '10',
      '20',
    ]);
  });

  it('names every row that cannot be used, and ends with 2', async () => {
    const { status, err } = await findings(
      'level,value,censored\n10,three,\n,4,\n20,5,perhaps\n20,5,\n',
    );
    expect(status).toBe(2);
    expect(err).toContain('row 2, value: This is no number.');
    expect(err).toContain('row 3, level: The level is missing.');
    expect(err).toContain('row 4, censored: Write yes');
    for (const nothing of ['', 'level,value\n', 'level,value\n1,2,3\n', '{"plan":']) {
      expect((await findings(nothing)).status).toBe(2);
    }
  });

  it('says of an investigation’s file what its page says', async () => {
    const readings = [2, 4, 8].flatMap((count, level) =>
      [0, 1].map((by) =>
        exampleReading({
          id: idOf(500 + 2 * level + by),
          levelId: idOf(1 + level),
          outcome: counted(count + by),
        }),
      ),
    );
    const file = JSON.stringify({ plan: examplePlan(), design: { design: newDesign() }, readings });
    const { lines } = await findings(file);
    expect(lines[0]!.levels.map(({ level, mean }) => [level, mean])).toEqual([
      ['10 turns', 2.5],
      ['20 turns', 4.5],
      ['40 turns', 8.5],
    ]);
    expect(lines[0]!.line.coefficients['slope']).toBeCloseTo(0.2, 12);
  });

  it('reads a data package, corrections in the order in which they stand', async () => {
    const first = exampleReading({ id: idOf(500), outcome: counted(70) });
    const others = [1, 2].map((level) =>
      exampleReading({ id: idOf(500 + level), levelId: idOf(1 + level), outcome: counted(9) }),
    );
    const corrects = { corrects: first.id, reason: 'slipped' };
    const right = exampleReading({ id: idOf(510), outcome: counted(7), ...corrects });
    const righter = exampleReading({ id: idOf(511), outcome: counted(8), ...corrects });
    const readings = [first, ...others, right, righter].map(({ arrival: _, ...rest }) => rest);
    const file = { plan: examplePlan(), design: { design: newDesign() }, readings };
    const zip = (name: string): Uint8Array =>
      zipSync({ [name]: new TextEncoder().encode(JSON.stringify(file)) });
    expect((await findings(zip('investigation.json'))).lines[0]!.levels[0]!.mean).toBe(8);
    const lost = await findings(zip('other.json'));
    expect([lost.status, lost.err]).toEqual([2, expect.stringContaining('no investigation.json')]);
    const wrong = { ...file, readings: [{ ...readings[0], outcome: { kind: 'hunch' } }] };
    expect((await findings(JSON.stringify(wrong))).err).toContain('readings[0].outcome');
  });
});
