import { describe, expect, it } from 'vitest';
import { EXPERIMENT_IDS, EXPERIMENTS, startSubject } from '../registry/index.js';
import { reportOf, straightMagnetReport } from './index.js';

/** Plain counts and what names the file; every other number says its unit. */
const DIMENSIONLESS =
  /^(version|tier|turns|live_turns|layers|turns_per_layer|lifted_count|residual_held_count|residual_after_knock_count|longest_chain)$/;
const WITH_UNIT = /_(m|V|ohm|A|W|degC|deg|s|T|kg|H|J|N|N_per_A|N_m|kg_m2|Wb|per_s)$/;

describe.each(EXPERIMENT_IDS)('the evaluation of the experiment %s', (experiment) => {
  const report = reportOf(startSubject(experiment), 'Barnacle');

  it('says what it is and of which design', () => {
    expect(report).toMatchObject({
      format: expect.stringMatching(/^nab-.*evaluation$/),
      version: 1,
      name: 'Barnacle',
    });
  });

  it('carries the unit in every number’s name', () => {
    const numbers = Object.entries(report).filter(([, value]) => typeof value === 'number');
    expect(numbers.length).toBeGreaterThan(8);
    for (const [name] of numbers) {
      expect(DIMENSIONLESS.test(name) || WITH_UNIT.test(name), name).toBe(true);
    }
  });

  it('survives JSON: nothing is infinite or not a number', () => {
    expect(JSON.parse(JSON.stringify(report))).toEqual(report);
  });
});

it('writes “without limit” as null', () => {
  const start = EXPERIMENTS['straight-magnet'].start();
  const thin = { ...start.wire, diameter: 0.15e-3 };
  const report = straightMagnetReport(
    { ...start, wire: thin, winding: { ...start.winding, turns: 2000 } },
    'cool',
  );
  expect(report.heat_limited_on_time_s).toBeNull();
  expect(JSON.parse(JSON.stringify(report))).toEqual(report);
});
