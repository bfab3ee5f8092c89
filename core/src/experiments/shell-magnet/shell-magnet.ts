import {
  inductiveSpikeWithDiode,
  SPARK_V,
  storedEnergy,
  type OpenedCoil,
  bankSteps,
  coilCautions,
  everyCoilsCautions,
  windCoil,
  type Caution,
  type Coil,
  type Former,
  type WoundCoil,
  STANDARD_GRAVITY,
  findMaterial,
  type MaterialId,
} from '../../physics/index.js';
import { CoreError } from '../../errors.js';
import type { FieldProblem } from '../../fem/index.js';
import { GAP_SPREAD, STEEL_SPREAD, type CellStep } from '../magnet/index.js';
import { pullOfShell, type ContactGeometry, type ShellPull, type ShellSteel } from './network.js';

/** A shell magnet, its keeper and how it sits; wound and driven as its coil says. SI. */
export interface ShellMagnet extends Coil {
  readonly steel: ShellSteel;
  readonly material: MaterialId;
  /** Wall of the spool between steel and winding, m. */
  readonly former: number;
  /** Equal magnets side by side on one supply, each with its own leads. */
  readonly count: number;
  /** How the keeper sits on each of them. */
  readonly seat: ContactGeometry;
  /** Whether only one of several is tilted or partly covered, and the others sit flat. */
  readonly onlyOneOff?: boolean;
}

/** Everything tier 1 says of a shell magnet. */
export interface ShellEvaluation {
  /** One of the magnets, as its share of the supply drives it. */
  readonly build: WoundCoil;
  readonly pull: ShellPull;
  /** Load that all magnets hold together, kg, and between which values it is likely to lie. */
  readonly load: number;
  readonly band: { readonly low: number; readonly high: number };
  /** Current from the supply, A. */
  readonly supplyCurrent: number;
  readonly opening: ShellOpening;
}

/** What switching off does to one magnet. */
export interface ShellOpening {
  /** Flux linkage over current, H; energy, J. */
  readonly inductance: number;
  readonly energy: number;
  /** Time until the pull is a hundredth (the current a tenth), s. */
  readonly offWithDiode: number;
  readonly offWithoutDiode: number;
}

/** The coil of one of the magnets. Magnets in parallel share the supply evenly. */
export function coilOfShell(shell: ShellMagnet): Coil {
  return { ...shell, supply: { ...shell.supply, share: 1 / shell.count } };
}

/** The spool on the centre pole, which takes up the winding's heat; the cup around it is left out. */
export function formerOfShell({ steel, former, material }: ShellMagnet): Former {
  const { poleRadius, depth } = steel;
  const { density_kg_per_m3: density, heatCapacity_J_per_kgK: specificHeat } =
    findMaterial(material);
  return {
    start: former,
    end: depth - former,
    girthRadius: poleRadius,
    base: former,
    count: 1,
    joined: 'series',
    body: { volume: Math.PI * poleRadius ** 2 * depth, density, specificHeat, length: depth },
  };
}

/** @throws CoreError WINDING_TOO_HIGH when the coil does not fit its window; CORE_IMPOSSIBLE. */
export function buildShell(shell: ShellMagnet): WoundCoil {
  const { steel, former, seat } = shell;
  const { poleRadius, wallInner, wallOuter, base, depth, keeperRadius, keeperThickness } = steel;
  const sound =
    [poleRadius, base, depth, keeperRadius, keeperThickness, seat.gap].every((x) => x > 0) &&
    wallInner > poleRadius + 2 * former &&
    wallOuter > wallInner &&
    depth > 2 * former &&
    keeperRadius > poleRadius &&
    seat.tilt >= 0 &&
    seat.covered > 0 &&
    seat.covered <= 1;
  if (!sound) {
    throw new CoreError(
      'CORE_IMPOSSIBLE',
      'The cup, its pole and its window do not fit into one another.',
    );
  }
  const build = windCoil(coilOfShell(shell), formerOfShell(shell));
  if (build.winding.outerRadius > wallInner - former + 1e-9) {
    throw new CoreError(
      'WINDING_TOO_HIGH',
      `The coil is ${((build.winding.outerRadius - wallInner + former) * 1e3).toFixed(1)} mm too thick for the window of the cup.`,
    );
  }
  return build;
}

