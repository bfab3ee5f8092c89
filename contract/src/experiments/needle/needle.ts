import {
  FLOATS,
  NEEDLE_COUNTS,
  NEEDLE_ENDS,
  NEEDLE_LIMITS,
  STROKING_POLES,
  STROKINGS,
  earthFieldAt,
  type EarthField,
  type FloatMaterial,
  type Needle,
  type NeedleEnd,
  type Stroking,
  type StrokingPole,
} from '@nab/core/experiments';
import { parseQuantity } from '@nab/core/quantities';
import { number, object, string, type InferType } from 'yup';
import { choice, filledText, quantity, whole } from '../../fields/index.js';

/** Where the earth's field is taken from. */
export const EARTH_FROM = { place: 'A place on the map', typed: 'Typed' } as const;
export type EarthFrom = keyof typeof EARTH_FROM;

const degrees = (most: number) => {
  const message = `Must be degrees from −${most} to ${most}.`;
  return number().typeError(message).min(-most, message).max(most, message);
};

/** A needle that is stroked and floats: its file. */
export const needleSchema = object({
  format: string().oneOf(['nab-needle'], 'This is no needle of Nab’s.').defined(),
  version: number().oneOf([1], 'This file is of a newer Nab.').defined(),
  name: filledText(80, 'Give it a name.'),
  length: quantity('length', NEEDLE_LIMITS.length),
  diameter: quantity('length', NEEDLE_LIMITS.diameter),
  strokes: whole(NEEDLE_COUNTS.strokes.min, NEEDLE_COUNTS.strokes.max).default(30),
  stroking: choice<Stroking>(STROKINGS, 'a way').default('one-way'),
  pole: choice<StrokingPole>(STROKING_POLES, 'a pole').default('north'),
  leavesAt: choice<NeedleEnd>(NEEDLE_ENDS, 'an end').default('point'),
  float: object({
    stuff: choice<FloatMaterial>(FLOATS, 'a float').default('cork'),
    diameter: quantity('length', NEEDLE_LIMITS.floatDiameter).default('25 mm'),
    thickness: quantity('length', NEEDLE_LIMITS.floatThickness).default('5 mm'),
  })
    .noUnknown()
    .required(),
  earth: object({
    from: choice<EarthFrom>(EARTH_FROM, 'where it is from').default('place'),
    latitude: degrees(NEEDLE_COUNTS.latitude).default(50),
    longitude: degrees(NEEDLE_COUNTS.longitude).default(0),
    horizontal: quantity('fluxDensity', NEEDLE_LIMITS.earth).default('20 µT'),
    declination: degrees(180).default(0),
  })
    .noUnknown()
    .required(),
})
  .noUnknown()
  .required();

export type NeedleDocument = InferType<typeof needleSchema>;

/** A sewing needle on a slice of cork, to start from. */
export function newNeedle(name = 'Needle'): NeedleDocument {
  return needleSchema.cast({
    format: 'nab-needle',
    version: 1,
    name,
    length: '40 mm',
    diameter: '0.8 mm',
    float: {},
    earth: {},
  }) as NeedleDocument;
}

/** The earth's field where the needle floats. The document must be valid. */
export function earthOf({ earth }: NeedleDocument, on: Date): EarthField {
  if (earth.from === 'place') return earthFieldAt(earth.latitude, earth.longitude, on);
  return {
    horizontal: parseQuantity(earth.horizontal, 'fluxDensity').si,
    declination: (earth.declination * Math.PI) / 180,
    inclination: NaN,
  };
}

/** The same in SI for the core. The document must be valid. */
export function toNeedle(document: NeedleDocument, on: Date): Needle {
  const si = (text: string): number => parseQuantity(text, 'length').si;
  const { float } = document;
  return {
    length: si(document.length),
    diameter: si(document.diameter),
    strokes: document.strokes,
    stroking: document.stroking,
    pole: document.pole,
    leavesAt: document.leavesAt,
    float: {
      stuff: float.stuff,
      diameter: si(float.diameter),
      thickness: si(float.thickness),
    },
    earth: earthOf(document, on).horizontal,
  };
}
