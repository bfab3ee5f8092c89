import { describe, expect, it } from 'vitest';
import { MU_0, STANDARD_GRAVITY } from '../constants.js';
import {
  coilFieldOnCore,
  magnetiseCore,
  prepareCore,
  sheetsOfBlock,
} from '../straight-core/index.js';
import { linearCurve } from '../steel/index.js';
import {
  ballPull,
  chargeField,
  fieldSource,
  growHeap,
  heapRay,
  longestChain,
  magnetCharges,
  magnetField,
  ownScreening,
  ringsAlone,
  SMALL_OBJECTS,
  UNSCREENED,
  WIRE_LIKE_HEAP,
  type ChargeRings,
  type FieldAndGradient,
  type MagnetCharges,
} from './index.js';

const blank = (): FieldAndGradient => ({ hr: 0, hz: 0, gradientR: 0, gradientZ: 0 });
const pole = (charge: number, radius = 1e-5): ChargeRings => ({
  radius: Float64Array.of(radius),
  z: Float64Array.of(0),
  charge: Float64Array.of(charge),
});

describe('the field of charge rings', () => {
  const rings: ChargeRings = {
    radius: Float64Array.of(0.002, 0.003),
    z: Float64Array.of(0, 0.01),
    charge: Float64Array.of(1, -0.7),
  };

  it('falls as 1/r² from a single pole', () => {
    const out = blank();
    chargeField(pole(5), 0.03, 0.04, out);
    expect(Math.hypot(out.hr, out.hz)).toBeCloseTo(5 / (4 * Math.PI * 0.05 ** 2), 1);
  });

  it('has the gradient of its own square', () => {
    const out = blank();
    const square = (r: number, z: number): number => {
      chargeField(rings, r, z, out);
      return out.hr ** 2 + out.hz ** 2;
    };
    const [r, z, h] = [0.006, 0.004, 1e-7];
    const dr = (square(r + h, z) - square(r - h, z)) / (2 * h);
    const dz = (square(r, z + h) - square(r, z - h)) / (2 * h);
    chargeField(rings, r, z, out);
    expect(out.gradientR / dr).toBeCloseTo(1, 6);
    expect(out.gradientZ / dz).toBeCloseTo(1, 6);
  });
});

describe('the field of many points', () => {
  const charges = (shift: number): MagnetCharges => ({
    rings: {
      radius: Float64Array.of(0.002, 0.003, 0.001),
      z: Float64Array.of(0, 0.01 + shift, 0.02),
      charge: Float64Array.of(1, -0.7, 0.4),
    },
    edges: {
      radius: Float64Array.of(0.003, 0.003, 0.003),
      z: Float64Array.of(0, 0.01, 0.02 + shift),
      jump: Float64Array.of(-100, -100, 200),
    },
  });
  const places = [
    [0.0034, 0.004],
    [0.003, 0.0301],
    [0.004, 0.025],
    [0.05, -0.03],
    [0.0005, 0.03],
  ] as const;

  it('is by the kernel what it is without, of several magnets in turn', () => {
    const magnets = [charges(0), charges(0.003), ringsAlone(charges(0).rings)];
    const sources = magnets.map(fieldSource);
    for (const [r, z] of places) {
      magnets.forEach((magnet, k) => {
        const [fast, plain] = [blank(), blank()];
        sources[k]!(r, z, fast);
        magnetField(magnet, r, z, plain);
        for (const key of ['hr', 'hz', 'gradientR', 'gradientZ'] as const) {
          const size = key.startsWith('h')
            ? Math.hypot(plain.hr, plain.hz)
            : Math.hypot(plain.gradientR, plain.gradientZ);
          expect((fast[key] - plain[key]) / size).toBeCloseTo(0, 8);
        }
      });
    }
  });
});

