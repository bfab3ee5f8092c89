import { COIL_LIMITS, ROUND_SIZES, type CellSize, type WindingSense } from '@nab/core/physics';
import { parseQuantity, type QuantityKind } from '@nab/core/quantities';
import {
  TRACK_COUNTS,
  TRACK_LIMITS,
  trackOfWire,
  type Facing,
  type Outward,
  type RollingCell,
  type TrackEnd,
  type Washer,
  withTrackTurns,
} from '@nab/core/experiments';
import { number, object, string, type InferType } from 'yup';
import { DESIGN_LIMITS, SENSES, toSupply, toWire, wirePart } from '../magnet/index.js';
import { choice, filledText, quantity, whole } from '../../fields/index.js';
import { oneRoundCell } from './one-cell.js';

export const FACINGS: Readonly<Record<Facing, string>> = {
  opposed: 'Opposed',
  alike: 'Alike',
};
export const OUTWARDS: Readonly<Record<Outward, string>> = { north: 'North', south: 'South' };
export const TRACK_ENDS: Readonly<Record<TrackEnd, string>> = { plus: 'Plus', minus: 'Minus' };
export const WASHERS: Readonly<Record<Washer, string>> = {
  plain: 'Brass',
  steel: 'Steel',
  none: 'None',
};
/** Cells that roll. */
export const ROUND_CELLS = Object.fromEntries(ROUND_SIZES.map((size) => [size, size])) as Readonly<
  Record<CellSize, string>
>;

export const TRACK_GIVENS = { length: 'Its length', wire: 'The wire for it' } as const;
export const BENDS = { no: 'Straight', yes: 'Bent into a ring' } as const;

/** A cell between disc magnets and the coil of bare wire it runs through: its file. */
export const trackSchema = object({
  format: string().oneOf(['nab-track'], 'This is no track of Nab’s.').defined(),
  version: number().oneOf([1], 'This file is of a newer Nab.').defined(),
  name: filledText(80, 'Give it a name.'),
  supply: oneRoundCell,
  magnets: object({
    diameter: quantity('length', TRACK_LIMITS.magnetDiameter),
    thickness: quantity('length', TRACK_LIMITS.magnetThickness),
    remanence: quantity('fluxDensity', TRACK_LIMITS.remanence).default('1.2 T'),
    perEnd: whole(TRACK_COUNTS.magnetsPerEnd.min, TRACK_COUNTS.magnetsPerEnd.max).default(1),
    facing: choice<Facing>(FACINGS, 'one').default('opposed'),
    outward: choice<Outward>(OUTWARDS, 'a pole').default('south'),
  })
    .noUnknown()
    .required(),
  washer: choice<Washer>(WASHERS, 'a washer').default('plain'),
  leading: choice<TrackEnd>(TRACK_ENDS, 'an end').default('minus'),
  wire: wirePart,
  track: object({
    bore: quantity('length', TRACK_LIMITS.bore),
    turnGap: quantity('length', TRACK_LIMITS.turnGap).default('0.5 mm'),
    /** Whether the length is known, or the wire that there is. */
    given: choice<'length' | 'wire'>(TRACK_GIVENS, 'one').default('length'),
    length: quantity('length', TRACK_LIMITS.length).default('50 cm'),
    wire: quantity('length', COIL_LIMITS.wireLength).default('15 m'),
    sense: choice<WindingSense>(SENSES, 'a sense').default('clockwise'),
    bent: choice<keyof typeof BENDS>(BENDS, 'one').default('no'),
    ringRadius: quantity('length', TRACK_LIMITS.ringRadius).default('30 cm'),
    slope: quantity('angle', { min: -Math.PI / 3, max: Math.PI / 3, unit: '°' }).default('0°'),
  })
    .noUnknown()
    .required(),
  contact: quantity('resistance', TRACK_LIMITS.contact).default('0.03 Ω'),
  friction: number()
    .typeError('Must be a number from 0 to 1.5.')
    .min(TRACK_COUNTS.friction.min, 'Must be from 0 to 1.5.')
    .max(TRACK_COUNTS.friction.max, 'Must be from 0 to 1.5.')
    .default(0.35),
  roomTemperature: quantity('temperature', DESIGN_LIMITS.roomTemperature).default('20 °C'),
})
  .noUnknown()
  .required();

export type TrackDocument = InferType<typeof trackSchema>;

/** An AAA cell on half a metre of track, to start from. */
export function newTrack(name = 'Cell in a coil'): TrackDocument {
  return trackSchema.cast({
    format: 'nab-track',
    version: 1,
    name,
    supply: { chemistry: 'alkaline', size: 'AAA' },
    magnets: { diameter: '12 mm', thickness: '3 mm' },
    wire: { conductor: 'copper', size: '1 mm', insulation: 'bare' },
    track: { bore: '14 mm', length: '50 cm' },
  }) as TrackDocument;
}

/** The same in SI for the core. The document must be valid. */
export function toRollingCell(document: TrackDocument): RollingCell {
  const si = (text: string, kind: QuantityKind = 'length'): number => parseQuantity(text, kind).si;
  const { magnets, track } = document;
  const cell: RollingCell = {
    magnets: {
      diameter: si(magnets.diameter),
      thickness: si(magnets.thickness),
      remanence: si(magnets.remanence, 'fluxDensity'),
      perEnd: magnets.perEnd,
      facing: magnets.facing,
      outward: magnets.outward,
    },
    washer: document.washer,
    leading: document.leading,
    track: {
      bore: si(track.bore),
      turnGap: si(track.turnGap),
      length: si(track.length),
      slope: si(track.slope, 'angle'),
      ...(track.bent === 'yes' && { ringRadius: si(track.ringRadius) }),
    },
    friction: document.friction,
    wire: toWire(document.wire),
    winding: {
      turns: 1,
      neatness: 1,
      layerStyle: 'back',
      startAt: 'rear',
      sense: track.sense,
      tail: 0,
    },
    supply: toSupply(document.supply),
    leads: { count: 2, resistanceEach: si(document.contact, 'resistance') },
    roomTemperature: si(document.roomTemperature, 'temperature'),
  };
  const length = track.given === 'wire' ? trackOfWire(cell, si(track.wire)) : cell.track.length;
  return withTrackTurns({ ...cell, track: { ...cell.track, length } });
}
