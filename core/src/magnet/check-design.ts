import { CoreError } from '../errors.js';
import { MOST_USED } from '../supply/index.js';
import { girthRadius, steelRadius } from './core-shape.js';
import type { MagnetDesign } from './design.js';

/** Outside these bounds the models say nothing of use, whatever a form allows. SI. */
const BOUNDS: readonly (readonly [string, (d: MagnetDesign) => number, number, number])[] = [
  ['core length', (d) => d.core.length, 1e-3, 2],
  ['core diameter', (d) => d.core.diameter, 1e-4, 0.2],
  ['wire diameter', (d) => d.wire.diameter, 1e-5, 0.01],
  ['turns', (d) => d.winding.turns, 1, 100_000],
  ['tape or sleeve', (d) => d.winding.base, 0, 0.05],
  ['neatness', (d) => d.winding.neatness, 1, 5],
  ['tail', (d) => d.winding.tail, 0, 100],
  ['thread pitch', (d) => d.core.thread ?? 0, 0, 0.01],
  ['strip width', (d) => d.core.strip?.width ?? 1e-3, 1e-4, 0.2],
  ['strip thickness', (d) => d.core.strip?.thickness ?? 1e-3, 1e-5, 0.1],
  ['foil width', (d) => d.wire.foil?.width ?? 1e-3, 1e-4, 1],
  ['foil thickness', (d) => d.wire.foil?.thickness ?? 1e-5, 1e-6, 1e-3],
  ['folds', (d) => d.wire.foil?.folds ?? 0, 0, 8],
  ['branches', (d) => d.winding.branches ?? 1, 1, 20],
  ['measured coil', (d) => d.winding.measuredResistance ?? 1, 1e-4, 1e5],
  ['charge used', (d) => d.supply.used ?? 0, 0, MOST_USED],
  ['temperature of the cells', (d) => d.supply.temperature ?? 293.15, 253, 333],
  ['bench voltage', (d) => d.supply.bench?.voltage ?? 1, 0.01, 100],
  ['current limit', (d) => d.supply.bench?.currentLimit ?? 1, 1e-3, 1000],
  ['switch', (d) => d.leads.switchResistance ?? 0, 0, 1e6],
  ['distance of the two cores', (d) => d.pair?.spacing ?? 0.1, 1e-3, 5],
  ['plate width', (d) => d.plate?.width ?? 0.03, 1e-4, 10],
  ['plate thickness', (d) => d.plate?.thickness ?? 0.01, 1e-5, 1],
  ['contact gap', (d) => d.plate?.gap ?? 1e-4, 1e-6, 0.05],
  ['cells in series', (d) => d.supply.series, 1, 1000],
  ['cells in parallel', (d) => d.supply.parallel, 1, 1000],
  ['measured EMF', (d) => d.supply.measured?.emf ?? 1, 0.1, 100],
  ['measured internal resistance', (d) => d.supply.measured?.internalResistance ?? 0, 0, 1000],
  ['leads', (d) => d.leads.count, 0, 1000],
  ['lead resistance', (d) => d.leads.resistanceEach, 0, 1e6],
  ['object mass', (d) => d.objectMass, 1e-9, 1000],
  ['room temperature', (d) => d.roomTemperature, 200, 400],
];

/**
 * Refuses what cannot be built or computed.
 * @throws CoreError QUANTITY_OUT_OF_RANGE, CORE_IMPOSSIBLE, WINDING_OUTSIDE_CORE, BARE_WIRE_TOUCHES.
 */
export function checkDesign(design: MagnetDesign): void {
  for (const [what, read, min, max] of BOUNDS) {
    const value = read(design);
    // Written so that NaN fails too.
    if (!(value >= min && value <= max)) {
      throw new CoreError('QUANTITY_OUT_OF_RANGE', `The ${what} is outside what can be computed.`, {
        value,
        min,
        max,
      });
    }
  }
  const { core, wire, winding } = design;
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
  // A sleeve carries a winding beyond the end of a core that is shorter.
  const reach = winding.base > 0 || core.shape === 'none' ? 2 * core.length : core.length;
  const onCore = winding.start >= -slack && winding.end <= reach + slack;
  if (!(onCore && winding.end > winding.start)) {
    throw new CoreError(
      'WINDING_OUTSIDE_CORE',
      'The winding must start and end on the core, the start before the end.',
      { start_m: winding.start, end_m: winding.end, core_length_m: core.length },
    );
  }
  const round = (wire.form ?? 'round') !== 'foil';
  if (round && wire.insulation === 'bare' && winding.neatness < 1.5) {
    throw new CoreError(
      'BARE_WIRE_TOUCHES',
      'Turns of bare wire touch one another. Use enamelled or plastic-covered wire.',
      { neatness: winding.neatness },
    );
  }
}
