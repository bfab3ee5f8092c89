import { MU_0 } from '../constants.js';
import {
  boundaryCharges,
  coreLinkagePerTurn,
  fluxShare,
  type CoreState,
  type CurrentSheet,
} from '../straight-core/index.js';
import { ringField, type RingPlace } from './places.js';
import type { PreparedPair } from './two-pole.js';

/**
 * Mean of B_z over the free face of the computed leg, T: half of the face's own charge, what the disc
 * catches of the leg's sides, and the field of yoke, other core and windings at its centre.
 */
export function faceFluxDensityOfPair(
  pair: PreparedPair,
  state: CoreState,
  sheets: readonly CurrentSheet[],
): number {
  const { patches, root, places } = pair;
  const { core } = state.prepared;
  const charges = boundaryCharges(state);
  const n = core.count;
  const face = core.boundaries[n]!;
  const radius = core.outerRadius[n - 1]!;
  const sign = pair.pair.opposed ? -1 : 1;
  const centre = { x: -pair.pair.spacing / 2, z: face };
  const up = { x: 0, z: 1 };
  let flux = charges[n]! / 2;
  let field = 0;
  charges.forEach((charge, b) => {
    const place = places[b]!;
    const onLeg = b > root || root === 0;
    if (onLeg && b < n) flux += charge * fluxShare(patches[b]!, radius, face);
    if (!onLeg) field += charge * ringField(centre, place, up);
    field += sign * charge * ringField(centre, { ...place, x: -place.x }, up);
  });
  for (const { place, charge } of sheetEnds(sheets, pair.pair.spacing / 2)) {
    field += charge * ringField(centre, place, up);
    field += sign * charge * ringField(centre, { ...place, x: -place.x }, up);
  }
  return MU_0 * (flux / (Math.PI * radius * radius) + field);
}

/**
 * Flux linkage per turn of one winding, Wb, with both on: what the steel adds, by reciprocity, the
 * winding's own and what the other one's ends send through it.
 * @param own flux of one winding alone per turn, Wb.
 */
export function linkagePerTurnOfPair(
  pair: PreparedPair,
  state: CoreState,
  sheets: readonly CurrentSheet[],
  own: number,
): number {
  const ampereTurns = sheets.reduce((sum, sheet) => sum + sheet.ampereTurns, 0);
  const sign = pair.pair.opposed ? -1 : 1;
  const ends = sheetEnds(sheets, pair.pair.spacing / 2);
  let mutual = 0;
  // The other winding's ends at the places of this one's: the flux through a solenoid of charge ± p
  // at its ends is the difference of the potentials there.
  for (const here of ends) {
    for (const there of ends) {
      const distance = Math.hypot(pair.pair.spacing, here.place.z - there.place.z);
      mutual -= (here.charge * there.charge) / (4 * Math.PI * distance);
    }
  }
  return coreLinkagePerTurn(state, ampereTurns) + own + (sign * MU_0 * mutual) / ampereTurns;
}

/** Both ends of every sheet as rings of charge on the computed leg's axis. */
function sheetEnds(
  sheets: readonly CurrentSheet[],
  half: number,
): { place: RingPlace; charge: number }[] {
  return sheets.flatMap(({ from, to, radius, ampereTurns }) => {
    const pole = (ampereTurns / (to - from)) * Math.PI * radius ** 2;
    const at = (z: number): RingPlace => ({
      x: -half,
      z,
      radius: radius * Math.SQRT1_2,
      alongX: false,
    });
    return [
      { place: at(from), charge: -pole },
      { place: at(to), charge: pole },
    ];
  });
}
