import { discSolidAngleFraction } from '../coil-field/index.js';
import { MU_0 } from '../constants.js';
import { solveInPlace } from '../numerics/index.js';
import type { SteelCurve } from '../steel/index.js';
import {
  chargePatches,
  coilFieldOnCore,
  fieldOfPatches,
  influenceOfCharges,
  magnetiseCore,
  mirrorPatch,
  prepareCore,
  type ChargePatch,
  type CoreSection,
  type CoreState,
  type CurrentSheet,
  type PreparedCore,
} from '../straight-core/index.js';
import { bandSelfPotential, ringPotential } from './ring-potential.js';

/** A round steel plate in front of the lifting face, coaxial. Metres. */
export interface Keeper {
  readonly radius: number;
  readonly thickness: number;
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
}

/** Bands of the keeper's surface: front face, rim, back face; and of the plane beyond its edge. */
const FRONT_BANDS = 14;
const RIM_BANDS = 4;
const BACK_BANDS = 8;
const BEYOND = [1, 1.06, 1.15, 1.3, 1.55, 2, 2.8, 4.5, 9, 30];

/** Flux density at which a keeper's own steel is full, T. Common practice, no source. */
const KEEPER_FULL_T = 1.9;

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
  /** Field of each boundary's unit charge, n × (n + 1), 1/m². */
  readonly perCharge: Float64Array;
  /** The same of their mirror images across a plane in front of the face. */
  imageAcross(plane: number): Float64Array;
  /** Field of unit charges on coaxial patches in front of the face, n × patches. */
  fieldOf(patches: readonly ChargePatch[]): Float64Array;
  /** Field of the winding, A/m, length n. */
  applied(sheets: readonly CurrentSheet[]): Float64Array;
}

/** A straight core that pulls. Facing steel across a small gap, the charge of the face lies evenly. */
export function straightPullingCore(sections: readonly CoreSection[]): PullingCore {
  const prepared = prepareCore(sections, { faceCharge: 'even' });
  const { core } = prepared;
  const patches = chargePatches(core, 'even', 8);
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
  /** Applied field of the winding in each segment with the keeper's share, A/m. */
  readonly applied: (sheets: readonly CurrentSheet[]) => Float64Array;
}

/**
 * Pull on a keeper of ordinary size across a contact gap.
 *
 * The keeper is a body of very high permeability at a magnetic potential of its own. An endless plate
 * would be the mirror image of core and winding; of the charge which that induces on the plane, the
 * part beyond the keeper's edge is taken away, and the keeper gets the charge on front, rim and back
 * that keeps its potential even and its net flux zero. Both are linear in the core's charges, so the
 * keeper only changes the influence matrix T and the applied field. The pull is the change of
 * co-energy with the gap at fixed magnetisation, μ0 [½ M·(∂T/∂g M) + M·∂H/∂g] V. Where the keeper is
 * too thin for the flux, the pull is cut by the square of what it can carry.
 *
 * @param gap between the flat faces, m, > 0.
 * @param keeperAt 'own potential' for a plate by itself; 'zero potential' for half of a bar that
 *   joins a pole to its opposite, by symmetry.
 * @returns force in N, never negative. Within 7 % of finite elements at gaps of 0.02–2 mm, see
 *   `docs/accuracy.md`; the winding's own small pull on the keeper is left out.
 */
