import type { ExperimentDesigns, ExperimentId, Subject } from '../registry/index.js';
import { compassReport } from './compass.js';
import { filingsReport } from './filings.js';
import { needleReport } from './needle.js';
import { permanentReport } from './permanent.js';
import { rollingCellReport } from './rolling-cell.js';
import { shellMagnetReport } from './shell-magnet.js';
import { spinnerReport } from './spinner.js';
import { straightMagnetReport } from './straight-magnet.js';

/** One entry for each experiment, or it does not compile. */
const REPORTS: {
  readonly [K in ExperimentId]: (design: ExperimentDesigns[K], name: string) => object;
} = {
  'straight-magnet': straightMagnetReport,
  'shell-magnet': shellMagnetReport,
  compass: compassReport,
  'rolling-cell': rollingCellReport,
  spinner: spinnerReport,
};

/**
 * Everything that is computed of a design, flat where it can be, with the unit in every name.
 * Documented in `docs/formats.md`.
 * @throws CoreError when the design is impossible.
 */
export function reportOf({ experiment, design }: Subject, name: string): object {
  // The pair belongs together by its type, which a look-up by key cannot see.
  return (REPORTS[experiment] as (design: Subject['design'], name: string) => object)(design, name);
}

export {
  compassReport,
  filingsReport,
  needleReport,
  permanentReport,
  rollingCellReport,
  shellMagnetReport,
  spinnerReport,
  straightMagnetReport,
};