describe('the field of the sides', () => {
  // A side with twice as much charge a length on its second half.
  const side: MagnetCharges = {
    ...ringsAlone(pole(0)),
    edges: {
      radius: Float64Array.of(0.003, 0.003, 0.003),
      z: Float64Array.of(0, 0.01, 0.02),
      jump: Float64Array.of(-100, -100, 200),
    },
  };
  const places = [
    [0.0034, 0.004],
    [0.006, 0.0101],
    [0.004, 0.025],
    [0.05, -0.03],
    [0.0005, 0.03],
  ] as const;

  it('is that of many rings close together', () => {
    const count = 4000;
    const height = (i: number): number => ((i + 0.5) * 0.02) / count;
    const rings: ChargeRings = {
      radius: new Float64Array(count).fill(0.003),
      z: Float64Array.from({ length: count }, (_, i) => height(i)),
      charge: Float64Array.from(
        { length: count },
        (_, i) => ((height(i) < 0.01 ? 100 : 200) * 0.02) / count,
      ),
    };
    for (const [r, z] of places) {
      const [one, other] = [blank(), blank()];
      magnetField(side, r, z, one);
      chargeField(rings, r, z, other);
      const size = Math.hypot(other.hr, other.hz);
      expect((one.hr - other.hr) / size).toBeCloseTo(0, 5);
      expect((one.hz - other.hz) / size).toBeCloseTo(0, 5);
    }
  });

  it('has the gradient of its own square', () => {
    const out = blank();
    const square = (r: number, z: number): number => {
      magnetField(side, r, z, out);
      return out.hr ** 2 + out.hz ** 2;
    };
    const h = 1e-6;
    for (const [r, z] of places) {
      const dr = (square(r + h, z) - square(r - h, z)) / (2 * h);
      const dz = (square(r, z + h) - square(r, z - h)) / (2 * h);
      magnetField(side, r, z, out);
      const size = Math.hypot(dr, dz);
      expect((out.gradientR - dr) / size).toBeCloseTo(0, 3);
      expect((out.gradientZ - dz) / size).toBeCloseTo(0, 3);
    }
  });
});

const tip = { face: 0, coreRadius: 1e-4, windingEnd: -1, windingRadius: 1e-4 };
const undisturbed = (rings: ChargeRings) =>
  growHeap(ringsAlone(rings), tip, WIRE_LIKE_HEAP, UNSCREENED);

describe('a heap', () => {
  // Closed form far from a pole: (μ0 χ/2) · 4 (q/4π)² / r⁵ = ρ g.
  it('reaches as far as a lone pole lets it', () => {
    const q = 3;
    const { density, susceptibility } = WIRE_LIKE_HEAP;
    const reach =
      ((2 * MU_0 * susceptibility * (q / (4 * Math.PI)) ** 2) / (density * STANDARD_GRAVITY)) **
      0.2;
    const heap = undisturbed(pole(q));
    heap.outer.forEach((r) => expect(r / reach).toBeCloseTo(1, 1));
    expect(heap.mass / (density * ((4 * Math.PI) / 3) * reach ** 3)).toBeCloseTo(1, 1);
  });

  it('grows as the 6/5 power of the pole far from it', () => {
    const ratio = undisturbed(pole(20)).mass / undisturbed(pole(10)).mass;
    expect(Math.log2(ratio)).toBeCloseTo(1.2, 2);
  });

  it('agrees with counting cells of a grid', () => {
    const prepared = prepareCore([{ innerRadius: 0, outerRadius: 0.0025, from: 0, to: 0.1 }]);
    const sheets = sheetsOfBlock(
      { innerRadius: 0.0025, outerRadius: 0.003, from: 0.03, to: 0.085 },
      300,
    );
    const state = magnetiseCore(prepared, linearCurve(400), coilFieldOnCore(prepared.core, sheets));
    const charges = magnetCharges(state, sheets, 0.1);
    const heap = growHeap(
      charges,
      { face: 0.1, coreRadius: 0.0025, windingEnd: 0.085, windingRadius: 0.003 },
      WIRE_LIKE_HEAP,
      UNSCREENED,
    );
    const threshold =
      (2 * WIRE_LIKE_HEAP.density * STANDARD_GRAVITY) / (MU_0 * WIRE_LIKE_HEAP.susceptibility);
    const out = blank();
    const h = 1.5e-4;
    let volume = 0;
    for (let z = 0.085 + h / 2; z < 0.13; z += h) {
      for (let r = h / 2; r < 0.03; r += h) {
        if (z < 0.1 && r < 0.0025) continue;
        magnetField(charges, r, z, out);
        if (Math.hypot(out.gradientR, out.gradientZ) > threshold) volume += 2 * Math.PI * r * h * h;
      }
    }
    expect(Math.abs(heap.mass / (volume * WIRE_LIKE_HEAP.density) - 1)).toBeLessThan(0.03);
  });

  it('does not depend on how finely a long bare side is cut', () => {
    const sections = [{ innerRadius: 0, outerRadius: 0.0025, from: 0, to: 0.1 }];
    const sheets = sheetsOfBlock(
      { innerRadius: 0.0025, outerRadius: 0.003, from: 0.005, to: 0.07 },
      150,
    );
    const [coarse, fine] = [32, 120].map((mainSegments) => {
      const prepared = prepareCore(sections, { mainSegments });
      const applied = coilFieldOnCore(prepared.core, sheets);
      const state = magnetiseCore(prepared, linearCurve(400), applied);
      return growHeap(magnetCharges(state, sheets, 0.1), {
        face: 0.1,
        coreRadius: 0.0025,
        windingEnd: 0.07,
        windingRadius: 0.003,
      }).mass;
    }) as [number, number];
    expect(Math.abs(coarse / fine - 1)).toBeLessThan(0.05);
  });

  it('is nothing where nothing pulls', () => {
    expect(growHeap(ringsAlone(pole(1e-6)), tip).mass).toBeLessThan(1e-9);
  });
});

