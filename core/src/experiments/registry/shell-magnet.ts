import {
  cellsAgainstLoad,
  evaluateShell,
  shellCautions,
  type ShellMagnet,
} from '../shell-magnet/index.js';
import type { Experiment } from './experiment.js';
import { fewestCells, loadSpread, MOST_CELLS } from './straight-magnet.js';

/** A coil in a steel cup that meets a plate. */
export const shellMagnet: Experiment<ShellMagnet> = {
  id: 'shell-magnet',
  name: 'Shell magnet and plate',
  about: 'A coil in a steel cup holds a plate: what load, and with how few cells?',
  start: () => ({
    steel: {
      poleRadius: 0.008,
      wallInner: 0.0165,
      wallOuter: 0.02,
      base: 0.005,
      depth: 0.015,
      keeperRadius: 0.02,
      keeperThickness: 0.006,
    },
    material: 'annealed-steel',
    former: 0.0007,
    wire: { conductor: 'copper', diameter: 0.0005, insulation: 'enamel-1' },
    winding: {
      turns: 160,
      neatness: 1.1,
      layerStyle: 'back',
      startAt: 'rear',
      sense: 'clockwise',
      tail: 0.15,
    },
    supply: { chemistry: 'alkaline', size: 'D', series: 4, parallel: 1, plusTail: 'first' },
    leads: { count: 2, resistanceEach: 0.07 },
    count: 1,
    seat: { gap: 1e-4, tilt: 0, covered: 1 },
    roomTemperature: 293.15,
  }),
  predicts: ['load', 'cells-to-hold'],
  evaluate(design) {
    const evaluation = evaluateShell(design);
    const { build, load, band, supplyCurrent } = evaluation;
    return {
      coil: build,
      supplyCurrent,
      wireLength: design.count * build.wireLength,
      forecast(of, { load: wanted, mostCells = MOST_CELLS } = {}) {
        if (of === 'load') return { value: load, spread: loadSpread(band.low, band.high) };
        if (of === 'cells-to-hold' && wanted !== undefined && !design.supply.bench) {
          return fewestCells(cellsAgainstLoad(design, mostCells), wanted);
        }
        return null;
      },
      cautions: () => shellCautions(design, evaluation),
    };
  },
};
