import {
  QUICK,
  QUICK_BARE,
  rasterOf,
  adaptiveSolutions,
  type Accuracy,
  type FieldProblem,
  type FieldRaster,
  type FieldSolution,
  type SolveOptions,
} from '../../fem/index.js';
import {
  buildMagnet,
  evaluateMagnet,
  faceHeight,
  fieldProblemOf,
  type MagnetDesign,
} from '../magnet/index.js';
import { signOf } from './sign.js';
import { tier1Raster, type PictureWindow } from './tier1-raster.js';

/** A magnet's field for the eye, with how it was found. */
export interface FieldPicture {
  readonly raster: FieldRaster;
  readonly tier: 1 | 2;
  /** Of finite elements: nodes, Newton steps of the last solution, estimated relative error. */
  readonly unknowns: number;
  readonly iterations: number;
  readonly error: number | null;
  readonly settled: boolean;
}

const COLUMNS = 110;
const COARSE_COLUMNS = 40;

/** The half-plane around a magnet that is worth a picture. */
export function pictureWindow({ core }: MagnetDesign): PictureWindow {
  const length = faceHeight(core);
  const around = 0.45 * length;
  return { width: 0.62 * length, low: -around, high: length + around };
}

/**
 * The field in ever better pictures: tier 1 at once, then finite elements on finer and finer grids.
 * The worker and the server both walk through it, so that both give the same answer.
 * The lifting end is the pole that winding and battery make it.
 * @param accuracy that of a quick picture when absent.
 * @param onSolution is handed every solution of finite elements.
 * @throws CoreError for a magnet that cannot be built or is not round.
 */
export function* fieldPictures(
  design: MagnetDesign,
  accuracy?: Accuracy,
  onIteration?: SolveOptions['onIteration'],
  onSolution?: (solution: FieldSolution) => void,
): Generator<FieldPicture, void> {
  const window = pictureWindow(design);
  const rowsFor = (columns: number): number =>
    Math.round((columns * (window.high - window.low)) / window.width);
  const sign = signOf(design);
  const problem = signed(fieldProblemOf(design, buildMagnet(design)), sign);
  const chosen = accuracy ?? (problem.bodies.length > 0 ? QUICK : QUICK_BARE);
  yield {
    raster: signedRaster(
      tier1Raster(evaluateMagnet(design), window, COARSE_COLUMNS, rowsFor(COARSE_COLUMNS)),
      sign,
    ),
    tier: 1,
    unknowns: 0,
    iterations: 0,
    error: null,
    settled: true,
  };
  for (const { solution, estimate } of adaptiveSolutions(problem, chosen, { onIteration })) {
    onSolution?.(solution);
    yield {
      raster: rasterOf(solution, window, COLUMNS, rowsFor(COLUMNS)),
      tier: 2,
      unknowns: solution.u.length,
      iterations: solution.iterations,
      error: estimate.relative,
      settled: solution.status === 'converged',
    };
  }
}

function signed(problem: FieldProblem, sign: 1 | -1): FieldProblem {
  const windings = problem.windings.map((one) => ({
    ...one,
    ampereTurns: sign * one.ampereTurns,
  }));
  return { ...problem, windings };
}

function signedRaster(raster: FieldRaster, sign: 1 | -1): FieldRaster {
  const { radial, axial, flux } = raster;
  return {
    ...raster,
    radial: radial.map((b) => sign * b),
    axial: axial.map((b) => sign * b),
    flux: flux.map((value) => sign * value),
  };
}
