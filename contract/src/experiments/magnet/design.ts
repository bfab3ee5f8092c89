import { HEADED_SHAPES, THREADED_SHAPES, windingReach } from '@nab/core/experiments';
import { parseQuantity, type QuantityKind } from '@nab/core/quantities';
import { TOUCH_TIMES, type TouchTime } from '@nab/core/physics';
import { number, object, string, type InferType } from 'yup';
import {
  corePart,
  DESIGN_LIMITS,
  leadsPart,
  loadPart,
  supplyPart,
  windingPart,
  wirePart,
} from './parts.js';
import { choice, filledText, quantity } from '../../fields/index.js';

/**
 * A design as it is stored, sent and saved to a file: every quantity as the educator typed it. The
 * published JSON Schema is generated from this one.
 */
export const designSchema = object({
  format: string().oneOf(['nab-design'], 'This is not a Nab design.').defined(),
  version: number().oneOf([1], 'This version of Nab reads designs of version 1.').defined(),
  name: filledText(80, 'Give the magnet a name.'),
  core: corePart,
  wire: wirePart,
  winding: windingPart,
  supply: supplyPart,
  leads: leadsPart,
  load: loadPart,
  roomTemperature: quantity('temperature', DESIGN_LIMITS.roomTemperature).default('20 °C'),
  touch: choice<TouchTime>(TOUCH_TIMES, 'a limit').default('classroom'),
})
  .noUnknown()
  .required()
  .test('geometry', (design, context) => {
    // A part that is missing has its own message.
    const parts = design as Partial<DesignDocument> | undefined;
    if (!parts?.core || !parts.wire || !parts.winding || !parts.supply) return true;
    const problem = geometryProblem(design as DesignDocument);
    if (problem === null) return true;
    const path = context.path ? `${context.path}.${problem.path}` : problem.path;
    return context.createError({ ...problem, path });
  });

export type DesignDocument = InferType<typeof designSchema>;

/**
 * A stored design with the keys that a later Nab added, at their defaults; so that what was saved
 * before stays valid.
 */
export function completeDesign(document: DesignDocument): DesignDocument {
  return designSchema.cast(document, { assert: false }) as DesignDocument;
}

/** Faults that involve several fields, each reported at the field that can fix it. */
function geometryProblem(design: DesignDocument): { path: string; message: string } | null {
  const { core, winding } = design;
  const si = (text: string | undefined, kind: QuantityKind = 'length'): number => {
    if (text === undefined) return NaN;
    try {
      return parseQuantity(text, kind).si;
    } catch {
      return NaN;
    }
  };
  // NaN compares false, so a field that has its own fault raises no second one here.
  if (core.shape === 'pipe' && core.bore === undefined) {
    return { path: 'core.bore', message: 'A pipe needs its bore.' };
  }
  if (core.shape === 'pipe' && si(core.bore) >= si(core.diameter)) {
    return { path: 'core.bore', message: 'The bore must be narrower than the pipe.' };
  }
  if (HEADED_SHAPES.includes(core.shape) && si(core.headDiameter) <= si(core.diameter)) {
    return { path: 'core.headDiameter', message: 'The head must be wider than the shank.' };
  }
  if (core.shape === 'strip' && core.stripWidth === undefined) {
    return { path: 'core.stripWidth', message: 'A strip needs its width.' };
  }
  if (core.shape === 'strip' && core.stripThickness === undefined) {
    return { path: 'core.stripThickness', message: 'A strip needs its thickness.' };
  }
  if (THREADED_SHAPES.includes(core.shape) && si(core.threadPitch) > si(core.diameter) * 0.8) {
    return { path: 'core.threadPitch', message: 'The thread is too coarse for this diameter.' };
  }
  const { supply, wire } = design;
  if (wire.form === 'foil') {
    if (wire.foilWidth === undefined) {
      return { path: 'wire.foilWidth', message: 'A strip of foil needs its width.' };
    }
    if (wire.foilThickness === undefined) {
      return { path: 'wire.foilThickness', message: 'Foil needs its thickness.' };
    }
    if (si(wire.foilWidth) / 4 ** wire.folds <= si(wire.foilThickness)) {
      return { path: 'wire.folds', message: 'This strip cannot be folded so often.' };
    }
  }
  if (supply.kind === 'bench' && supply.voltage === undefined) {
    return { path: 'supply.voltage', message: 'A bench supply needs its voltage.' };
  }
  if (supply.kind === 'bench' && supply.currentLimit === undefined) {
    return { path: 'supply.currentLimit', message: 'A bench supply needs its current limit.' };
  }
  if (supply.emf !== undefined && supply.internalResistance === undefined) {
    return { path: 'supply.internalResistance', message: 'A measured cell needs both values.' };
  }
  if (supply.emf === undefined && supply.internalResistance !== undefined) {
    return { path: 'supply.emf', message: 'A measured cell needs both values.' };
  }
  const sleeve = si(winding.base) > 0 || core.shape === 'none';
  if (si(winding.end) > windingReach(si(core.length), sleeve) + 1e-9) {
    return {
      path: 'winding.end',
      message: sleeve
        ? 'The winding must not be twice as long as its core.'
        : 'The winding must end on the core, or lie on a sleeve.',
    };
  }
  if (si(winding.start) >= si(winding.end)) {
    return { path: 'winding.start', message: 'The winding must start before it ends.' };
  }
  return null;
}

/** A design to start from: a wire nail, one D cell, small clips. */
export function newDesign(name = 'Nail magnet'): DesignDocument {
  return designSchema.cast({
    format: 'nab-design',
    version: 1,
    name,
    core: { shape: 'nail', length: '100 mm', diameter: '5 mm', material: 'nail-steel' },
    wire: { conductor: 'copper', size: '0.5 mm', insulation: 'enamel-1' },
    winding: {
      turns: 60,
      start: '30 mm',
      end: '90 mm',
      base: '0 mm',
      neatness: 1.1,
      layerStyle: 'back',
      startAt: 'tip',
      sense: 'clockwise',
      tails: '15 cm',
    },
    supply: { chemistry: 'alkaline', size: 'D', series: 1, parallel: 1, plusTail: 'first' },
    leads: { count: 2, resistanceEach: '0.07 Ω' },
    load: { object: 'clip-small', massEach: '0.4 g', ends: 'one' },
    roomTemperature: '20 °C',
  }) as DesignDocument;
}
