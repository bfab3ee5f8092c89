import { discSolidAngleFraction } from '../coil-field/index.js';
import { MU_0 } from '../constants.js';
import { solveInPlace } from '../../numerics/index.js';
import type { SteelCurve } from '../steel/index.js';
import {
  boundaryCharges,
  chargePatches,
  coilFieldOnCore,
  fieldOfPatches,
  fluxShare,
  influenceOfCharges,
  magnetiseCore,
  mirrorPatch,
  prepareCore,
  sectionFluxDensity,
  solverMemory,
  type ChargePatch,
  type CoreSection,
  type CoreState,
  type CurrentSheet,
  type PreparedCore,
} from '../straight-core/index.js';
import { chargesOf, forceBetween, type AxialCharge } from './pull.js';
import { bandSelfPotential, ringPotential } from './ring-potential.js';

/** A round steel plate in front of the lifting face, coaxial. Metres. */
export interface Keeper {
  readonly radius: number;
  readonly thickness: number;
  /** Of half a bar: the way of its flux from the pole to the middle, and across how much steel, m². */
  readonly way?: { readonly length: number; readonly area: number };
}

/** A magnet that pulls on a keeper. */
export interface KeeperPull {
  /** N. */
  readonly force: number;
  /** Flux through the pole face, Wb. */
  readonly flux: number;
  /** Whether the keeper is too thin for the flux. */
  readonly keeperSaturated: boolean;
  readonly core: CoreState;
  /** Charges whose field before the keeper is the keeper's, on the pole's axis. */
  readonly induced: readonly AxialCharge[];
}

/** Bands of the keeper's surface: front face, rim, back face; and of the plane beyond its edge. */
const FRONT_BANDS = 14;
const RIM_BANDS = 4;
const BACK_BANDS = 8;
const BEYOND = [1, 1.06, 1.15, 1.3, 1.55, 2, 2.8, 4.5, 9, 30];

/** Flux density at which a keeper's own steel is full, T. Common practice, no source. */
const KEEPER_FULL_T = 1.9;

/** Steps of the flux through a bar against what its steel costs; each gains tenfold and more. */
const WAY_STEPS = 3;

interface Band {
  readonly radius: number;
  readonly width: number;
  readonly z: number;
}

/**
 * What pulls on the keeper: a straight core, or one leg of a pole pair with its yoke. Matrices are
 * row major with a row a segment; charges lie on the n + 1 boundaries.
 */
export interface PullingCore {
  readonly prepared: PreparedCore;
  readonly patches: readonly ChargePatch[];
  /** Segments and boundaries from here on lie on the axis that meets the keeper. */
  readonly root: number;
  /** The other core of a pair with its half of the bar: how far, m, and the sign of its charges. */
  readonly twin?: { readonly distance: number; readonly sign: number };
  /** Field of each boundary's unit charge, n × (n + 1), 1/m². */
  readonly perCharge: Float64Array;
  /** The same of their mirror images across a plane in front of the face. */
  imageAcross(plane: number): Float64Array;
  /** Field of unit charges on coaxial patches in front of the face, n × patches. */
  fieldOf(patches: readonly ChargePatch[]): Float64Array;
  /** Field of the winding, A/m, length n. */
  applied(sheets: readonly CurrentSheet[]): Float64Array;
}

/** A straight core that pulls across a gap, m. */
export function straightPullingCore(sections: readonly CoreSection[], gap: number): PullingCore {
  const prepared = prepareCore(sections, { faceCharge: { gap } });
  const { core } = prepared;
  const patches = chargePatches(core, { gap }, 8);
  return {
    prepared,
    patches,
    root: 0,
    perCharge: fieldOfPatches(core, patches),
    imageAcross: (plane) =>
      fieldOfPatches(
        core,
        patches.map((patch) => mirrorPatch(patch, plane)),
      ),
    fieldOf: (others) => fieldOfPatches(core, others),
    applied: (sheets) => coilFieldOnCore(core, sheets),
  };
}

