import {
  fieldAt,
  solveField,
  type FieldProblem,
  type FieldSolution,
  type GridOptions,
  type Place,
} from '../../fem/index.js';
import {
  growHeap,
  HEAP_RAYS,
  heapRay,
  lastCosine,
  magnetCharges,
  ownScreening,
  WIRE_LIKE_HEAP,
  type Heap,
  type HeapMaterial,
  type MagnetCharges,
  type TipShape,
  linearCurve,
} from '../../physics/index.js';
import {
  evaluateMagnet,
  faceHeight,
  fieldProblemOf,
  tipShape,
  type MagnetDesign,
} from '../magnet/index.js';

/** A heap as a material in the field. */
export interface FieldHeap extends Heap {
  /** Closed line round it in the half-plane. */
  readonly outline: readonly Place[];
  /** How often the field was solved. */
  readonly rounds: number;
  /** Whether it ended because its mass stayed the same. */
  readonly settled: boolean;
}

const GRID: GridOptions = {
  corner: 1 / 14,
  ratio: 1.3,
  largest: 1 / 20,
  margin: 0.8,
  graded: { finest: 0.04, growth: 0.35, largest: 0.11, axis: 0.65 },
};
const MOST_ROUNDS = 14;
/** A layer thinner than this is none, m. */
const THIN = 1.5e-4;
/** Where in a layer the fall of |H|² is taken, from its foot to its surface. */
const [FOOT, TOP] = [0.6, 0.94];
/** Share of the pull to begin with. */
const FIRST_SHARE = 0.3;

/** The heap at a magnet's lifting end put back into its field: {@link growFieldHeap} of a design. */
export function heapInField(
  design: MagnetDesign,
  onRound?: (round: number, mass: number) => boolean,
): FieldHeap {
  const { core, sheets, winding, peakFluxDensity, ...build } = evaluateMagnet(design);
  return growFieldHeap(
    fieldProblemOf(design, { winding, ...build }),
    magnetCharges(core, sheets, faceHeight(design.core)),
    tipShape(design, winding.outerRadius, peakFluxDensity),
    design.heap,
    onRound,
  );
}

/**
 * The heap at the lifting end put back into the field as a material of permeability 1 + χ.
 *
 * Its outline is the one that tier 1 draws (`growHeap`), with the share of the pull that is left on
 * each ray taken from the field: the fall of |H|² in the outer layer with the heap over that without
 * it, on the same triangles. Field and outline follow one another until the mass stays the same.
 * The outline is smooth: as many rays as tier 1 has, neighbours' shares averaged. Let grow cell by
 * cell instead, a heap drives out fingers and fins along the field, as thin as the cells are, which
 * escape its own screening, so that its mass depends on the grid (decision 63).
 * A heap of less than half a clip is a film on the face that comes and goes; its mass is a mean of
 * the last rounds.
 * @param charges the magnet's charges by tier 1. @param tip what tier 1 grows its heap round.
 * @param onRound called with the mass so far, kg; return false to stop growing.
 */
export function growFieldHeap(
  problem: FieldProblem,
  charges: MagnetCharges,
  tip: TipShape,
  material: HeapMaterial = WIRE_LIKE_HEAP,
  onRound?: (round: number, mass: number) => boolean,
): FieldHeap {
  let share = new Float64Array(HEAP_RAYS).fill(FIRST_SHARE);
  const grown = (): Heap => growHeap(charges, tip, material, ({ number }) => share[number]!);
  let heap = grown();
  const masses = [heap.mass];
  let rounds = 0;
  let settled = heap.mass === 0;
  let stopped = false;
  while (!settled && !stopped && rounds < MOST_ROUNDS) {
    rounds++;
    const relax = rounds <= 2 ? 1 : rounds <= 5 ? 0.5 : 0.25;
    const found = averaged(sharesIn(problem, heap, tip, material));
    share = share.map((own, k) => own * (found[k]! / own) ** relax);
    heap = grown();
    masses.push(heap.mass);
    settled =
      rounds > 3 &&
      like(heap.mass, masses.at(-2)!, 0.003) &&
      like(heap.mass, masses.at(-3)!, 0.006);
    stopped = onRound?.(rounds, heap.mass) === false;
  }
  const last = masses.slice(-6);
  const mass =
    settled || stopped ? heap.mass : last.reduce((sum, one) => sum + one, 0) / last.length;
  return { ...heap, mass, outline: outlineOf(heap, tip), rounds, settled };
}

