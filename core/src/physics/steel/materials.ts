import { CoreError } from '../../errors.js';
import { linearCurve, tabulatedCurve, type SteelCurve } from './curve.js';

/** A core material. */
export interface Material {
  readonly name: string;
  /** What a teacher should know, in a sentence. */
  readonly note: string;
  readonly magnetic: boolean;
  /** Whether it keeps turns of bare wire apart. */
  readonly insulates?: boolean;
  readonly curve: SteelCurve;
  /** What it keeps after saturation: coercive field strength, A/m, and remanence, T. */
  readonly coercivity_A_per_m: number;
  readonly remanence_T: number;
  /** For its share in the warming: handbook values, from memory, within 5 %; wood 30 %. */
  readonly density_kg_per_m3: number;
  readonly heatCapacity_J_per_kgK: number;
}

/** For iron and low-alloy steels. */
const STEEL_HEAT = { density_kg_per_m3: 7850, heatCapacity_J_per_kgK: 480 };

/**
 * Normal magnetisation curves, H in A/m at the flux densities of FLUX_DENSITY_T.
 * Source: typical shapes and levels of the handbook literature, values from memory; the class of a
 * hardware-shop nail or bolt is not known to better than this.
 * Coercivity and remanence: typical, from memory, within ×/÷ 2.
 * Valid range: 0–2.3 T; beyond it the slope of vacuum. Uncertainty: H at a given B within ×/÷ 2
 * below 1.2 T, saturation 3 %.
 */
const FLUX_DENSITY_T = [
  0, 0.05, 0.1, 0.2, 0.4, 0.6, 0.8, 1, 1.2, 1.4, 1.5, 1.6, 1.7, 1.8, 1.9, 2, 2.1, 2.2, 2.3,
] as const;

const SOFT_IRON = [
  0, 40, 55, 75, 100, 120, 145, 185, 270, 600, 1200, 2500, 4600, 7800, 12500, 20500, 44000, 100000,
  170000,
];
const ANNEALED = [
  0, 85, 120, 155, 195, 225, 262, 325, 480, 1080, 1950, 3550, 6100, 9800, 15300, 24500, 46000,
  100000, 170000,
];
const COLD_WORKED = [
  0, 210, 340, 500, 700, 870, 1060, 1320, 1780, 2900, 3900, 5500, 8000, 11800, 17500, 27500, 52000,
  108000, 178000,
];
const HARDENED = [
  0, 420, 700, 1080, 1500, 1830, 2180, 2600, 3300, 4900, 6300, 8400, 11600, 16200, 23000, 34500,
  62000, 120000, 190000,
];
const TOOL_STEEL = [
  0, 700, 1250, 2050, 2950, 3550, 4150, 4850, 6000, 8600, 10800, 14000, 18500, 25000, 35000, 55000,
  100000, 164000, 236000,
];

const CAST_IRON = [
  0, 300, 480, 760, 1300, 2050, 3300, 5700, 10200, 18500, 25500, 36000, 52000, 78000, 116000,
  168000, 236000, 312000, 390000,
];
const FERRITIC_STAINLESS = [
  0, 180, 270, 390, 560, 720, 950, 1400, 2700, 7800, 13500, 23000, 40000, 70000, 118000, 180000,
  255000, 332000, 410000,
];
const NICKEL = [
  0, 120, 190, 330, 900, 60000, 184000, 336400, 493200, 651600, 731000, 810400, 889800, 969200,
  1048600, 1128000, 1207400, 1286800, 1366200,
];