/** A core with a keeper in front of it at one gap: everything but winding, current and steel. */
interface KeptCore {
  readonly prepared: PreparedCore;
  /** Field in each segment of a keeper raised to a potential of 1 A, 1/m. */
  readonly ofPotential: Float64Array;
  /** Applied field of the winding in each segment with the keeper's share, A/m. */
  readonly applied: (sheets: readonly CurrentSheet[]) => Float64Array;
  /** Charges on core and winding, and those on the keeper that they induce. */
  readonly chargesOf: (
    boundaries: Float64Array,
    sheets: readonly CurrentSheet[],
    potential: number,
  ) => {
    readonly below: AxialCharge[];
    readonly above: AxialCharge[];
    /** Net charge on the keeper, A·m. */
    readonly onKeeper: number;
  };
}

/**
 * Pull on a keeper of ordinary size across a contact gap.
 *
 * The keeper is a body of very high permeability at a magnetic potential of its own. An endless plate
 * would be the mirror image of core and winding; of the charge which that induces on the plane, the
 * part beyond the keeper's edge is taken away, and the keeper gets the charge on front, rim and back
 * that keeps its potential even and its net flux zero. Both are linear in the core's charges, so the
 * keeper only changes the influence matrix T and the applied field. The pull is that of the keeper's
 * charges on those of core and winding; of a pair, a yoke's part in it is left out. Where the keeper
 * is too thin for the flux, the pull is cut by the square of what it can carry.
 *
 * @param gap between the flat faces, m, > 0.
 * @param keeperAt 'own potential' for a plate by itself; 'zero potential' for half of a bar that
 *   joins a pole to its opposite, by symmetry.
 * @returns force in N, never negative. Accuracy against finite elements: `docs/accuracy.md`.
 */
export function pullOnKeeper(
  pole: PullingCore,
  sheets: readonly CurrentSheet[],
  curve: SteelCurve,
  keeper: Keeper,
  gap: number,
  keeperAt: 'own potential' | 'zero potential' = 'own potential',
): KeeperPull {
  const kept = keptCore(pole, keeper, gap, keeperAt === 'zero potential');
  const applied = kept.applied(sheets);
  // One solution after the other here, and none of another call's.
  const memory = solverMemory();
  let core = magnetiseCore(kept.prepared, curve, applied, memory);
  let charges = kept.chargesOf(boundaryCharges(core), sheets, 0);
  for (let step = 0; keeper.way && step < WAY_STEPS; step++) {
    const through = (MU_0 * Math.abs(charges.onKeeper)) / keeper.way.area;
    const lost = curve.fieldStrength(through) * keeper.way.length;
    const potential = -Math.sign(charges.onKeeper) * lost;
    const raised = applied.map((h, i) => h + potential * kept.ofPotential[i]!);
    core = magnetiseCore(kept.prepared, curve, raised, memory);
    charges = kept.chargesOf(boundaryCharges(core), sheets, potential);
  }
  const { below, above } = charges;
  const force = Math.max(0, forceBetween(below, above, pole.twin));
  const { count, area, boundaries } = core.prepared.core;
  const poleRadius = core.prepared.core.outerRadius[count - 1]!;
  const face = boundaries[count]!;
  const flux = Math.abs(
    pole.twin
      ? sectionFluxDensity(core, face) * area[count - 1]!
      : MU_0 * fluxThroughFace([...below, ...above], face, poleRadius),
  );
  const capacity = 2 * Math.PI * poleRadius * keeper.thickness * KEEPER_FULL_T;
  const keeperSaturated = flux > capacity;
  return {
    force: keeperSaturated ? force * (capacity / flux) ** 2 : force,
    flux,
    keeperSaturated,
    // Reciprocity asks for the winding's field alone.
    core: { ...core, appliedField: applied },
    induced: above,
  };
}

/**
 * Flux over μ₀ through the disc of the pole's face, just before it: half of what lies on it, and of
 * every other charge what the disc catches.
 */
function fluxThroughFace(charges: readonly AxialCharge[], face: number, radius: number): number {
  return charges.reduce((sum, { charge, z, rings }) => {
    const caught = z === face ? 1 / 2 : fluxShare({ from: z, to: z, rings }, radius, face);
    return sum + (z > face ? -1 : 1) * charge * caught;
  }, 0);
}

