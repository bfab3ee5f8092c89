import {
  bandOf,
  compassCautions,
  COMPASS_LIMITS,
  COMPASS_SHAPES,
  COMPASS_SIDES,
  evaluateCompassSet,
  EXPERIMENTS,
  parseQuantity,
  type CompassSet,
  type CompassShape,
  type CompassSide,
  type QuantityKind,
  type WindingSense,
} from '@nab/core';
import { number, object, string, type InferType } from 'yup';
import { SENSES } from './design-choices.js';
import { choice, counted, DESIGN_LIMITS, leadsPart, supplyPart, wirePart } from './design-parts.js';
import { toLeads, toSupply, toWire } from './design-si.js';
import { quantity } from './quantity-field.js';
import { filledText } from './text-field.js';

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

const finite = (value: number): number | null => (Number.isFinite(value) ? value : null);

/**
 * Everything computed of a compass beside a current, with the unit in every name.
 * @throws CoreError when it is impossible.
 */
export function compassReport(document: CompassDocument) {
  const set = toCompassSet(document);
  const evaluation = evaluateCompassSet(set);
  const { coil, deflection, fluxDensity, toward } = evaluation;
  const band = bandOf('needle-angle', EXPERIMENTS.compass.evaluate(set).forecast('needle-angle')!);
  const degrees = (angle: number): number => (angle * 180) / Math.PI;
  return {
    format: 'nab-compass-evaluation',
    version: 1,
    name: document.name,
    tier: 1,
    turns: set.winding.turns,
    wire_length_m: coil.wireLength,
    coil_resistance_ohm: coil.coilResistance,
    current_A: coil.circuit.current,
    ampere_turns_A: coil.ampereTurns,
    allowed_on_time_s: finite(coil.allowedOnTime),
    flux_density_T: fluxDensity,
    earth_flux_density_T: set.earth,
    needle_angle_deg: degrees(deflection),
    needle_angle_band: {
      low_deg: degrees(band.low),
      high_deg: degrees(band.high),
      coverage: band.coverage,
    },
    needle_toward: toward,
    cautions: compassCautions(set, evaluation),
  };
}
