import type { Spread } from '../../statistics/index.js';
import {
  evaluateRollingCell,
  rollingCellCautions,
  withTrackTurns,
  type RollingCell,
} from '../rolling-cell/index.js';
import type { Experiment } from './experiment.js';

/**
 * Of the time on the track: contacts at the rims, friction and the straightness of the coil. Common
 * practice, no source.
 */
const TRACK_SPREAD: Spread = { classFactor: 2, scatter: 0.2 };

/** A cell between two disc magnets that drives itself through a coil of bare wire. */
export const rollingCell: Experiment<RollingCell> = {
  id: 'rolling-cell',
  name: 'Rolling cell in a bare coil',
  about: 'A cell between two disc magnets drives itself through a coil of bare wire.',
  start: () =>
    withTrackTurns({
      magnets: {
        diameter: 0.012,
        thickness: 0.003,
        remanence: 1.2,
        perEnd: 1,
        facing: 'opposed',
        outward: 'south',
      },
      washer: 'plain',
      leading: 'minus',
      track: { bore: 0.014, turnGap: 0.0005, length: 0.5, slope: 0 },
      friction: 0.35,
      wire: { conductor: 'copper', diameter: 0.001, insulation: 'bare' },
      winding: {
        turns: 1,
        neatness: 1,
        layerStyle: 'back',
        startAt: 'rear',
        sense: 'clockwise',
        tail: 0,
      },
      supply: { chemistry: 'alkaline', size: 'AAA', series: 1, parallel: 1, plusTail: 'first' },
      leads: { count: 2, resistanceEach: 0.03 },
      roomTemperature: 293.15,
    }),
  predicts: ['track-time'],
  evaluate(design) {
    const evaluation = evaluateRollingCell(design);
    const { coil, run } = evaluation;
    return {
      coil,
      supplyCurrent: coil.circuit.current,
      wireLength: coil.wireLength,
      forecast: (of) =>
        of === 'track-time' && run ? { value: run.time, spread: TRACK_SPREAD } : null,
      cautions: () => rollingCellCautions(design, evaluation),
    };
  },
};