function keptCore(pole: PullingCore, keeper: Keeper, gap: number, grounded: boolean): KeptCore {
  const { prepared, patches } = pole;
  const { core } = prepared;
  const n = core.count;
  const plane = core.boundaries[n]! + gap;
  const image = pole.imageAcross(plane);

  const bands = keeperBands(keeper, plane);
  const { correction, raised } = correctionOf(keeper, bands, plane, grounded, pole.twin);
  const rings = [...bands, ...annuliBeyond(keeper, plane)];
  const ofBands = pole.fieldOf(
    rings.map(({ radius, z }): ChargePatch => ({ from: z, to: z, rings: [{ radius, share: 1 }] })),
  );
  const perCharge = pole.perCharge.slice();
  for (let k = 0; k < image.length; k++) perCharge[k]! -= image[k]!;
  patches.forEach((patch, b) => {
    if (b < pole.root) return;
    const charges = correction(patch.rings, (patch.from + patch.to) / 2);
    for (let i = 0; i < n; i++) perCharge[i * (n + 1) + b]! += fieldAt(ofBands, i, charges);
  });
  return {
    prepared: { ...prepared, influence: influenceOfCharges(core, perCharge) },
    ofPotential: Float64Array.from({ length: n }, (_, i) => fieldAt(ofBands, i, raised)),
    applied: (sheets) => {
      const mirror = sheets.map((s) => ({ ...s, from: 2 * plane - s.to, to: 2 * plane - s.from }));
      const field = pole.applied([...sheets, ...mirror]);
      for (const { rings: ends, z, charge } of sheetEnds(sheets)) {
        const charges = correction(ends, z);
        for (let i = 0; i < n; i++) field[i]! += charge * fieldAt(ofBands, i, charges);
      }
      return field;
    },
    chargesOf: (charges, sheets, potential) => {
      const below = [
        ...patches.flatMap((patch, b) => (b < pole.root ? [] : chargesOf(patch, charges[b]!))),
        ...sheetEnds(sheets),
      ];
      const induced = raised.map((q) => potential * q);
      for (const { rings: at, z, charge } of below) {
        correction(at, z).forEach((q, k) => (induced[k]! += charge * q));
      }
      const above = [
        ...below.map((one) => ({ ...one, charge: -one.charge, z: 2 * plane - one.z })),
        ...rings.map(({ radius, z, width }, k): AxialCharge => ({
          charge: induced[k]!,
          z,
          rings: [{ radius, share: 1 }],
          disc: null,
          width,
        })),
      ];
      // The plane's own charge on the keeper is all of it but what lies beyond its edge.
      const net = (sum: number, one: { readonly charge: number }): number => sum + one.charge;
      return { below, above, onKeeper: above.reduce(net, 0) };
    },
  };
}

/** Outside itself a sheet acts as two discs of charge at its ends; two rings stand for each. */
function sheetEnds(sheets: readonly CurrentSheet[]): AxialCharge[] {
  return sheets.flatMap(({ radius, from, to, ampereTurns }) => {
    const charge = (ampereTurns / (to - from)) * Math.PI * radius ** 2;
    const rings = [0.21132486540518713, 0.7886751345948129].map((x) => ({
      radius: radius * Math.sqrt(x),
      share: 0.5,
    }));
    const end = { rings, disc: { inner: 0, outer: radius }, width: 0 };
    return [
      { ...end, z: from, charge: -charge },
      { ...end, z: to, charge },
    ];
  });
}

function fieldAt(ofBands: Float64Array, segment: number, charges: Float64Array): number {
  let sum = 0;
  const row = segment * charges.length;
  for (let k = 0; k < charges.length; k++) sum += ofBands[row + k]! * charges[k]!;
  return sum;
}

/** Bands of the keeper's surface, finer toward its edge where charge crowds. */
function keeperBands(keeper: Keeper, plane: number): Band[] {
  const { radius: R, thickness } = keeper;
  const bands: Band[] = [];
  const faceBands = (count: number, z: number): void => {
    for (let k = 0; k < count; k++) {
      const inner = R * Math.sin((Math.PI / 2) * (k / count));
      const outer = R * Math.sin((Math.PI / 2) * ((k + 1) / count));
      bands.push({ radius: Math.sqrt((inner ** 2 + outer ** 2) / 2), width: outer - inner, z });
    }
  };
  faceBands(FRONT_BANDS, plane);
  for (let k = 0; k < RIM_BANDS; k++) {
    bands.push({
      radius: R,
      width: thickness / RIM_BANDS,
      z: plane + (thickness * (k + 0.5)) / RIM_BANDS,
    });
  }
  faceBands(BACK_BANDS, plane + thickness);
  return bands;
}

