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
}

/**
 * Objects with the mass of one, in kg, and their length and thickness, in m.
 * Source: typical kitchen-scale values, from memory; weighing twenty and dividing is better.
 * Uncertainty: 15 %.
 */
export const SMALL_OBJECTS = {
  'clip-small': {
    name: 'Paper clips, small (28 mm)',
    one: 'clip',
    many: 'clips',
    mass_kg: 0.4e-3,
    length_m: 0.026,
    thickness_m: 0.9e-3,
  },
  'clip-large': {
    name: 'Paper clips, large (50 mm)',
    one: 'clip',
    many: 'clips',
    mass_kg: 1.5e-3,
    length_m: 0.047,
    thickness_m: 1.2e-3,
  },
  staple: {
    name: 'Staples (26/6), single',
    one: 'staple',
    many: 'staples',
    mass_kg: 0.033e-3,
    length_m: 0.012,
    thickness_m: 0.5e-3,
  },
  pin: {
    name: 'Dressmaking pins',
    one: 'pin',
    many: 'pins',
    mass_kg: 0.11e-3,
    length_m: 0.028,
    thickness_m: 0.7e-3,
  },
  'nail-small': {
    name: 'Small nails (25 mm)',
    one: 'nail',
    many: 'nails',
    mass_kg: 0.5e-3,
    length_m: 0.025,
    thickness_m: 1.6e-3,
  },
  'screw-small': {
    name: 'Small screws (16 mm)',
    one: 'screw',
    many: 'screws',
    mass_kg: 0.9e-3,
    length_m: 0.016,
    thickness_m: 3e-3,
  },
  washer: {
    name: 'Washers (M5)',
    one: 'washer',
    many: 'washers',
    mass_kg: 0.45e-3,
    length_m: 0.01,
    thickness_m: 1e-3,
  },
  own: {
    name: 'Something else, weighed',
    one: 'object',
    many: 'objects',
    mass_kg: 0.5e-3,
    length_m: 0.02,
    thickness_m: 1e-3,
  },
} as const satisfies Record<string, SmallObject>;

export type SmallObjectId = keyof typeof SMALL_OBJECTS;
