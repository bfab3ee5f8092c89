import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seededRandom } from '../../numerics/index.js';
import {
  analyseYesNo,
  fitLogistic,
  shareInterval,
  type OrderedReading,
  type Reading,
} from './index.js';

const at = (x: number, y: number, group = 0): OrderedReading => ({
  x,
  y,
  level: x,
  group,
  order: 0,
});
/** So many yes of so many at a place. */
const cell = (x: number, yes: number, n: number): OrderedReading[] =>
  Array.from({ length: n }, (_, i) => at(x, i < yes ? 1 : 0, i));

/**
 * Temperature at the joint, °F, and whether a ring was damaged, of 23 flights.
 * Source: Dalal, Fowlkes & Hoadley, J. Am. Stat. Assoc. 84, 945 (1989); values from memory: that the
 * published estimates come out is the proof.
 */
const RINGS: readonly (readonly [number, number])[] = [
  [66, 0],
  [70, 1],
  [69, 0],
  [68, 0],
  [67, 0],
  [72, 0],
  [73, 0],
  [70, 0],
  [57, 1],
  [63, 1],
  [70, 1],
  [78, 0],
  [67, 0],
  [53, 1],
  [67, 0],
  [75, 0],
  [70, 0],
  [81, 0],
  [76, 0],
  [79, 0],
  [75, 1],
  [76, 0],
  [58, 1],
];

describe('a logistic curve', () => {
  it('is the published one for the rings, with its standard errors and deviance', () => {
    const { curve } = fitLogistic(
      RINGS.map(([x, y]) => at(x, y)),
      false,
    )!;
    // 15.0429 (7.3786) and −0.2322 (0.1082), residual deviance 20.315 on 21 degrees of freedom.
    expect(curve.coefficients[0]).toBeCloseTo(15.0429, 3);
    expect(curve.coefficients[1]).toBeCloseTo(-0.2322, 4);
    expect(curve.standardErrors[0]).toBeCloseTo(7.3786, 3);
    expect(curve.standardErrors[1]).toBeCloseTo(0.1082, 4);
    expect(-2 * curve.logLikelihood).toBeCloseTo(20.315, 3);
    expect(curve.degreesOfFreedom).toBe(21);
  });

  it('adds half a reading of each kind where two levels stand alone', () => {
    // Firth’s penalty in a saturated model is Jeffreys’ prior: (k + ½) / (n + 1) at each level.
    const { curve } = fitLogistic([...cell(1, 0, 4), ...cell(2, 3, 4)])!;
    expect(curve.at(1)).toBeCloseTo(0.5 / 5, 8);
    expect(curve.at(2)).toBeCloseTo(3.5 / 5, 8);
  });

  it('stays finite where every no lies before every yes', () => {
    const found = fitLogistic([
      ...cell(10, 0, 4),
      ...cell(20, 0, 4),
      ...cell(40, 4, 4),
      ...cell(60, 4, 4),
    ])!;
    expect(found.p).toBeLessThan(0.001);
    expect(found.ec50!.x).toBeGreaterThan(20);
    expect(found.ec50!.x).toBeLessThan(40);
    expect(Number.isFinite(found.ec50!.low)).toBe(true);
  });

  it('mirrors when yes and no change places, and scales with its unit', () => {
    const cells = fc.array(
      fc.record({ x: fc.integer({ min: 1, max: 9 }), y: fc.integer({ min: 0, max: 1 }) }),
      { minLength: 6, maxLength: 30 },
    );
    fc.assert(
      fc.property(cells, (list) => {
        const readings = list.map(({ x, y }) => at(x, y));
        const found = fitLogistic(readings);
        fc.pre(found !== null);
        const mirrored = fitLogistic(readings.map((one) => ({ ...one, y: 1 - one.y })))!;
        expect(mirrored.curve.coefficients[1]).toBeCloseTo(-found!.curve.coefficients[1]!, 6);
        const wider = fitLogistic(readings.map((one) => ({ ...one, x: 10 * one.x })))!;
        expect(10 * wider.curve.coefficients[1]!).toBeCloseTo(found!.curve.coefficients[1]!, 6);
        expect(wider.p).toBeCloseTo(found!.p, 6);
      }),
    );
  });

  it('is none with one level, or of kinds', () => {
    expect(fitLogistic(cell(10, 2, 4))).toBeNull();
    expect(fitLogistic([at(NaN, 1), at(NaN, 0)])).toBeNull();
    const kinds = [0, 1].map((level) => ({ ...at(NaN, level), level }));
    expect(analyseYesNo(kinds, false).yesNo).toBeNull();
  });

  it('has an interval of where half are yes that holds 19 of 20 times, and a test that errs once in 20', () => {
    const random = seededRandom(51);
    let [inside, found, fooled] = [0, 0, 0];
    const classes = 1500;
    const levels = [10, 20, 30, 40, 50, 60];
    for (let c = 0; c < classes; c++) {
      const draw = (share: (x: number) => number): Reading[] =>
        levels.flatMap((x) => Array.from({ length: 12 }, () => at(x, random() < share(x) ? 1 : 0)));
      const { ec50 } = fitLogistic(draw((x) => 1 / (1 + Math.exp(-0.12 * (x - 34)))))!;
      if (ec50) {
        found++;
        if (ec50.low < 34 && ec50.high > 34) inside++;
      }
      if (fitLogistic(draw(() => 0.4))!.p < 0.05) fooled++;
    }
    expect(found / classes).toBeGreaterThan(0.99);
    expect(inside / found).toBeGreaterThan(0.93);
    expect(inside / found).toBeLessThan(0.97);
    expect(fooled / classes).toBeGreaterThan(0.03);
    expect(fooled / classes).toBeLessThan(0.07);
  });
});

describe('the interval of a share', () => {
  it('is Wilson’s', () => {
    // 0 of 10: z²/(n + z²) = 0.2775; 5 of 10: 0.2366 to 0.7634. Wilson (1927), by his formula.
    expect(shareInterval(0, 10)[0]).toBeCloseTo(0, 12);
    expect(shareInterval(0, 10)[1]).toBeCloseTo(0.2775, 4);
    const [low, high] = shareInterval(5, 10);
    expect([low, high].map((end) => Number(end.toFixed(4)))).toEqual([0.2366, 0.7634]);
  });

  it('stands at every level of the analysis, between nothing and all', () => {
    const { levels, curves, equallySupported } = analyseYesNo(
      [...cell(10, 0, 6), ...cell(20, 6, 6)],
      true,
    );
    expect(levels[0]!.summary.share![0]).toBeCloseTo(0, 12);
    expect(levels[1]!.summary.share![1]).toBeCloseTo(1, 12);
    expect(curves.map(({ curve }) => curve.id)).toEqual(['logistic', 'none']);
    expect(equallySupported).toEqual(['logistic']);
  });
});