export const MATERIALS = {
  'soft-iron': {
    name: 'Soft iron',
    note: 'Takes up magnetism most easily and lets go of nearly all of it.',
    magnetic: true,
    curve: tabulatedCurve(FLUX_DENSITY_T, SOFT_IRON),
    coercivity_A_per_m: 80,
    remanence_T: 0.9,
    ...STEEL_HEAT,
  },
  'annealed-steel': {
    name: 'Low-carbon steel, annealed',
    note: 'A nail or rod that was heated red and cooled slowly is close to this.',
    magnetic: true,
    curve: tabulatedCurve(FLUX_DENSITY_T, ANNEALED),
    coercivity_A_per_m: 150,
    remanence_T: 0.9,
    ...STEEL_HEAT,
  },
  'nail-steel': {
    name: 'Low-carbon steel, cold-worked',
    note: 'Wire nails, bright rod and common bolts (class 4.8), as bought.',
    magnetic: true,
    curve: tabulatedCurve(FLUX_DENSITY_T, COLD_WORKED),
    coercivity_A_per_m: 400,
    remanence_T: 1.0,
    ...STEEL_HEAT,
  },
  'bolt-8.8': {
    name: 'Bolt of class 8.8',
    note: 'Hardened and tempered: needs more ampere-turns and keeps more when switched off.',
    magnetic: true,
    curve: tabulatedCurve(FLUX_DENSITY_T, HARDENED),
    coercivity_A_per_m: 900,
    remanence_T: 1.1,
    ...STEEL_HEAT,
  },
  'tool-steel': {
    name: 'Tool or spring steel',
    note: 'Screwdrivers and masonry nails: stays magnetic after switching off.',
    magnetic: true,
    curve: tabulatedCurve(FLUX_DENSITY_T, TOOL_STEEL),
    coercivity_A_per_m: 3500,
    remanence_T: 1.0,
    ...STEEL_HEAT,
  },
  'cast-iron': {
    name: 'Cast iron',
    note: 'Carries less flux than steel and needs more ampere-turns for it.',
    magnetic: true,
    curve: tabulatedCurve(FLUX_DENSITY_T, CAST_IRON),
    coercivity_A_per_m: 600,
    remanence_T: 0.5,
    density_kg_per_m3: 7200,
    heatCapacity_J_per_kgK: 500,
  },
  'stainless-ferritic': {
    name: 'Stainless steel, magnetic kind (430)',
    note: 'Cutlery handles and fridge doors: a kitchen magnet sticks to it, and it works as a core.',
    magnetic: true,
    curve: tabulatedCurve(FLUX_DENSITY_T, FERRITIC_STAINLESS),
    coercivity_A_per_m: 400,
    remanence_T: 0.7,
    density_kg_per_m3: 7700,
    heatCapacity_J_per_kgK: 460,
  },
  nickel: {
    name: 'Nickel',
    note: 'Magnetic, but full at a third of the flux density of iron.',
    magnetic: true,
    curve: tabulatedCurve(FLUX_DENSITY_T, NICKEL),
    coercivity_A_per_m: 300,
    remanence_T: 0.3,
    density_kg_per_m3: 8900,
    heatCapacity_J_per_kgK: 440,
  },
  'stainless-austenitic': {
    name: 'Stainless steel (A2, A4)',
    note: 'Looks like steel, is hardly magnetic: lifts no more than the coil alone.',
    magnetic: false,
    curve: linearCurve(1.005),
    coercivity_A_per_m: 0,
    remanence_T: 0,
    density_kg_per_m3: 7900,
    heatCapacity_J_per_kgK: 500,
  },
  aluminium: {
    name: 'Aluminium',
    note: 'Not magnetic: lifts no more than the coil alone.',
    magnetic: false,
    curve: linearCurve(1.000022),
    coercivity_A_per_m: 0,
    remanence_T: 0,
    density_kg_per_m3: 2700,
    heatCapacity_J_per_kgK: 897,
  },
  brass: {
    name: 'Brass',
    note: 'Not magnetic: lifts no more than the coil alone.',
    magnetic: false,
    curve: linearCurve(1),
    coercivity_A_per_m: 0,
    remanence_T: 0,
    density_kg_per_m3: 8500,
    heatCapacity_J_per_kgK: 380,
  },
  copper: {
    name: 'Copper',
    note: 'Not magnetic: lifts no more than the coil alone.',
    magnetic: false,
    curve: linearCurve(0.99999),
    coercivity_A_per_m: 0,
    remanence_T: 0,
    density_kg_per_m3: 8960,
    heatCapacity_J_per_kgK: 385,
  },
  pencil: {
    name: 'Pencil',
    note: 'Wood round graphite, not magnetic: lifts no more than the coil alone.',
    magnetic: false,
    insulates: true,
    curve: linearCurve(1),
    coercivity_A_per_m: 0,
    remanence_T: 0,
    density_kg_per_m3: 800,
    heatCapacity_J_per_kgK: 1500,
  },
  wood: {
    name: 'Wood',
    note: 'Not magnetic: lifts no more than the coil alone.',
    magnetic: false,
    insulates: true,
    curve: linearCurve(1),
    coercivity_A_per_m: 0,
    remanence_T: 0,
    density_kg_per_m3: 700,
    heatCapacity_J_per_kgK: 1700,
  },
  plastic: {
    name: 'Plastic',
    note: 'Not magnetic: lifts no more than the coil alone. Softens on a hot coil.',
    magnetic: false,
    insulates: true,
    curve: linearCurve(1),
    coercivity_A_per_m: 0,
    remanence_T: 0,
    density_kg_per_m3: 1050,
    heatCapacity_J_per_kgK: 1400,
  },
} as const satisfies Record<string, Material>;

export type MaterialId = keyof typeof MATERIALS;

/** @throws CoreError STEEL_UNKNOWN. */
export function findMaterial(id: string): Material {
  if (Object.hasOwn(MATERIALS, id)) return MATERIALS[id as MaterialId];
  throw new CoreError('STEEL_UNKNOWN', `There is no core material “${id}” in the table.`, { id });
}
