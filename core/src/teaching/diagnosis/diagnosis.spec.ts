import { describe, expect, it } from 'vitest';
import { EXPERIMENTS, type MagnetDesign } from '../../experiments/index.js';
import { normalFrom, seededRandom, type Random } from '../../numerics/index.js';
import {
  CAUSES,
  CHECKS,
  diagnose,
  faultyBench,
  GAUGES,
  SURE,
  SYMPTOM_IDS,
  symptomChances,
  workshopOf,
  type CheckId,
  type Evidence,
  type GaugeId,
  type ToolId,
  type DiagnosisModel,
} from './index.js';

const TOOLS: readonly ToolId[] = ['meter', 'cells', 'magnet', 'compass', 'core'];
const NOTHING: Evidence = { symptom: null, checks: {}, readings: {} };
const nail = EXPERIMENTS['straight-magnet'].start();
/** Two layers on three cells with a switch: it can have nearly everything. */
const LAYERED: MagnetDesign = {
  ...nail,
  winding: { ...nail.winding, turns: 200 },
  supply: { ...nail.supply, series: 3 },
  leads: { ...nail.leads, switchResistance: 0.05 },
};
const CABLE: MagnetDesign = {
  ...nail,
  wire: { ...nail.wire, form: 'cable', insulation: 'hook-up' },
};

function pick<T>(weighed: readonly (readonly [T, number])[], random: Random): T {
  let at = random() * weighed.reduce((sum, [, weight]) => sum + weight, 0);
  for (const [what, weight] of weighed) {
    at -= weight;
    if (at <= 0) return what;
  }
  return weighed[weighed.length - 1]![0];
}

/** A fault at random, sought by whatever test comes first; meter and eyes err as they do. */
function seek(workshop: DiagnosisModel, random: Random) {
  const causes = [...new Set(workshop.scenarios.map(({ cause }) => cause))];
  const cause = pick(
    causes.map((id) => [id, CAUSES[id].often] as const),
    random,
  );
  const bench = faultyBench(workshop.sound, cause, random());
  const chances = symptomChances(workshop.sound, bench, cause);
  const symptom = pick(
    SYMPTOM_IDS.map((id) => [id, chances[id]] as const),
    random,
  );
  let evidence: Evidence = { ...NOTHING, symptom };
  let tests = 0;
  let minutes = 0;
  for (;;) {
    const { causes: found, tests: next } = diagnose(workshop, evidence, TOOLS);
    const [first] = found;
    const [test] = next;
    if (first!.probability >= SURE || !test || tests >= 15) {
      return { tests, minutes, right: first!.id === cause };
    }
    tests++;
    minutes += test.minutes;
    if (Object.hasOwn(CHECKS, test.id)) {
      const id = test.id as CheckId;
      const answer = random() < CHECKS[id].chance(bench, cause);
      evidence = { ...evidence, checks: { ...evidence.checks, [id]: answer } };
    } else {
      const id = test.id as GaugeId;
      const { read, spread, step } = GAUGES[id];
      const log = Math.log(Math.min(1e6, Math.max(0, read(bench))) + step);
      const value = Math.max(0, Math.exp(log + spread * normalFrom(random)) - step);
      evidence = { ...evidence, readings: { ...evidence.readings, [id]: value } };
    }
  }
}

const LAYERED_SHOP = workshopOf(LAYERED);
const probabilityOf = (id: string, evidence: Partial<Evidence>, shop = LAYERED_SHOP): number =>
  diagnose(shop, { ...NOTHING, ...evidence }, TOOLS).causes.find((one) => one.id === id)
    ?.probability ?? NaN;