function like(one: number, other: number, share: number): boolean {
  return Math.abs(one - other) <= share * one;
}

/** Share of the pull that is left at the heap's surface, ray by ray. */
function sharesIn(
  problem: FieldProblem,
  hanging: Heap,
  tip: TipShape,
  material: HeapMaterial,
): Float64Array {
  const { susceptibility, grain = 0 } = material;
  const heap = standingOut(hanging, tip, grain);
  const outline = outlineOf(heap, tip);
  const filledWith = (permeability: number): FieldProblem => ({
    ...problem,
    bodies: [...problem.bodies, { curve: linearCurve(permeability), outline }],
  });
  const bare = solveField(filledWith(1), { grid: GRID });
  const full = solveField(filledWith(1 + susceptibility), { start: bare });
  // A film across the field is weakened most; more than that is noise of a thin layer.
  const least = 1 / (1 + susceptibility) ** 2;
  const single = ownScreening(tip, material);
  return heap.outer.map((outer, k) => {
    const inner = heap.inner[k]!;
    if (outer - inner <= THIN) {
      return grain > 0 ? single(heapRay(tip, k, Math.cos(heap.angle[k]!)), 0) : least;
    }
    const fall = (solution: FieldSolution, permeability: number): number => {
      const [low, high] = [FOOT, TOP].map((part) => {
        const distance = inner + part * (outer - inner);
        const angle = heap.angle[k]!;
        const { r, z } = fieldAt(
          solution,
          distance * Math.sin(angle),
          heap.centre + distance * Math.cos(angle),
        );
        return (r * r + z * z) / permeability ** 2;
      }) as [number, number];
      return low - high;
    };
    return Math.min(1.2, Math.max(0.7 * least, fall(full, 1 + susceptibility) / fall(bare, 1)));
  });
}

/** What the field sees of a heap: where something hangs, it stands out by its own width at least. */
function standingOut(heap: Heap, tip: TipShape, grain: number): Heap {
  const outer = heap.outer.map((reach, k) => {
    const inner = heap.inner[k]!;
    if (reach - inner <= THIN) return inner;
    const { blocked } = heapRay(tip, k, Math.cos(heap.angle[k]!));
    return Math.min(blocked, inner + Math.hypot(reach - inner, grain));
  });
  return { ...heap, outer };
}

/** Geometric means with the neighbours on either side, which count half. */
function averaged(values: Float64Array): Float64Array {
  const ln = values.map(Math.log);
  const last = ln.length - 1;
  return ln.map((own, k) =>
    Math.exp((ln[Math.max(0, k - 1)]! + 2 * own + ln[Math.min(last, k + 1)]!) / 4),
  );
}

/** From the axis along the surface to the last ray, back to the core and along it to the axis. */
function outlineOf(heap: Heap, tip: TipShape): Place[] {
  const { face, coreRadius, windingEnd } = tip;
  const { centre, outer } = heap;
  const onRay = (number: number, cos: number, reach: number): Place => {
    const ray = heapRay(tip, number, cos);
    if (reach - ray.inner <= THIN) {
      return ray.behind === 0
        ? { r: ray.across, z: face }
        : { r: coreRadius, z: face - ray.behind };
    }
    const z = centre + reach * cos;
    // What is to lie on the winding's plane lies on it to the last digit.
    return { r: reach * ray.sin, z: Math.abs(z - windingEnd) < 5e-6 ? windingEnd : z };
  };
  const cos = lastCosine(tip);
  const last = heapRay(tip, outer.length, cos);
  const end = onRay(outer.length, cos, Math.min(outer[outer.length - 1]!, last.blocked));
  const foot = onRay(outer.length, cos, last.inner);
  return [
    { r: 0, z: outer[0]! - heap.inner[0]! > THIN ? centre + outer[0]! : face },
    ...Array.from(outer, (reach, k) => onRay(k, Math.cos(heap.angle[k]!), reach)),
    ...(end.r === foot.r && end.z === foot.z ? [] : [end]),
    foot,
    { r: coreRadius, z: face },
    { r: 0, z: face },
  ];
}
