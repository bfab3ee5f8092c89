import type { Spread } from '../../statistics/index.js';
import { EARTH_HORIZONTAL_T } from '../../physics/index.js';
import { compassCautions, evaluateCompassSet, type CompassSet } from '../compass/index.js';
import type { Experiment } from './experiment.js';

/**
 * Of field over earth's field: the cells, the distance and the steel in the table. Common practice,
 * no source.
 */
const COMPASS_SPREAD: Spread = { classFactor: 1.4, scatter: 0.1 };

/** A wire, a loop or a bare coil that turns a compass needle. */
export const compass: Experiment<CompassSet> = {
  id: 'compass',
  name: 'Wire or coil with a compass',
  about: 'A current turns a compass needle: how far, and what makes it turn farther?',
  start: () => ({
    shape: 'wire',
    length: 0.4,
    radius: 0.03,
    compass: { distance: 0.02, side: 'under' },
    earth: EARTH_HORIZONTAL_T,
    wire: { conductor: 'copper', diameter: 0.0008, insulation: 'hook-up' },
    winding: {
      turns: 1,
      neatness: 1.1,
      layerStyle: 'back',
      startAt: 'rear',
      sense: 'clockwise',
      tail: 0.5,
    },
    supply: { chemistry: 'alkaline', size: 'D', series: 1, parallel: 1, plusTail: 'first' },
    leads: { count: 2, resistanceEach: 0.07, switchResistance: 0.5 },
    roomTemperature: 293.15,
  }),
  predicts: ['needle-angle', 'flux-density'],
  evaluate(design) {
    const evaluation = evaluateCompassSet(design);
    const { coil, deflection, fluxDensity } = evaluation;
    return {
      coil,
      supplyCurrent: coil.circuit.current,
      wireLength: coil.wireLength,
      forecast(of) {
        if (of === 'needle-angle') return { value: deflection, spread: COMPASS_SPREAD };
        if (of === 'flux-density') return { value: fluxDensity, spread: COMPASS_SPREAD };
        return null;
      },
      cautions: () => compassCautions(design, evaluation),
    };
  },
};
