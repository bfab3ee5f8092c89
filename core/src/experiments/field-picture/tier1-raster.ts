import {
  discSolidAngleFraction,
  sheetEndPotential,
  sheetField,
  MU_0,
  fieldSource,
  putRing,
  ringsAlone,
  toRings,
  type ChargeRings,
  type FieldAndGradient,
  type RingList,
  boundaryCharges,
  discShareTable,
  type ChargePatch,
  type CoreState,
  type CurrentSheet,
} from '../../physics/index.js';
import type { FieldRaster } from '../../fem/index.js';
import type { Evaluation } from '../magnet/index.js';

/** What part of the half-plane a picture shows, m. */
export interface PictureWindow {
  readonly width: number;
  readonly low: number;
  readonly high: number;
}

/**
 * The field by tier 1, at once. Fluxes are closed forms: what of every charge's flux passes through the
 * coaxial disc, the steel's own magnetisation, and the vector potential of the winding; so flux lines
 * are smooth and nest. The winding's field is exact as well; that of the core is its charges' as rings.
 * Sources: solid angle of a disc, `coil-field`; vector potential of a sheet, Callaghan & Maslen (1960).
 */
export function tier1Raster(
  { core, sheets }: Evaluation,
  window: PictureWindow,
  columns: number,
  rows: number,
): FieldRaster {
  const ofCore = fieldSource(ringsAlone(sideRings(core)));
  const radial = new Float32Array(columns * rows);
  const axial = new Float32Array(columns * rows);
  const flux = new Float64Array(columns * rows);
  const at: FieldAndGradient = { hr: 0, hz: 0, gradientR: 0, gradientZ: 0 };
  const spacing = window.width / (columns - 1);
  const height = (j: number): number => window.low + ((window.high - window.low) * j) / (rows - 1);
  const steel = steelOf(core);
  for (let i = 0; i < columns; i++) {
    // The rings' formula needs a point off the axis.
    const r = Math.max(spacing * i, spacing / 50);
    const through = i === 0 ? null : coreFlux(core, r);
    for (let j = 0; j < rows; j++) {
      const z = height(j);
      const k = j * columns + i;
      ofCore(r, z, at);
      const magnetisation = steel.axial(r, z);
      let [br, bz] = [MU_0 * at.hr, MU_0 * (at.hz + magnetisation)];
      for (const { radius, from, to, ampereTurns } of sheets) {
        const b = sheetField(radius, to - from, ampereTurns, r, z - (from + to) / 2);
        br += b.r;
        bz += b.z;
      }
      radial[k] = br;
      axial[k] = bz;
      if (through) flux[k] = MU_0 * (through(z) + steel.flux(r, z)) + coilFlux(sheets, r, z);
    }
  }
  return { columns, rows, ...window, radial, axial, flux };
}

/** Flux of the winding through the disc of radius r at z, Wb. */
function coilFlux(sheets: readonly CurrentSheet[], r: number, z: number): number {
  let sum = 0;
  for (const { radius, from, to, ampereTurns } of sheets) {
    const density = ampereTurns / (to - from);
    sum +=
      density * (sheetEndPotential(radius, r, z - from) - sheetEndPotential(radius, r, z - to));
  }
  return 2 * Math.PI * r * MU_0 * sum;
}

/** Flux over μ0 of all of the core's charges through the disc of radius r, A·m, by height. */
function coreFlux(core: CoreState, r: number): (z: number) => number {
  const charges = boundaryCharges(core);
  const parts = core.prepared.patches.map((patch, b) => patchFlux(patch, charges[b]!, r));
  return (z) => parts.reduce((sum, part) => sum + part(z), 0);
}

function patchFlux(
  { from, to, rings }: ChargePatch,
  charge: number,
  r: number,
): (z: number) => number {
  const [side] = rings;
  if (to > from && side) {
    const { once } = discShareTable(side.radius, r);
    return (z) => (charge * (once(z - from) - once(z - to))) / (to - from);
  }
  return (z) => {
    const d = z - from;
    // On the face itself the disc's two sides get equal parts.
    if (d === 0) return 0;
    let share = 0;
    for (const ring of rings) {
      share += ring.share * discSolidAngleFraction(r, ring.radius, Math.abs(d));
    }
    return Math.sign(d) * charge * share;
  };
}

/** The core's own magnetisation, where there is steel: at a point, A/m, and through a disc, A·m. */
function steelOf({ prepared: { core }, magnetisation }: CoreState) {
  const { boundaries, innerRadius, outerRadius, count } = core;
  const segmentAt = (z: number): number => {
    if (!(z > boundaries[0]! && z < boundaries[count]!)) return -1;
    let segment = 0;
    while (boundaries[segment + 1]! < z) segment++;
    return segment;
  };
  const middle = (i: number): number => (boundaries[i]! + boundaries[i + 1]!) / 2;
  return {
    axial: (r: number, z: number): number => {
      const i = segmentAt(z);
      return i >= 0 && r < outerRadius[i]! && r >= innerRadius[i]! ? magnetisation[i]! : 0;
    },
    // Sides lose their charge evenly from middle to middle of the segments: between these the
    // magnetisation goes straight.
    flux: (r: number, z: number): number => {
      const i = segmentAt(z);
      if (i < 0) return 0;
      const next = z < middle(i) ? i - 1 : i + 1;
      const joins = next >= 0 && next < count && outerRadius[next] === outerRadius[i];
      const m = joins
        ? magnetisation[i]! +
          ((z - middle(i)) / (middle(next) - middle(i))) *
            (magnetisation[next]! - magnetisation[i]!)
        : magnetisation[i]!;
      const [inner, outer] = [innerRadius[i]!, outerRadius[i]!];
      const to = Math.min(r, outer);
      return to > inner ? m * Math.PI * (to * to - inner * inner) : 0;
    },
  };
}

/** Rings along a side lie no farther apart than so many of its radii. */
const SIDE_RINGS = 0.7;

/** The core's charges as rings. */
function sideRings(core: CoreState): ChargeRings {
  const list: RingList = { radius: [], z: [], charge: [] };
  const charges = boundaryCharges(core);
  core.prepared.patches.forEach(({ from, to, rings }, b) => {
    for (const ring of rings) {
      const count = Math.max(1, Math.ceil((to - from) / (SIDE_RINGS * ring.radius)));
      for (let i = 0; i < count; i++) {
        const z = from + ((i + 0.5) * (to - from)) / count;
        putRing(list, ring.radius, z, (charges[b]! * ring.share) / count);
      }
    }
  });
  return toRings(list);
}
