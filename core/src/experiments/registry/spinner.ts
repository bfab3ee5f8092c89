import { evaluateSpinner, spinnerCautions, type Spinner } from '../spinner/index.js';
import type { Experiment } from './experiment.js';

/** A wire that turns on the nub of a cell, driven in the field of the magnets under it. */
export const spinner: Experiment<Spinner> = {
  id: 'spinner',
  name: 'Spinner on a cell',
  about: 'A bent wire turns on a cell that stands on disc magnets.',
  start: () => ({
    magnets: { diameter: 0.015, thickness: 0.003, remanence: 1.2, count: 2, up: 'north' },
    cellUp: 'plus',
    shape: 'frame',
    width: 0.04,
    arms: 2,
    endsAt: 'rim',
    press: 0.015,
    friction: 0.3,
    wire: { conductor: 'copper', diameter: 0.001, insulation: 'bare' },
    winding: {
      turns: 1,
      neatness: 1,
      layerStyle: 'back',
      startAt: 'rear',
      sense: 'clockwise',
      tail: 0,
    },
    supply: { chemistry: 'alkaline', size: 'AA', series: 1, parallel: 1, plusTail: 'first' },
    leads: { count: 2, resistanceEach: 0.05 },
    roomTemperature: 293.15,
  }),
  predicts: [],
  evaluate(design) {
    const evaluation = evaluateSpinner(design);
    const { coil } = evaluation;
    return {
      coil,
      supplyCurrent: coil.circuit.current,
      wireLength: coil.wireLength,
      forecast: () => null,
      cautions: () => spinnerCautions(design, evaluation),
    };
  },
};