describe('what a heap leaves of the pull on itself', () => {
  const bolt = { face: 0.06, coreRadius: 0.004, windingEnd: 0.05, windingRadius: 0.007 };
  const straight = heapRay(bolt, 0, 0.999);
  const aside = heapRay(bolt, 1, -0.3);

  it('is all of it when the heap is hardly magnetic', () => {
    expect(ownScreening(bolt, { susceptibility: 1e-6 })(straight, 0.005)).toBeCloseTo(1, 5);
  });

  it('is what a plate leaves in a film: 1/(1 + χ)²', () => {
    for (const susceptibility of [1.5, 3, 6]) {
      const left = ownScreening(bolt, { susceptibility })(straight, 1e-7);
      expect(left * (1 + susceptibility) ** 2).toBeCloseTo(1, 2);
    }
  });

  it('is more where the things of the heap stand out: one clip is no film', () => {
    const clips = SMALL_OBJECTS['clip-small'].heap;
    expect(ownScreening(bolt, clips)(straight, 1e-4)).toBeGreaterThan(
      3 * ownScreening(bolt, WIRE_LIKE_HEAP)(straight, 1e-4),
    );
  });

  it('grows with a lump before the face, where the factor is near a quarter', () => {
    const screening = ownScreening(bolt, WIRE_LIKE_HEAP);
    expect(screening(straight, 0.01)).toBeGreaterThan(screening(straight, 0.002));
    const factor = (1 / Math.sqrt(screening(straight, 0.01)) - 1) / 3;
    expect(factor).toBeGreaterThan(0.2);
    expect(factor).toBeLessThan(0.36);
  });

  it('is least round a long bare tip, and where the steel is full', () => {
    expect(ownScreening(bolt, WIRE_LIKE_HEAP)(aside, 0.005)).toBeLessThan(
      0.5 * ownScreening(bolt, WIRE_LIKE_HEAP)(straight, 0.005),
    );
    const wound = { ...bolt, windingEnd: 0.06 };
    expect(ownScreening(wound, WIRE_LIKE_HEAP)(straight, 0.005)).toBeCloseTo(
      ownScreening(bolt, WIRE_LIKE_HEAP)(straight, 0.005),
      6,
    );
    expect(ownScreening({ ...bolt, fullness: 0.9 }, WIRE_LIKE_HEAP)(straight, 0.005)).toBeLessThan(
      0.95 * ownScreening(bolt, WIRE_LIKE_HEAP)(straight, 0.005),
    );
  });

  it('is more on a slender core and on the ring of a pipe, where a film reaches less far', () => {
    const left = (more: object): number =>
      ownScreening({ ...bolt, ...more }, WIRE_LIKE_HEAP)(straight, 0.003);
    expect(left({ slenderness: 12 })).toBe(left({}));
    expect(left({ slenderness: 40 }) / left({})).toBeGreaterThan(1.2);
    expect(left({ slenderness: 40 }) / left({})).toBeLessThan(2);
    expect(left({ slenderness: 6 })).toBeLessThan(left({}));
    expect(left({ boreRadius: 0.0025 }) / left({})).toBeGreaterThan(1.05);
  });

  it('lets a strong magnet with a wound tip keep a smooth outline far from the face', () => {
    // The outermost crossing was once cut off at ten thousand times where the ray leaves the core.
    const wound = { face: 0, coreRadius: 0.004, windingEnd: 0, windingRadius: 0.007 };
    const { outer } = growHeap(ringsAlone(pole(200)), wound, WIRE_LIKE_HEAP, UNSCREENED);
    expect(Math.min(...outer)).toBeGreaterThan(0.02);
    for (let k = 1; k < outer.length; k++) expect(outer[k]! / outer[k - 1]!).toBeCloseTo(1, 1);
  });
});