describe('why a magnet does not lift', () => {
  it('weighs causes by how often they are met while nothing is known', () => {
    const { causes } = diagnose(LAYERED_SHOP, NOTHING, TOOLS);
    expect(causes.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 12);
    const often = causes.reduce((sum, { id }) => sum + CAUSES[id].often, 0);
    for (const { id, probability } of causes) {
      expect(probability).toBeCloseTo(CAUSES[id].often / often, 12);
    }
  });

  it('asks nothing of a magnet that it cannot have', () => {
    const ids = (design: MagnetDesign) => workshopOf(design).causes;
    expect(ids(nail)).not.toContain('reversed-cell');
    expect(ids(nail)).not.toContain('cable-reversed');
    expect(ids(LAYERED)).toContain('layer-reversed');
    expect(ids(CABLE)).toContain('cable-reversed');
    expect(ids(CABLE)).not.toContain('enamel');
  });

  it('reckons an answer by Bayes’ theorem, worked by hand', () => {
    const enamel = probabilityOf('enamel', {});
    const yes = probabilityOf('enamel', { checks: { scrape: true } });
    const odds = (p: number): number => p / (1 - p);
    // Seen in 95 of a hundred, imagined in 2.
    expect(odds(yes) / odds(enamel)).toBeCloseTo(0.95 / 0.02, 6);
    const no = probabilityOf('enamel', { checks: { scrape: false } });
    expect(odds(no) / odds(enamel)).toBeCloseTo(0.05 / 0.98, 6);
  });

  it('reads a meter as the circuit would show it', () => {
    const { source, coilResistance, circuit } = LAYERED_SHOP.sound.evaluation;
    // Full voltage, but none of it reaches the coil: something is open.
    const open = { 'open-voltage': source.emf, current: 0, 'coil-resistance': coilResistance };
    const sound = ['loose-lead', 'switch', 'enamel', 'broken-wire'];
    const { causes } = diagnose(LAYERED_SHOP, { ...NOTHING, readings: open }, TOOLS);
    expect(sound).toContain(causes[0]!.id);
    expect(
      probabilityOf('broken-wire', { readings: { ...open, 'coil-resistance': Infinity } }),
    ).toBeGreaterThan(10 * probabilityOf('broken-wire', { readings: open }));
    // One of three turned round leaves a third.
    expect(
      probabilityOf('reversed-cell', { readings: { 'open-voltage': source.emf / 3 } }),
    ).toBeGreaterThan(0.9);
    // All the current, and nothing lifted: neither circuit nor cells.
    const all = { symptom: 'nothing' as const, readings: { current: circuit.current } };
    expect(
      probabilityOf('layer-reversed', all) + probabilityOf('objects-not-steel', all),
    ).toBeGreaterThan(0.5);
    expect(probabilityOf('flat-cell', all)).toBeLessThan(0.02);
  });

  it('tells a coil with turns short by its ohms, and by no other sound part', () => {
    const { coilResistance } = LAYERED_SHOP.sound.evaluation;
    const half = { readings: { 'coil-resistance': coilResistance / 2 } };
    expect(
      probabilityOf('shorted-turns', half) + probabilityOf('too-few-turns', half),
    ).toBeGreaterThan(0.9);
  });

  it('proposes only what tools allow, and nothing twice', () => {
    const { tests } = diagnose(LAYERED_SHOP, { ...NOTHING, checks: { wiggle: false } }, []);
    expect(tests.map(({ id }) => id)).not.toContain('wiggle');
    expect(tests.some(({ id }) => Object.hasOwn(GAUGES, id))).toBe(false);
    expect(tests.map(({ id }) => id)).not.toContain('magnet-on-core');
    const all = diagnose(LAYERED_SHOP, NOTHING, TOOLS).tests;
    expect(all.some(({ id }) => Object.hasOwn(GAUGES, id))).toBe(true);
    for (const { bits } of all) expect(bits).toBeGreaterThan(0);
    expect(diagnose(LAYERED_SHOP, { ...NOTHING, symptom: 'sticks-off' }, TOOLS).tests[0]!.id).toBe(
      'off-first',
    );
  });

  it('never expects a test to tell more than is not known', () => {
    const { causes, tests } = diagnose(LAYERED_SHOP, NOTHING, TOOLS);
    const unknown = -causes.reduce((sum, { probability: p }) => sum + p * Math.log2(p), 0);
    for (const { bits } of tests) expect(bits).toBeLessThan(unknown);
  });

  it('lifts less with every fault but the one that sticks', () => {
    for (const { cause, bench } of LAYERED_SHOP.scenarios) {
      if (cause === 'core-magnetised') expect(bench.lift).toBeCloseTo(1, 6);
      else expect(bench.lift, cause).toBeLessThan(0.95);
    }
  });

  it('does not seek a fault in a magnet that lifts nothing by its design', () => {
    const bare = {
      ...nail,
      supply: { ...nail.supply, bench: { voltage: 1, currentLimit: 1e-3 } },
      winding: { ...nail.winding, turns: 1 },
    };
    expect(() => workshopOf(bare)).toThrow(expect.objectContaining({ code: 'NOTHING_LIFTED' }));
  });
});

describe('a thousand simulated faults', () => {
  it.each([
    ['of two layers on three cells', LAYERED_SHOP],
    ['of a cable', workshopOf(CABLE)],
  ])('%s are found in three tests, right nineteen times of twenty', (_what, workshop) => {
    const random = seededRandom(42);
    const all = Array.from({ length: 1000 }, () => seek(workshop, random));
    const tests = all.map((one) => one.tests).sort((p, q) => p - q);
    expect(tests[500]).toBeLessThanOrEqual(3);
    expect(all.filter((one) => one.right).length / all.length).toBeGreaterThanOrEqual(0.95);
    // Some four minutes at most on the average.
    expect(all.reduce((sum, one) => sum + one.minutes, 0) / all.length).toBeLessThan(4);
  });
});
