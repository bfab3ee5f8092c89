import {
  COMPASS_LIMITS,
  COMPASS_SHAPES,
  COMPASS_SIDES,
  type CompassSet,
  type CompassShape,
  type CompassSide,
} from '@nab/core/experiments';
import { parseQuantity, type QuantityKind } from '@nab/core/quantities';
import type { WindingSense } from '@nab/core/physics';
import { number, object, string, type InferType } from 'yup';
import {
  SENSES,
  counted,
  DESIGN_LIMITS,
  leadsPart,
  supplyPart,
  wirePart,
  toLeads,
  toSupply,
  toWire,
} from '../magnet/index.js';
import { choice, filledText, quantity } from '../../fields/index.js';

/** A wire, a loop or a bare coil with a compass: its file. */
export const compassSchema = object({
  format: string().oneOf(['nab-compass'], 'This is no compass set of Nab’s.').defined(),
  version: number().oneOf([1], 'This file is of a newer Nab.').defined(),
  name: filledText(80, 'Give it a name.'),
  shape: choice<CompassShape>(COMPASS_SHAPES, 'a shape'),
  length: quantity('length', COMPASS_LIMITS.length),
  radius: quantity('length', COMPASS_LIMITS.radius).default('3 cm'),
  distance: quantity('length', COMPASS_LIMITS.distance).default('2 cm'),
  side: choice<CompassSide>(COMPASS_SIDES, 'a side').default('under'),
  earth: quantity('fluxDensity', COMPASS_LIMITS.earth).default('20 µT'),
  wire: wirePart,
  winding: object({
    turns: counted('turns').default(1),
    neatness: number()
      .typeError('Must be a number from 1 to 2.')
      .min(1, 'Must be from 1 (tight) to 2.')
      .max(2, 'Must be from 1 (tight) to 2.')
      .default(1.1),
    sense: choice<WindingSense>(SENSES, 'a sense').default('clockwise'),
    tails: quantity('length', DESIGN_LIMITS.tails).default('50 cm'),
  })
    .noUnknown()
    .required(),
  supply: supplyPart,
  leads: leadsPart,
  roomTemperature: quantity('temperature', DESIGN_LIMITS.roomTemperature).default('20 °C'),
})
  .noUnknown()
  .required();

export type CompassDocument = InferType<typeof compassSchema>;

/** A straight wire over a compass on one D cell, to start from. */
export function newCompassSet(name = 'Wire and compass'): CompassDocument {
  return compassSchema.cast({
    format: 'nab-compass',
    version: 1,
    name,
    shape: 'wire',
    length: '40 cm',
    wire: { conductor: 'copper', size: '0.8 mm', insulation: 'hook-up' },
    winding: {},
    supply: { chemistry: 'alkaline', size: 'D', series: 1, parallel: 1, plusTail: 'first' },
    leads: { switchResistance: '0.5 Ω' },
  }) as CompassDocument;
}

/** The same set in SI for the core. The document must be valid. */
export function toCompassSet(document: CompassDocument): CompassSet {
  const si = (text: string, kind: QuantityKind = 'length'): number => parseQuantity(text, kind).si;
  const { winding } = document;
  return {
    shape: document.shape,
    length: si(document.length),
    radius: si(document.radius),
    compass: { distance: si(document.distance), side: document.side },
    earth: si(document.earth, 'fluxDensity'),
    wire: toWire(document.wire),
    winding: {
      turns: winding.turns,
      neatness: winding.neatness,
      layerStyle: 'back',
      startAt: 'rear',
      sense: winding.sense,
      tail: si(winding.tails),
    },
    supply: toSupply(document.supply),
    leads: toLeads(document.leads),
    roomTemperature: si(document.roomTemperature, 'temperature'),
  };
}
