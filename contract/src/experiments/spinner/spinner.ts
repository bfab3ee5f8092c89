import { parseQuantity, type QuantityKind } from '@nab/core/quantities';
import {
  SPINNER_COUNTS,
  SPINNER_LIMITS,
  SPINNER_SHAPES,
  TOUCHES,
  type Spinner,
  type SpinnerShape,
  type Touch,
  type TrackEnd,
} from '@nab/core/experiments';
import { number, object, string, type InferType } from 'yup';
import { DESIGN_LIMITS, toSupply, toWire, wirePart } from '../magnet/index.js';
import { choice, filledText, quantity, whole } from '../../fields/index.js';
import { oneRoundCell, TRACK_ENDS } from '../rolling-cell/index.js';

export const POLES_UP = { north: 'North', south: 'South' } as const;

/** A wire that turns on a cell: its file. */
export const spinnerSchema = object({
  format: string().oneOf(['nab-spinner'], 'This is no spinner of Nab’s.').defined(),
  version: number().oneOf([1], 'This file is of a newer Nab.').defined(),
  name: filledText(80, 'Give it a name.'),
  supply: oneRoundCell,
  cellUp: choice<TrackEnd>(TRACK_ENDS, 'an end').default('plus'),
  magnets: object({
    diameter: quantity('length', SPINNER_LIMITS.magnetDiameter),
    thickness: quantity('length', SPINNER_LIMITS.magnetThickness),
    remanence: quantity('fluxDensity', SPINNER_LIMITS.remanence).default('1.2 T'),
    count: whole(SPINNER_COUNTS.magnets.min, SPINNER_COUNTS.magnets.max).default(1),
    up: choice<keyof typeof POLES_UP>(POLES_UP, 'a pole').default('north'),
  })
    .noUnknown()
    .required(),
  wire: wirePart,
  shape: choice<SpinnerShape>(SPINNER_SHAPES, 'a shape').default('frame'),
  width: quantity('length', SPINNER_LIMITS.width).default('40 mm'),
  arms: whole(SPINNER_COUNTS.arms.min, SPINNER_COUNTS.arms.max).default(2),
  touch: choice<Touch>(TOUCHES, 'a place').default('rim'),
  press: quantity('force', SPINNER_LIMITS.press).default('0.015 N'),
  friction: number()
    .typeError('Must be a number from 0 to 1.5.')
    .min(SPINNER_COUNTS.friction.min, 'Must be from 0 to 1.5.')
    .max(SPINNER_COUNTS.friction.max, 'Must be from 0 to 1.5.')
    .default(0.3),
  contact: quantity('resistance', SPINNER_LIMITS.contact).default('0.05 Ω'),
  roomTemperature: quantity('temperature', DESIGN_LIMITS.roomTemperature).default('20 °C'),
})
  .noUnknown()
  .required();

export type SpinnerDocument = InferType<typeof spinnerSchema>;

/** A frame on an AA cell, to start from. */
export function newSpinner(name = 'Spinner'): SpinnerDocument {
  return spinnerSchema.cast({
    format: 'nab-spinner',
    version: 1,
    name,
    supply: { chemistry: 'alkaline', size: 'AA' },
    magnets: { diameter: '15 mm', thickness: '3 mm', count: 2 },
    wire: { conductor: 'copper', size: '1 mm', insulation: 'bare' },
  }) as SpinnerDocument;
}

/** The same in SI for the core. The document must be valid. */
export function toSpinner(document: SpinnerDocument): Spinner {
  const si = (text: string, kind: QuantityKind = 'length'): number => parseQuantity(text, kind).si;
  const { magnets } = document;
  return {
    magnets: {
      diameter: si(magnets.diameter),
      thickness: si(magnets.thickness),
      remanence: si(magnets.remanence, 'fluxDensity'),
      count: magnets.count,
      up: magnets.up,
    },
    cellUp: document.cellUp,
    shape: document.shape,
    width: si(document.width),
    arms: document.arms,
    endsAt: document.touch,
    press: si(document.press, 'force'),
    friction: document.friction,
    wire: toWire(document.wire),
    winding: {
      turns: 1,
      neatness: 1,
      layerStyle: 'back',
      startAt: 'rear',
      sense: 'clockwise',
      tail: 0,
    },
    supply: toSupply(document.supply),
    leads: { count: 2, resistanceEach: si(document.contact, 'resistance') },
    roomTemperature: si(document.roomTemperature, 'temperature'),
  };
}
