import { describe, expect, it } from 'vitest';
import { findMaterial, linearCurve } from '../steel/index.js';
import {
  coilFieldOnCore,
  magnetiseCore,
  prepareCore,
  sheetsOfBlock,
  type CoreSection,
} from '../straight-core/index.js';
import { preparePair, pullOnBar, type PolePair } from './index.js';

const leg: CoreSection[] = [{ innerRadius: 0, outerRadius: 0.004, from: 0, to: 0.06 }];
const sheets = sheetsOfBlock(
  { innerRadius: 0.0045, outerRadius: 0.007, from: 0.005, to: 0.05 },
  300,
);
const curve = findMaterial('nail-steel').curve;
const pair: PolePair = { spacing: 0.03, yoke: 'bar', opposed: true };

function tipField(changed: Partial<PolePair>) {
  const prepared = preparePair(leg, { ...pair, ...changed });
  const state = magnetiseCore(prepared.prepared, curve, prepared.applied(sheets));
  expect(state.status).toBe('converged');
  const middle = (prepared.root + state.fluxDensity.length) >> 1;
  return { tip: state.fluxDensity.at(-1)!, middle: state.fluxDensity[middle]! };
}
const bar = { radius: 0.013, thickness: 0.008 };
const bridged = (changed: Partial<PolePair>, gap = 1e-4) =>
  pullOnBar(preparePair(leg, { ...pair, ...changed }, { gap }), sheets, curve, bar, gap);

describe('two cores side by side', () => {
  it('far apart are two single cores', () => {
    const single = prepareCore(leg);
    const alone = magnetiseCore(single, curve, coilFieldOnCore(single.core, sheets));
    const far = tipField({ spacing: 3, yoke: 'none' });
    expect(far.tip / alone.fluxDensity.at(-1)!).toBeCloseTo(1, 2);
  });

  it('wound the right way help each other, the wrong way they hinder', () => {
    const alone = tipField({ spacing: 3, yoke: 'none' }).middle;
    expect(tipField({ yoke: 'none' }).middle).toBeGreaterThan(alone);
    expect(tipField({ yoke: 'none', opposed: false }).middle).toBeLessThan(alone);
  });

  it('are stronger with a yoke, and strongest in one bent piece', () => {
    const none = tipField({ yoke: 'none' }).tip;
    const bar = tipField({ yoke: 'bar' }).tip;
    const bent = tipField({ yoke: 'bent' }).tip;
    expect(bar).toBeGreaterThan(none);
    expect(bent).toBeGreaterThan(bar);
  });

  it('are weaker with a thin bar, and with air at its joints', () => {
    const usual = { width: 0.0071, thickness: 0.0071, overhang: 0.004, jointGap: 1e-4 };
    const tip = (changed: object): number => tipField({ bar: { ...usual, ...changed } }).tip;
    expect(tip({})).toBeCloseTo(tipField({}).tip, 3);
    expect(tip({ width: 0.002, thickness: 0.001 })).toBeLessThan(0.95 * tip({}));
    expect(tip({ jointGap: 0 })).toBeGreaterThan(1.03 * tip({}));
  });

  it('pull less through a bar across both that is long or thin for its flux', () => {
    const pull = (way?: { length: number; area: number }): number =>
      pullOnBar(
        preparePair(leg, pair, { gap: 1e-4 }),
        sheets,
        linearCurve(500),
        { ...bar, ...(way && { way }) },
        1e-4,
      ).force;
    const short = pull({ length: 0.001, area: 1e-3 });
    expect(short / pull()).toBeGreaterThan(0.995);
    expect(short / pull()).toBeLessThanOrEqual(1);
    expect(pull({ length: 0.019, area: 6e-5 })).toBeLessThan(0.9 * short);
  });

  it('wound the wrong way lose most of the pull on a bar across both', () => {
    const right = bridged({}).force;
    const wrong = bridged({ opposed: false }).force;
    expect(wrong).toBeLessThan(right / 5);
  });

  it('let go of the bar with the gap', () => {
    const pulls = [2e-5, 1e-4, 5e-4, 2e-3].map((gap) => bridged({}, gap).force);
    for (let i = 1; i < pulls.length; i++) expect(pulls[i]!).toBeLessThan(pulls[i - 1]!);
  });

  // Closed circuit of very permeable steel: the NI of both windings falls on the two gaps alone, so
  // Φ = μ0 N I A / (2 g) at each and F = Φ²/(μ0 A); fringing adds a little.
  it('closed by a bar approach the textbook magnetic circuit', () => {
    const gap = 2e-4;
    const prepared = preparePair(leg, { ...pair, yoke: 'bent', spacing: 0.024 }, { gap });
    const area = Math.PI * 0.004 ** 2;
    const { flux, force } = pullOnBar(prepared, sheets, linearCurve(50_000), bar, gap);
    const expected = (4e-7 * Math.PI * 600 * area) / (2 * gap);
    expect(flux / expected).toBeGreaterThan(0.85);
    expect(flux / expected).toBeLessThan(1.25);
    expect(force / (expected ** 2 / (4e-7 * Math.PI * area))).toBeGreaterThan(0.8);
    expect(force / (expected ** 2 / (4e-7 * Math.PI * area))).toBeLessThan(1.5);
  });
});