describe('a chain', () => {
  const clip = { mass: 0.4e-3, length: 0.026, thickness: 0.9e-3 };
  const disc = (charge: number): ChargeRings => ({
    radius: Float64Array.of(0.0017),
    z: Float64Array.of(0),
    charge: Float64Array.of(charge),
  });

  it('grows with the pole and is nothing without one', () => {
    const counts = [0, 0.3, 1, 3, 10].map((q) => longestChain(disc(q), 0, clip).count);
    expect(counts[0]).toBe(0);
    for (let i = 1; i < counts.length; i++) {
      expect(counts[i]!).toBeGreaterThanOrEqual(counts[i - 1]!);
    }
    expect(counts.at(-1)!).toBeGreaterThan(1);
    expect(counts.at(-1)!).toBeLessThan(12);
  });

  it('holds at every contact what hangs below', () => {
    const { count, pulls } = longestChain(disc(3), 0, clip);
    pulls.forEach((pull, j) => expect(pull).toBeGreaterThanOrEqual((count - j) * 0.4e-3 * 9.80665));
  });

  it('pulls least at its lowest contact', () => {
    const { pulls } = longestChain(disc(10), 0, clip);
    for (let j = 1; j < pulls.length; j++) expect(pulls[j]!).toBeLessThanOrEqual(pulls[j - 1]!);
  });

  // One link in the tip's own potential: (own/R + G φ)/(1/R + G) is its, the rest drops at the contact.
  it('of one has the pull of a single contact, worked out apart', () => {
    const [q, area] = [0.3, clip.thickness ** 2];
    const joint = 1e-4 / (MU_0 * area);
    const leak = (2 * Math.PI * MU_0 * clip.length) / Math.log((4 * clip.length) / clip.thickness);
    const potential = (z: number): number => q / (4 * Math.PI * Math.hypot(0.0017, z));
    const own = potential(0);
    const link = (own / joint + leak * potential(clip.length / 2)) / (1 / joint + leak);
    const flux = (own - link) / joint;
    const light = { ...clip, mass: 1e-9 };
    const [pull] = longestChain({ ...disc(q) }, 0, { ...light, length: clip.length }).pulls.slice(
      -1,
    );
    const single = longestChain(disc(q), 0, {
      ...clip,
      mass: (flux * flux) / (2 * MU_0 * area) / STANDARD_GRAVITY,
    });
    expect(pull).toBeGreaterThan(0);
    expect(single.count).toBe(1);
    expect(single.pulls[0]! / ((flux * flux) / (2 * MU_0 * area))).toBeCloseTo(1, 9);
  });

  // Kirchhoff: what enters a link and does not leave it leaks, in proportion to its potential.
  it('loses at every link what leaks there', () => {
    const charge = 2;
    const { count, pulls } = longestChain(disc(charge), 0, { ...clip, mass: 5e-5 });
    expect(count).toBeGreaterThan(2);
    const area = clip.thickness ** 2;
    const joint = 1e-4 / (MU_0 * area);
    const leak =
      (2 * Math.PI * MU_0 * clip.length) / Math.log((4 * count * clip.length) / clip.thickness);
    const outside = (z: number): number => charge / (4 * Math.PI * Math.hypot(0.0017, z));
    const flux = pulls.map((pull) => Math.sqrt(2 * MU_0 * area * pull));
    expect(flux[0]! / area).toBeLessThan(1.6);
    let potential = outside(0);
    flux.forEach((into, k) => {
      potential -= into * joint;
      const lost = into - (flux[k + 1] ?? 0);
      expect(lost / (leak * (potential - outside((k + 0.5) * clip.length)))).toBeCloseTo(1, 6);
    });
  });

  it('is held no better once the steel of its links is full, at 1.6 T', () => {
    const full = (1.6 ** 2 * clip.thickness ** 2) / (2 * MU_0);
    const { pulls } = longestChain(disc(1e5), 0, clip);
    expect(pulls[0]! / full).toBeCloseTo(1, 9);
  });

  it('is followed up to thirty links', () => {
    expect(longestChain(disc(1e5), 0, { ...clip, mass: 1e-7 }).count).toBe(30);
  });

  it('is longer of lighter things of the same shape', () => {
    const heavy = longestChain(disc(2), 0, { ...clip, mass: 8e-3 }).count;
    expect(heavy).toBeLessThan(longestChain(disc(2), 0, clip).count);
  });
});