/** Parts of the endless plane beyond the keeper's edge. */
function annuliBeyond({ radius }: Keeper, plane: number): (Band & { readonly outer: number })[] {
  return BEYOND.slice(1).map((outer, j) => ({
    outer: outer * radius,
    width: (outer - BEYOND[j]!) * radius,
    radius: radius * Math.sqrt(BEYOND[j]! * outer),
    z: plane,
  }));
}

/** Charges on bands and on the plane beyond them, A·m. */
interface Correction {
  /** Of a ring of unit charge at a height. */
  readonly correction: (rings: ChargePatch['rings'], height: number) => Float64Array;
  /** Of a keeper that is held at a potential of 1 A; zero for one at its own. */
  readonly raised: Float64Array;
}

/**
 * Charges on the keeper's bands that mend the mirror image of a ring of unit charge at a height:
 * P c + φ(taken away) = U on every band, Σ c = −(what the image puts on the keeper); with the keeper
 * held at zero potential U = 0 and the net charge is free.
 */
function correctionOf(
  keeper: Keeper,
  bands: readonly Band[],
  plane: number,
  grounded: boolean,
  twin: PullingCore['twin'],
): Correction {
  const size = bands.length;
  /** Potential that the other half's ring of unit charge adds at the middle of this one's band. */
  const ofTwin = (ringRadius: number, height: number): number =>
    twin ? twin.sign * ringPotential(ringRadius, twin.distance, height) : 0;
  // Unknowns: the bands' charges and the potential U; the last row is the net charge.
  const system = (): Float64Array => {
    const matrix = new Float64Array((size + 1) ** 2);
    for (let k = 0; k < size; k++) {
      for (let l = 0; l < size; l++) {
        const [p, q] = [bands[k]!, bands[l]!];
        matrix[k * (size + 1) + l] =
          (k === l
            ? bandSelfPotential(p.radius, p.width)
            : ringPotential(q.radius, p.radius, p.z - q.z)) + ofTwin(q.radius, p.z - q.z);
      }
      matrix[k * (size + 1) + size] = -1;
      matrix[size * (size + 1) + k] = grounded ? 0 : 1;
    }
    if (grounded) matrix[(size + 1) ** 2 - 1] = 1;
    return matrix;
  };
  const beyond = annuliBeyond(keeper, plane);
  const potentials = bands.map((band) =>
    beyond.map(
      ({ radius }) =>
        ringPotential(radius, band.radius, plane - band.z) + ofTwin(radius, plane - band.z),
    ),
  );
  // One inverse serves all charges: columns for each annulus and for the net charge.
  const columns = [...beyond.map((_, j) => j), 'net' as const].map((column) => {
    const right = new Float64Array(size + 1);
    if (column === 'net') right[size] = grounded ? 0 : 1;
    else for (let k = 0; k < size; k++) right[k] = -potentials[k]![column]!;
    solveInPlace(system(), right);
    return right;
  });
  const net = columns[columns.length - 1]!;
  const raised = new Float64Array(size + 1);
  raised[size] = 1;
  if (grounded) solveInPlace(system(), raised);
  const correction: Correction['correction'] = (rings, height) => {
    const charges = new Float64Array(size + beyond.length);
    const distance = Math.abs(plane - height);
    for (const { radius, share } of rings) {
      const within = (r: number): number => 2 * discSolidAngleFraction(r, radius, distance);
      const onKeeper = within(keeper.radius);
      for (let k = 0; k < size; k++) charges[k]! += share * onKeeper * net[k]!;
      let before = onKeeper;
      beyond.forEach(({ outer }, j) => {
        const after = within(outer);
        const taken = share * (after - before);
        before = after;
        charges[size + j]! += taken;
        for (let k = 0; k < size; k++) charges[k]! += taken * columns[j]![k]!;
      });
    }
    return charges;
  };
  return {
    correction,
    raised: Float64Array.from({ length: size + beyond.length }, (_, k) =>
      grounded && k < size ? raised[k]! : 0,
    ),
  };
}
