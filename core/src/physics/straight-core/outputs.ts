import { MU_0 } from '../constants.js';
import { dot } from '../../numerics/index.js';
import type { SteelCurve } from '../steel/index.js';
import type { CurrentSheet } from './coil-on-core.js';
import { chargePatches } from './charge.js';
import { fluxShare } from './influence.js';
import type { CoreState, PreparedCore } from './solve.js';

/** Magnetic charge on each boundary patch, A·m, length n + 1. */
export function boundaryCharges(state: CoreState): Float64Array {
  const { core } = state.prepared;
  const charges = new Float64Array(core.count + 1);
  for (let j = 0; j < core.count; j++) {
    const pole = state.magnetisation[j]! * core.area[j]!;
    charges[j]! -= pole;
    charges[j + 1]! += pole;
  }
  return charges;
}

/** Flux density of the steel's cross-section at height z inside the core, T, linear between segments. */
export function sectionFluxDensity(state: CoreState, z: number): number {
  const { boundaries, count } = state.prepared.core;
  const centre = (i: number): number => (boundaries[i]! + boundaries[i + 1]!) / 2;
  let i = 0;
  while (i < count - 2 && centre(i + 1) < z) i++;
  const t = (z - centre(i)) / (centre(i + 1) - centre(i));
  return state.fluxDensity[i]! + t * (state.fluxDensity[i + 1]! - state.fluxDensity[i]!);
}

/**
 * Mean of B_z over the disc of the core's radius at the free end, T, just outside it; a pipe's
 * opening counts as part of the disc.
 */
export function endFaceFluxDensity(state: CoreState, sheets: readonly CurrentSheet[]): number {
  const { core } = state.prepared;
  const charges = boundaryCharges(state);
  const face = core.boundaries[core.count]!;
  const outer = core.outerRadius[core.count - 1]!;
  const flux = dot(sharesThroughFace(state.prepared), charges);
  return MU_0 * (flux / (Math.PI * outer * outer) + meanSheetField(sheets, face, outer));
}

// They depend on the core's shape alone.
const shares = new WeakMap<PreparedCore, Float64Array>();

/** Share of each boundary's charge whose flux leaves through the free end's disc, length n + 1. */
function sharesThroughFace(prepared: PreparedCore): Float64Array {
  let known = shares.get(prepared);
  if (known) return known;
  const { core, patches } = prepared;
  const face = core.boundaries[core.count]!;
  const outer = core.outerRadius[core.count - 1]!;
  // Half of the face's own charge sends its flux forward; of the rest, what the disc catches.
  known = Float64Array.from(patches, (patch, b) =>
    b === core.count ? 1 / 2 : fluxShare(patch, outer, face),
  );
  shares.set(prepared, known);
  return known;
}

/** Flux density on the axis at height z outside the core, T. */
export function axialFluxDensity(
  state: CoreState,
  sheets: readonly CurrentSheet[],
  z: number,
): number {
  const { core, faceCharge } = state.prepared;
  // Close in front of a face, a few rings would show as rings.
  const patches = chargePatches(core, faceCharge, 32);
  const charges = boundaryCharges(state);
  let field = meanSheetField(sheets, z, 0);
  patches.forEach((patch, b) => {
    const zeta = z - (patch.from + patch.to) / 2;
    for (const { radius, share } of patch.rings) {
      field += (charges[b]! * share * zeta) / (4 * Math.PI * (radius ** 2 + zeta ** 2) ** 1.5);
    }
  });
  return MU_0 * field;
}

/** Axial field strength of the winding on the axis (curvature over the face's radius included), A/m. */
function meanSheetField(sheets: readonly CurrentSheet[], z: number, radius: number): number {
  const end = (a: number, zeta: number): number => {
    const s = zeta * zeta + a * a;
    const curvature = (-1.5 * a * a * zeta) / (s * s * Math.sqrt(s));
    return zeta / (2 * Math.sqrt(s)) - (radius * radius * curvature) / 8;
  };
  return sheets.reduce(
    (sum, { radius: a, from, to, ampereTurns }) =>
      sum + (ampereTurns / (to - from)) * (end(a, z - from) - end(a, z - to)),
    0,
  );
}

/**
 * Flux linkage per turn, Wb, that the magnetised core adds to the winding's own: by reciprocity
 * μ0 Σ M_i V_i H_i / (N I), with H the winding's field.
 */
export function coreLinkagePerTurn(state: CoreState, ampereTurns: number): number {
  const { core } = state.prepared;
  let sum = 0;
  for (let i = 0; i < core.count; i++) {
    const volume = core.area[i]! * (core.boundaries[i + 1]! - core.boundaries[i]!);
    sum += state.magnetisation[i]! * volume * state.appliedField[i]!;
  }
  return (MU_0 * sum) / ampereTurns;
}

/**
 * Co-energy that the core adds, J: the stationary value of Σ V [μ0 M·H_a + ½ μ0 M·(T M) − u(M)]
 * with u = ∫ H dB − μ0 H²/2.
 */
export function coreCoenergy(state: CoreState, curve: SteelCurve): number {
  const { core, influence } = state.prepared;
  const n = core.count;
  let sum = 0;
  for (let i = 0; i < n; i++) {
    const volume = core.area[i]! * (core.boundaries[i + 1]! - core.boundaries[i]!);
    let own = 0;
    for (let j = 0; j < n; j++) own += influence[i * n + j]! * state.magnetisation[j]!;
    const b = state.fluxDensity[i]!;
    const h = curve.fieldStrength(b);
    sum +=
      volume *
      (MU_0 * state.magnetisation[i]! * (state.appliedField[i]! + own / 2) -
        (curve.energyDensity(b) - (MU_0 * h * h) / 2));
  }
  return sum;
}
