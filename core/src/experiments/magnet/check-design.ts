import { CoreError } from '../../errors.js';
import { checkBounds, type Bound } from '../../physics/index.js';
import { girthRadius, steelRadius, windingReach } from './core-shape.js';
import type { MagnetDesign } from './design.js';

/** Limits of a straight magnet, apart from its coil. */
const BOUNDS: readonly Bound<MagnetDesign>[] = [
  ['core length', (d) => d.core.length, 1e-3, 2],
  ['core diameter', (d) => d.core.diameter, 1e-4, 0.2],
  ['tape or sleeve', (d) => d.winding.base, 0, 0.05],
  ['thread pitch', (d) => d.core.thread ?? 0, 0, 0.01],
  ['strip width', (d) => d.core.strip?.width ?? 1e-3, 1e-4, 0.2],
  ['strip thickness', (d) => d.core.strip?.thickness ?? 1e-3, 1e-5, 0.1],
  ['distance of the two cores', (d) => d.pair?.spacing ?? 0.1, 1e-3, 5],
  ['width of the bar across', (d) => d.pair?.bar?.width ?? 0.01, 1e-4, 1],
  ['thickness of the bar across', (d) => d.pair?.bar?.thickness ?? 0.01, 1e-4, 1],
  ['air at each joint of the bar', (d) => d.pair?.bar?.jointGap ?? 0, 0, 0.05],
  ['plate width', (d) => d.plate?.width ?? 0.03, 1e-4, 10],
  ['plate thickness', (d) => d.plate?.thickness ?? 0.01, 1e-5, 1],
  ['contact gap', (d) => d.plate?.gap ?? 1e-4, 1e-6, 0.05],
  ['object mass', (d) => d.objectMass, 1e-9, 1000],
];

/**
 * Refuses a core that cannot exist, and a winding that misses it; the coil is checked where it is wound.
 * @throws CoreError QUANTITY_OUT_OF_RANGE, CORE_IMPOSSIBLE, WINDING_OUTSIDE_CORE.
 */
export function checkDesign(design: MagnetDesign): void {
  checkBounds(design, BOUNDS);
  const { core, winding } = design;
  if (core.shape === 'strip' && !core.strip) {
    throw new CoreError('CORE_IMPOSSIBLE', 'A flat strip needs its width and its thickness.');
  }
  if (steelRadius(core) < 0.3 * girthRadius(core) && core.shape !== 'strip') {
    throw new CoreError('CORE_IMPOSSIBLE', 'The thread is deeper than the core is thick.', {
      pitch_m: core.thread ?? 0,
    });
  }
  if (core.shape === 'pipe' && !(core.bore > 0 && core.bore < core.diameter)) {
    throw new CoreError('CORE_IMPOSSIBLE', 'The bore must be narrower than the pipe.', {
      bore_m: core.bore,
      diameter_m: core.diameter,
    });
  }
  if (core.head && core.head.diameter <= core.diameter) {
    throw new CoreError('CORE_IMPOSSIBLE', 'The head must be wider than the shank.', {
      head_diameter_m: core.head.diameter,
      diameter_m: core.diameter,
    });
  }
  const slack = 1e-9;
  const reach = windingReach(core.length, winding.base > 0 || core.shape === 'none');
  const onCore = winding.start >= -slack && winding.end <= reach + slack;
  if (!(onCore && winding.end > winding.start)) {
    throw new CoreError(
      'WINDING_OUTSIDE_CORE',
      'The winding must start and end on the core, the start before the end.',
      { start_m: winding.start, end_m: winding.end, core_length_m: core.length },
    );
  }
}
