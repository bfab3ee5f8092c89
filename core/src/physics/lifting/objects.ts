import type { HeapMaterial } from './heap-shape.js';

/** Small steel things that a class lifts. */
export interface SmallObject {
  readonly name: string;
  /** Singular and plural, lower case, for sentences. */
  readonly one: string;
  readonly many: string;
  /** Mass of one, kg. */
  readonly mass_kg: number;
  /** How far one reaches down in a chain, and the thickness of its steel, m. */
  readonly length_m: number;
  readonly thickness_m: number;
  /** A loose heap of them as a material. */
  readonly heap: HeapMaterial;
  /** 95 % of classes lift between ÷ and × this of what is predicted before their first trial. */
  readonly classFactor: number;
}

/**
 * Objects with the mass of one, in kg, their length and thickness, in m, and how they heap.
 * Source: typical kitchen-scale values, from memory; weighing twenty and dividing is better.
 * Uncertainty: 15 %. Bulk density: a cup of them on the scale, from memory, good to a third. χ: a
 * mixture of wire and air whose pieces lie anyhow and shut each other off, between a third of
 * the steel's share over the piece's own demagnetising factor and what touches, from memory, good to
 * a factor of two; the pull on a heap that stands out, χ/(1 + Nχ)², changes by a sixth at most between
 * χ = 2 and 10 (N = 0.23). How far one stands out is its width
 * as it lies, from memory. Class factors are common practice, no source.
 */
export const SMALL_OBJECTS = {
  'clip-small': {
    name: 'Paper clips, small (28 mm)',
    one: 'clip',
    many: 'clips',
    mass_kg: 0.4e-3,
    length_m: 0.026,
    thickness_m: 0.9e-3,
    heap: { density: 900, susceptibility: 3, grain: 7e-3 },
    classFactor: 2.7,
  },
  'clip-large': {
    name: 'Paper clips, large (50 mm)',
    one: 'clip',
    many: 'clips',
    mass_kg: 1.5e-3,
    length_m: 0.047,
    thickness_m: 1.2e-3,
    heap: { density: 700, susceptibility: 3, grain: 10e-3 },
    classFactor: 2.7,
  },
  staple: {
    name: 'Staples (26/6), single',
    one: 'staple',
    many: 'staples',
    mass_kg: 0.033e-3,
    length_m: 0.012,
    thickness_m: 0.5e-3,
    heap: { density: 1200, susceptibility: 3, grain: 4e-3 },
    classFactor: 3,
  },
  pin: {
    name: 'Dressmaking pins',
    one: 'pin',
    many: 'pins',
    mass_kg: 0.11e-3,
    length_m: 0.028,
    thickness_m: 0.7e-3,
    heap: { density: 1500, susceptibility: 3, grain: 5e-3 },
    classFactor: 3,
  },
  'nail-small': {
    name: 'Small nails (25 mm)',
    one: 'nail',
    many: 'nails',
    mass_kg: 0.5e-3,
    length_m: 0.025,
    thickness_m: 1.6e-3,
    heap: { density: 2200, susceptibility: 3, grain: 5e-3 },
    classFactor: 3,
  },
  'screw-small': {
    name: 'Small screws (16 mm)',
    one: 'screw',
    many: 'screws',
    mass_kg: 0.9e-3,
    length_m: 0.016,
    thickness_m: 3e-3,
    heap: { density: 2300, susceptibility: 2.5, grain: 6e-3 },
    classFactor: 3,
  },
  washer: {
    name: 'Washers (M5)',
    one: 'washer',
    many: 'washers',
    mass_kg: 0.45e-3,
    length_m: 0.01,
    thickness_m: 1e-3,
    heap: { density: 2800, susceptibility: 2, grain: 5e-3 },
    classFactor: 3.5,
  },
  own: {
    name: 'Something else, weighed',
    one: 'object',
    many: 'objects',
    mass_kg: 0.5e-3,
    length_m: 0.02,
    thickness_m: 1e-3,
    heap: { density: 1200, susceptibility: 3, grain: 5e-3 },
    classFactor: 4,
  },
} as const satisfies Record<string, SmallObject>;

export type SmallObjectId = keyof typeof SMALL_OBJECTS;