/** @throws CoreError as {@link buildShell}. */
export function evaluateShell(shell: ShellMagnet): ShellEvaluation {
  const build = buildShell(shell);
  const { curve } = findMaterial(shell.material);
  const at = (seat: ContactGeometry): ShellPull =>
    pullOfShell(shell.steel, curve, build.ampereTurns, seat);
  const pull = at(shell.seat);
  // They are on one supply: how one is seated changes no current, so the pulls add up.
  const load = (seat: ContactGeometry): number => {
    const asSeated = shell.onlyOneOff ? 1 : shell.count;
    const flat = shell.count - asSeated;
    const others = flat > 0 ? flat * at({ ...seat, tilt: 0, covered: 1 }).force : 0;
    return (asSeated * at(seat).force + others) / STANDARD_GRAVITY;
  };
  const spread = (factor: number): ContactGeometry => ({
    ...shell.seat,
    gap: shell.seat.gap * factor,
    tilt: shell.seat.tilt * factor,
  });
  return {
    build,
    pull,
    load: load(shell.seat),
    band: {
      low: load(spread(GAP_SPREAD)) * (1 - STEEL_SPREAD),
      high: load(spread(1 / GAP_SPREAD)) * (1 + STEEL_SPREAD),
    },
    supplyCurrent: shell.count * build.circuit.current,
    opening: openingOfShell(build, pull),
  };
}

/** A load that hurts when it drops on a foot, kg. Common practice, no source. */
const HEAVY_KG = 0.5;

/** Cautions that the magnets bring, stop before caution. */
export function shellCautions(shell: ShellMagnet, evaluation: ShellEvaluation): Caution[] {
  const { build, load, opening } = evaluation;
  const cautions = coilCautions(coilOfShell(shell), build, {
    storedEnergy: opening.energy,
    bendRadius: shell.steel.poleRadius,
  });
  if (load > HEAVY_KG) cautions.push({ code: 'hung-load', severity: 'caution' });
  return [...cautions, ...everyCoilsCautions(shell)];
}

function openingOfShell(build: WoundCoil, pull: ShellPull): ShellOpening {
  const { current } = build.circuit;
  if (current <= 0 || build.ampereTurns === 0) {
    return { inductance: 0, energy: 0, offWithDiode: 0, offWithoutDiode: 0 };
  }
  const turns = build.ampereTurns / current;
  const coil: OpenedCoil = {
    inductance: (turns * pull.linkagePerTurn) / current,
    resistance: build.coilResistance,
    current,
  };
  const [offWithDiode] = inductiveSpikeWithDiode(coil, [0.1]).times;
  return {
    inductance: coil.inductance,
    energy: storedEnergy(coil),
    offWithDiode: offWithDiode!,
    // A spark holds the contact at its voltage until the current is gone.
    offWithoutDiode: (0.9 * coil.inductance * current) / (SPARK_V + coil.resistance * current),
  };
}

/** Load against the contact gap, kg, the seat otherwise as it is. */
export function shellLoadCurve(
  shell: ShellMagnet,
  gaps: readonly number[],
): { readonly gap: number; readonly load: number }[] {
  return gaps.map((gap) => ({
    gap,
    load: evaluateShell({ ...shell, seat: { ...shell.seat, gap } }).load,
  }));
}

/**
 * The load as the bank of cells is taken away, see {@link bankSteps}.
 * @param most cells in series to begin with, of a single string.
 */
export function cellsAgainstLoad(shell: ShellMagnet, most: number): CellStep[] {
  return bankSteps(shell.supply, most).map(({ cells, supply }) => {
    const { load, band, supplyCurrent, build } = evaluateShell({ ...shell, supply });
    return {
      cells,
      load,
      ...band,
      current: supplyCurrent,
      allowedOnTime: build.allowedOnTime,
    };
  });
}

/** One of the magnets with its keeper, seated flat, for finite elements. Body 1 is the keeper. */
export function shellFieldProblem(shell: ShellMagnet, build: WoundCoil): FieldProblem {
  const { steel, former, seat } = shell;
  const { poleRadius, wallInner, wallOuter, base, depth, keeperRadius, keeperThickness } = steel;
  const { curve } = findMaterial(shell.material);
  const face = base + depth;
  const keeper = face + seat.gap;
  return {
    bodies: [
      {
        curve,
        rectangles: [
          { r0: 0, r1: poleRadius, z0: 0, z1: face },
          { r0: poleRadius, r1: wallOuter, z0: 0, z1: base },
          { r0: wallInner, r1: wallOuter, z0: base, z1: face },
        ],
      },
      {
        curve,
        rectangles: [{ r0: 0, r1: keeperRadius, z0: keeper, z1: keeper + keeperThickness }],
      },
    ],
    windings: [
      {
        rectangle: {
          r0: poleRadius + former,
          r1: build.winding.outerRadius,
          z0: base + former,
          z1: face - former,
        },
        ampereTurns: build.ampereTurns,
      },
    ],
  };
}