export function pullOnKeeper(
  pole: PullingCore,
  sheets: readonly CurrentSheet[],
  curve: SteelCurve,
  keeper: Keeper,
  gap: number,
  keeperAt: 'own potential' | 'zero potential' = 'own potential',
): KeeperPull {
  const at = (g: number): KeptCore => keptCore(pole, keeper, g, keeperAt === 'zero potential');
  const here = at(gap);
  const applied = here.applied(sheets);
  const core = magnetiseCore(here.prepared, curve, applied);

  const step = Math.min(gap / 4, 2e-5);
  const wide = at(gap + step);
  const near = at(gap - step);
  const wideField = wide.applied(sheets);
  const nearField = near.applied(sheets);
  const { count, area, boundaries } = core.prepared.core;
  const m = core.magnetisation;
  let slope = 0;
  for (let i = 0; i < count; i++) {
    const volume = area[i]! * (boundaries[i + 1]! - boundaries[i]!);
    let own = 0;
    for (let j = 0; j < count; j++) {
      const k = i * count + j;
      own += (wide.prepared.influence[k]! - near.prepared.influence[k]!) * m[j]!;
    }
    slope += volume * m[i]! * (own / 2 + wideField[i]! - nearField[i]!);
  }
  const force = Math.max(0, (-MU_0 * slope) / (2 * step));
  const flux = Math.abs(core.fluxDensity[count - 1]! * area[count - 1]!);
  const poleRadius = core.prepared.core.outerRadius[count - 1]!;
  const capacity = 2 * Math.PI * poleRadius * keeper.thickness * KEEPER_FULL_T;
  const keeperSaturated = flux > capacity;
  return {
    force: keeperSaturated ? force * (capacity / flux) ** 2 : force,
    flux,
    keeperSaturated,
    core,
  };
}

function keptCore(pole: PullingCore, keeper: Keeper, gap: number, grounded: boolean): KeptCore {
  const { prepared, patches } = pole;
  const { core } = prepared;
  const n = core.count;
  const plane = core.boundaries[n]! + gap;
  const image = pole.imageAcross(plane);

  const bands = keeperBands(keeper, plane);
  const correction = correctionOf(keeper, bands, plane, grounded);
  const ofBands = pole.fieldOf(
    bands.map(({ radius, z }): ChargePatch => ({ from: z, to: z, rings: [{ radius, share: 1 }] })),
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
    applied: (sheets) => {
      const mirror = sheets.map((s) => ({ ...s, from: 2 * plane - s.to, to: 2 * plane - s.from }));
      const field = pole.applied([...sheets, ...mirror]);
      for (const sheet of sheets) {
        // Outside itself a sheet acts as two discs of charge at its ends.
        const pole =
          ((sheet.ampereTurns / (sheet.to - sheet.from)) * Math.PI * sheet.radius ** 2) / 2;
        const rings = [0.21132486540518713, 0.7886751345948129].map((x) => ({
          radius: sheet.radius * Math.sqrt(x),
          share: 1,
        }));
        const front = correction(rings, sheet.to);
        const rear = correction(rings, sheet.from);
        for (let i = 0; i < n; i++) {
          field[i]! += pole * (fieldAt(ofBands, i, front) - fieldAt(ofBands, i, rear));
        }
      }
      return field;
    },
  };
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
): (rings: ChargePatch['rings'], height: number) => Float64Array {
  const size = bands.length;
  // Unknowns: the bands' charges and the potential U; the last row is the net charge.
  const system = (): Float64Array => {
    const matrix = new Float64Array((size + 1) ** 2);
    for (let k = 0; k < size; k++) {
      for (let l = 0; l < size; l++) {
        const [p, q] = [bands[k]!, bands[l]!];
        matrix[k * (size + 1) + l] =
          k === l
            ? bandSelfPotential(p.radius, p.width)
            : ringPotential(q.radius, p.radius, p.z - q.z);
      }
      matrix[k * (size + 1) + size] = -1;
      matrix[size * (size + 1) + k] = grounded ? 0 : 1;
    }
    if (grounded) matrix[(size + 1) ** 2 - 1] = 1;
    return matrix;
  };
  const beyond = BEYOND.slice(1).map((outer, j) => ({
    inner: BEYOND[j]! * keeper.radius,
    outer: outer * keeper.radius,
    radius: keeper.radius * Math.sqrt(BEYOND[j]! * outer),
  }));
  const potentials = bands.map((band) =>
    beyond.map((annulus) => ringPotential(annulus.radius, band.radius, plane - band.z)),
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
  return (rings, height) => {
    const charges = new Float64Array(size);
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
        for (let k = 0; k < size; k++) charges[k]! += taken * columns[j]![k]!;
      });
    }
    return charges;
  };
}
