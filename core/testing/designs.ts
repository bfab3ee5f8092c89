import type { Coil } from '../src/physics/coil/index.js';
import type { MagnetDesign } from '../src/experiments/magnet/index.js';
import type { ShellMagnet } from '../src/experiments/shell-magnet/index.js';

// Designs that the core's specs share, written out so that a changed start design changes no test.

/** Sixty turns of half-millimetre wire on one D cell. */
export const coil: Coil = {
  wire: { conductor: 'copper', diameter: 0.0005, insulation: 'enamel-1' },
  winding: {
    turns: 60,
    neatness: 1.1,
    layerStyle: 'back',
    startAt: 'tip',
    sense: 'clockwise',
    tail: 0.15,
  },
  supply: { chemistry: 'alkaline', size: 'D', series: 1, parallel: 1, plusTail: 'first' },
  leads: { count: 2, resistanceEach: 0.07 },
  roomTemperature: 293.15,
};

/** The same on a nail of 100 mm, wound from 30 to 90 mm. */
export const nail: MagnetDesign = {
  ...coil,
  core: { shape: 'nail', length: 0.1, diameter: 0.005, bore: 0, material: 'nail-steel' },
  winding: { ...coil.winding, start: 0.03, end: 0.09, base: 0 },
  ends: 'one',
  objectMass: 0.0004,
};

/** Eighty turns on a hexagon bolt of 60 mm. */
export const bolt: MagnetDesign = {
  ...nail,
  core: {
    shape: 'bolt',
    length: 0.06,
    diameter: 0.008,
    bore: 0,
    head: { diameter: 0.013, height: 0.0053 },
    material: 'nail-steel',
  },
  winding: { ...nail.winding, turns: 80, start: 0.004, end: 0.05 },
};

/** A cup of 40 mm with 180 turns on four D cells. */
export const shell: ShellMagnet = {
  ...coil,
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
  winding: { ...coil.winding, turns: 180, startAt: 'rear' },
  supply: { ...coil.supply, series: 4 },
  count: 1,
  seat: { gap: 1e-4, tilt: 0, covered: 1 },
};