describe('a small ball', () => {
  // Closed form for a lone pole: H = q/4πz², ∂H²/∂z = −4 (q/4π)²/z⁵.
  it('is pulled as the dipole it becomes', () => {
    const z = 0.02;
    const gradient = (-4 * (2 / (4 * Math.PI)) ** 2) / z ** 5;
    const volume = (Math.PI * 0.001 ** 3) / 6;
    const expected = (MU_0 / 2) * volume * ((3 * 99) / 102) * gradient;
    expect(ballPull(pole(2), 0.001, 100, z, -1) / expected).toBeCloseTo(1, 2);
  });

  // Source: method of images. The face gives the dipole m a twin m at twice the distance: the field
  // grows to H/(1 − p/(2 s³)), p = R³ (μ − 1)/(μ + 2), and twins attract by 3 μ0 m²/(2π s⁴).
  it('is pulled by its own image in the face', () => {
    const [radius, above] = [5e-4, 4e-3];
    const s = 2 * above;
    const p = (radius ** 3 * 99) / 102;
    const field = 2 / (4 * Math.PI * 0.05 ** 2);
    const moment = (4 * Math.PI * p * field) / (1 - (2 * p) / s ** 3);
    const slope = (-2 * field) / 0.05;
    const expected = MU_0 * (moment * slope - (3 * moment ** 2) / (2 * Math.PI * s ** 4));
    const pull = ballPull(pole(2), 2 * radius, 100, 0.05, 0.05 - above);
    expect(pull / expected).toBeCloseTo(1, 3);
    // A hair's breadth from the face the image is nearly all of the pull.
    const touching = ballPull(pole(2), 2 * radius, 100, 0.05, 0.05 - 1.05 * radius);
    expect(touching / ballPull(pole(2), 2 * radius, 100, 0.05, -1)).toBeGreaterThan(30);
  });

  it('is not pulled where it is no steel', () => {
    expect(ballPull(pole(2), 0.001, 1, 0.02, 0.01)).toBeCloseTo(0, 15);
  });
});

describe('small things', () => {
  // Typical kitchen-scale values, from memory, as objects.ts says: a hundred weigh (g), ten in a row
  // reach (mm), thickness of their steel (mm).
  it.each([
    ['clip-small', 40, 260, 0.9],
    ['clip-large', 150, 470, 1.2],
    ['staple', 3.3, 120, 0.5],
    ['pin', 11, 280, 0.7],
    ['nail-small', 50, 250, 1.6],
    ['screw-small', 90, 160, 3],
    ['washer', 45, 100, 1],
    ['own', 50, 200, 1],
  ] as const)(
    '%s: a hundred weigh %d g, ten reach %d mm, %d mm thick',
    (id, grams, reach, thick) => {
      const { mass_kg, length_m, thickness_m } = SMALL_OBJECTS[id];
      expect(mass_kg * 1e5).toBeCloseTo(grams, 9);
      expect(length_m * 1e4).toBeCloseTo(reach, 9);
      expect(thickness_m * 1e3).toBeCloseTo(thick, 9);
    },
  );
});
