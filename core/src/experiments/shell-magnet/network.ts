import { MU_0, tiltedMeans, type SteelCurve } from '../../physics/index.js';
import { findRoot, gaussLegendre } from '../../numerics/index.js';

/** The steel of a shell magnet and its keeper, m. The pole's face and the cup's rim are in one plane. */
export interface ShellSteel {
  readonly poleRadius: number;
  /** Inner and outer radius of the cup's wall. */
  readonly wallInner: number;
  readonly wallOuter: number;
  readonly base: number;
  /** From the base to the faces. */
  readonly depth: number;
  readonly keeperRadius: number;
  readonly keeperThickness: number;
}

/** How the keeper sits. */
export interface ContactGeometry {
  /** Contact gap where it is closest, m, > 0. */
  readonly gap: number;
  /** How much further off the keeper is at one side of the rim than at the other, m. */
  readonly tilt: number;
  /** Share of both faces that the keeper covers, above 0 to 1. */
  readonly covered: number;
}

/** What a shell magnet does at some ampere-turns. */
export interface ShellPull {
  /** N, on the keeper. */
  readonly force: number;
  /** Flux through the pole's face, Wb, and linked with one turn on average. */
  readonly flux: number;
  readonly linkagePerTurn: number;
  /** Flux density, T: pole at its base, wall at its base, keeper over the pole's edge. */
  readonly pole: number;
  readonly wall: number;
  readonly keeper: number;
}

/** Permeance of the fringe along an edge, per metre, from a side of height h to a plate at gap g. */
function fringe(height: number, gap: number): number {
  return ((2 * MU_0) / Math.PI) * Math.log(1 + (Math.PI * height) / (2 * gap));
}

/**
 * Pull of a shell magnet by a reluctance network: pole, base and wall of the cup, keeper and the two
 * gaps in a ring, their steel nonlinear; leakage across the coil's window between pole and wall;
 * fringes along the edges of the faces. The flux that one loop of mmf drives is found by bracketing.
 *
 * Against finite elements (21 cases of `core/reference/given.json`, gaps 0.02–2 mm): see
 * `docs/accuracy.md`.
 * Source: Roters, Electromagnetic Devices (1941), chapters 4 and 5, for fringes by quarter circles.
 */
export function pullOfShell(
  steel: ShellSteel,
  curve: SteelCurve,
  ampereTurns: number,
  seat: ContactGeometry,
): ShellPull {
  const { poleRadius, wallInner, wallOuter, base, depth, keeperRadius, keeperThickness } = steel;
  const poleArea = Math.PI * poleRadius ** 2;
  const wallArea = Math.PI * (wallOuter ** 2 - wallInner ** 2);
  const rim = wallOuter;
  const middle = seat.gap + seat.tilt / 2;
  const onPole = tiltedMeans({ inner: 0, outer: poleRadius, rim }, seat.gap, seat.tilt);
  const onWall = tiltedMeans({ inner: wallInner, outer: wallOuter, rim }, seat.gap, seat.tilt);
  const window = wallInner - poleRadius;
  const poleFace = MU_0 * poleArea * seat.covered * onPole.inverse;
  const wallFace = MU_0 * wallArea * seat.covered * onWall.inverse;
  // Each edge's fringe reaches half across the window; outside, as far as the wall is thick.
  const innerFringe = 2 * Math.PI * seat.covered * fringe(window / 2, middle);
  const overhang = Math.max(0, Math.min(keeperRadius - wallOuter, window / 2));
  const outerFringe =
    2 *
    Math.PI *
    wallOuter *
    seat.covered *
    (overhang > 0 ? fringe(overhang, middle) : fringe(wallOuter - wallInner, 2 * middle) / 2);
  const polePermeance = poleFace + innerFringe * poleRadius;
  const wallPermeance = wallFace + innerFringe * wallInner + outerFringe;
  const leak = (2 * Math.PI * MU_0 * depth) / Math.log(wallInner / poleRadius);

  const drop = (flux: number, area: number): number => curve.fieldStrength(flux / area);
  const radial = gaussLegendre(6);
  /** Drop along a disc of some thickness from the pole's middle to the wall's. */
  const discDrop = (flux: number, thickness: number): number => {
    let sum = 0;
    const part = (from: number, to: number, fluxAt: (r: number) => number): void => {
      radial.nodes.forEach((node, k) => {
        const r = from + node * (to - from);
        sum += radial.weights[k]! * (to - from) * drop(fluxAt(r), 2 * Math.PI * r * thickness);
      });
    };
    // Over the faces the flux comes in little by little: half of that way counts.
    part(poleRadius / 2, poleRadius, (r) => flux * (r / poleRadius) ** 2);
    part(poleRadius, wallInner, () => flux);
    part(
      wallInner,
      (wallInner + wallOuter) / 2,
      (r) => (flux * (wallOuter ** 2 - r ** 2)) / (wallOuter ** 2 - wallInner ** 2),
    );
    return sum;
  };
  // On the way to what is covered the flux crowds into that share of each face, over about half of
  // the way across: what keeps a narrow seat from pulling ever harder. An estimate.
  const aside = 1 - seat.covered;
  const crowded = (flux: number): number =>
    aside === 0
      ? 0
      : (aside * poleRadius * drop(flux, poleArea * seat.covered)) / 2 +
        (aside * (wallOuter - wallInner) * drop(flux, wallArea * seat.covered)) / 2;
  const state = (flux: number) => {
    const across =
      flux / polePermeance + flux / wallPermeance + discDrop(flux, keeperThickness) + crowded(flux);
    // The potential between pole and wall grows from the base to the faces as the coil fills it.
    const leaked = (leak * across) / 2;
    const { nodes, weights } = radial;
    let along = 0;
    nodes.forEach((node, k) => {
      // From the faces (0) to the base (1): what leaks there has not yet left the pole.
      const here = flux + leaked * (1 - (1 - node) ** 2);
      along += weights[k]! * depth * (drop(here, poleArea) + drop(here, wallArea));
    });
    const total = across + along + discDrop(flux + leaked, base);
    return { total, leaked };
  };
  // Steel can only add to what the two gaps take.
  const most = (1.001 * Math.abs(ampereTurns)) / (1 / polePermeance + 1 / wallPermeance);
  const flux =
    ampereTurns === 0
      ? 0
      : findRoot((x) => state(x).total - Math.abs(ampereTurns), 0, most, 1e-10 * most);
  const { leaked } = state(flux);
  const [u1, u2] = [flux / polePermeance, flux / wallPermeance];
  // Virtual work: half the square of the drop times how the permeance falls with the gap.
  const slope = (height: number): number =>
    ((2 * MU_0) / Math.PI) * (1 / middle - 1 / (middle + (Math.PI * height) / 2));
  const edges = slope(window / 2) * 2 * Math.PI * seat.covered;
  const force =
    (u1 ** 2 / 2) * (MU_0 * poleArea * seat.covered * onPole.square + edges * poleRadius) +
    (u2 ** 2 / 2) * (MU_0 * wallArea * seat.covered * onWall.square + edges * wallInner);
  return {
    force,
    flux: u1 * poleFace,
    // A turn on average links what passes the faces and two thirds of what leaks.
    linkagePerTurn: flux + (2 / 3) * leaked,
    pole: (flux + leaked) / poleArea,
    wall: (flux + leaked) / wallArea,
    keeper: flux / (2 * Math.PI * poleRadius * keeperThickness),
  };
}
