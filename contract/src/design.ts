import './locale.js';
import {
  CELLS,
  CELL_SIZES,
  CHEMISTRIES,
  CONDUCTORS,
  CORE_SHAPES,
  INSULATIONS,
  MATERIALS,
  parseQuantity,
  SMALL_OBJECTS,
  type CellSize,
  type Chemistry,
  type ConductorId,
  type CoreShape,
  type Insulation,
  type MagnetDesign,
  type MaterialId,
  type QuantityKind,
  type SmallObjectId,
  type PlusTail,
  type WindingEnd,
  type WindingSense,
  type LayerStyle,
  type LiftingEnds,
} from '@nab/core';
import { number, object, string, type InferType, type NumberSchema, type StringSchema } from 'yup';
import { quantity, type QuantityLimits } from './quantity-field.js';

/** Limits of every quantity of a design, SI. */
export const DESIGN_LIMITS = {
  coreLength: { min: 0.01, max: 0.5, unit: 'mm' },
  coreDiameter: { min: 0.001, max: 0.06, unit: 'mm' },
  bore: { min: 0.0005, max: 0.058, unit: 'mm' },
  headDiameter: { min: 0.002, max: 0.1, unit: 'mm' },
  headHeight: { min: 0.0005, max: 0.05, unit: 'mm' },
  wireSize: { min: 0.00005, max: 0.003, unit: 'mm' },
  position: { min: 0, max: 0.5, unit: 'mm' },
  base: { min: 0, max: 0.01, unit: 'mm' },
  tails: { min: 0, max: 3, unit: 'cm' },
  emf: { min: 0.5, max: 30, unit: 'V' },
  internalResistance: { min: 0, max: 50, unit: 'Ω' },
  leadResistance: { min: 0, max: 5, unit: 'Ω' },
  massEach: { min: 1e-6, max: 1, unit: 'g' },
  roomTemperature: { min: 273.15, max: 318.15, unit: '°C' },
} as const satisfies Record<string, QuantityLimits>;

export const TURNS_LIMITS = { min: 1, max: 5000 };

function choice<T extends string>(
  options: Readonly<Record<T, unknown>>,
  what: string,
): StringSchema<T> {
  const ids = Object.keys(options) as T[];
  return string<T>().oneOf(ids, `Choose ${what} from the list.`).defined();
}

function whole(min: number, max: number): NumberSchema<number> {
  const message = `Must be a whole number from ${min} to ${max}.`;
  return number()
    .typeError(message)
    .integer(message)
    .min(min, message)
    .max(max, message)
    .defined(message);
}

const LAYER_STYLES: Readonly<Record<LayerStyle, string>> = {
  back: 'Wound back toward the start',
  restart: 'Run straight back, started again from the same end',
};
const WINDING_ENDS: Readonly<Record<WindingEnd, string>> = {
  tip: 'At the lifting end',
  rear: 'At the other end',
};
const SENSES: Readonly<Record<WindingSense, string>> = {
  clockwise: 'Clockwise',
  anticlockwise: 'Anticlockwise',
};
const PLUS_TAILS: Readonly<Record<PlusTail, string>> = {
  first: 'Tail of the first turn',
  last: 'Tail of the last turn',
};
const LIFTING_ENDS: Readonly<Record<LiftingEnds, string>> = {
  one: 'One end',
  both: 'Both ends',
};
export { LAYER_STYLES, LIFTING_ENDS, PLUS_TAILS, SENSES, WINDING_ENDS };

/**
 * A design as it is stored, sent and saved to a file: every quantity as the educator typed it. The
 * published JSON Schema is generated from this one.
 */
export const designSchema = object({
  format: string().oneOf(['nab-design'], 'This is not a Nab design.').defined(),
  version: number().oneOf([1], 'This version of Nab reads designs of version 1.').defined(),
  name: string()
    .trim()
    .min(1, 'Give the magnet a name.')
    .max(80, 'At most 80 characters.')
    .defined(),
  core: object({
    shape: choice<CoreShape>(CORE_SHAPES, 'a shape'),
    length: quantity('length', DESIGN_LIMITS.coreLength),
    diameter: quantity('length', DESIGN_LIMITS.coreDiameter),
    bore: quantity('length', DESIGN_LIMITS.bore).optional(),
    headDiameter: quantity('length', DESIGN_LIMITS.headDiameter).optional(),
    headHeight: quantity('length', DESIGN_LIMITS.headHeight).optional(),
    material: choice<MaterialId>(MATERIALS, 'a material'),
  })
    .noUnknown()
    .required(),
  wire: object({
    conductor: choice<ConductorId>(CONDUCTORS, 'a conductor'),
    size: quantity('wireDiameter', DESIGN_LIMITS.wireSize),
    insulation: choice<Insulation>(INSULATIONS, 'an insulation'),
  })
    .noUnknown()
    .required(),
  winding: object({
    turns: whole(TURNS_LIMITS.min, TURNS_LIMITS.max),
    start: quantity('length', DESIGN_LIMITS.position),
    end: quantity('length', DESIGN_LIMITS.position),
    base: quantity('length', DESIGN_LIMITS.base).default('0 mm'),
    neatness: number()
      .typeError('Must be a number from 1 to 2.')
      .min(1, 'Must be from 1 (tight) to 2.')
      .max(2, 'Must be from 1 (tight) to 2.')
      .defined()
      .default(1.1),
    layerStyle: choice<LayerStyle>(LAYER_STYLES, 'a layer style').default('back'),
    startAt: choice<WindingEnd>(WINDING_ENDS, 'an end').default('tip'),
    sense: choice<WindingSense>(SENSES, 'a sense').default('clockwise'),
    tails: quantity('length', DESIGN_LIMITS.tails).default('15 cm'),
  })
    .noUnknown()
    .required(),
  supply: object({
    chemistry: choice<Chemistry>(CHEMISTRIES, 'a chemistry'),
    size: choice<CellSize>(CELL_SIZES, 'a size'),
    series: whole(1, 12).default(1),
    parallel: whole(1, 8).default(1),
    plusTail: choice<PlusTail>(PLUS_TAILS, 'a tail').default('first'),
    /** One cell as measured; both or neither. */
    emf: quantity('voltage', DESIGN_LIMITS.emf).optional(),
    internalResistance: quantity('resistance', DESIGN_LIMITS.internalResistance).optional(),
  })
    .noUnknown()
    .required()
    .test('cell', (supply: { chemistry: Chemistry; size: CellSize } | undefined, context) => {
      if (!supply) return true;
      const made = CELLS.some((c) => c.chemistry === supply.chemistry && c.size === supply.size);
      return (
        made ||
        context.createError({
          path: 'supply.size',
          message: `${CHEMISTRIES[supply.chemistry]} cells are not made in this size.`,
        })
      );
    }),
  leads: object({
    count: whole(0, 8).default(2),
    resistanceEach: quantity('resistance', DESIGN_LIMITS.leadResistance).default('0.07 Ω'),
  })
    .noUnknown()
    .required(),
  load: object({
    object: choice<SmallObjectId>(SMALL_OBJECTS, 'an object'),
    massEach: quantity('mass', DESIGN_LIMITS.massEach),
    ends: choice<LiftingEnds>(LIFTING_ENDS, 'which ends are counted').default('one'),
  })
    .noUnknown()
    .required(),
  roomTemperature: quantity('temperature', DESIGN_LIMITS.roomTemperature).default('20 °C'),
})
  .noUnknown()
  .required()
  .test('geometry', (design, context) => {
    // A part that is missing has its own message.
    const parts = design as Partial<DesignDocument> | undefined;
    if (!parts?.core || !parts.winding || !parts.supply) return true;
    const problem = geometryProblem(design as DesignDocument);
    return problem === null || context.createError(problem);
  });

export type DesignDocument = InferType<typeof designSchema>;

/**
 * A stored design with the keys that a later Nab added, at their defaults; so that what was saved
 * before stays valid.
 */
export function completeDesign(document: DesignDocument): DesignDocument {
  return designSchema.cast(document, { assert: false }) as DesignDocument;
}

/** Faults that lie between fields, each put beside the field that can mend it. */
function geometryProblem(design: DesignDocument): { path: string; message: string } | null {
  const { core, winding } = design;
  const si = (text: string | undefined, kind: QuantityKind = 'length'): number => {
    try {
      return parseQuantity(text ?? '', kind).si;
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
  if (core.shape === 'bolt' && si(core.headDiameter) <= si(core.diameter)) {
    return { path: 'core.headDiameter', message: 'The head must be wider than the bolt.' };
  }
  const { supply } = design;
  if (supply.emf !== undefined && supply.internalResistance === undefined) {
    return { path: 'supply.internalResistance', message: 'A measured cell needs both values.' };
  }
  if (supply.emf === undefined && supply.internalResistance !== undefined) {
    return { path: 'supply.emf', message: 'A measured cell needs both values.' };
  }
  if (si(winding.end) > si(core.length) + 1e-9) {
    return { path: 'winding.end', message: 'The winding must end on the core.' };
  }
  if (si(winding.start) >= si(winding.end)) {
    return { path: 'winding.start', message: 'The winding must start before it ends.' };
  }
  return null;
}

/** The same design in SI for the core. The document must be valid. */
export function toMagnetDesign(design: DesignDocument): MagnetDesign {
  const si = (text: string, kind: QuantityKind = 'length'): number => parseQuantity(text, kind).si;
  const { core, wire, winding, supply, leads, load } = design;
  const hasHead =
    core.shape === 'bolt' && core.headDiameter !== undefined && core.headHeight !== undefined;
  return {
    core: {
      shape: core.shape,
      length: si(core.length),
      diameter: si(core.diameter),
      bore: core.shape === 'pipe' && core.bore !== undefined ? si(core.bore) : 0,
      ...(hasHead && {
        head: { diameter: si(core.headDiameter!), height: si(core.headHeight!) },
      }),
      material: core.material,
    },
    wire: {
      conductor: wire.conductor,
      diameter: si(wire.size, 'wireDiameter'),
      insulation: wire.insulation,
    },
    winding: {
      turns: winding.turns,
      start: si(winding.start),
      end: si(winding.end),
      base: si(winding.base),
      neatness: winding.neatness,
      layerStyle: winding.layerStyle,
      startAt: winding.startAt,
      sense: winding.sense,
      tail: si(winding.tails),
    },
    supply: {
      chemistry: supply.chemistry,
      size: supply.size,
      series: supply.series,
      parallel: supply.parallel,
      plusTail: supply.plusTail,
      ...(supply.emf !== undefined &&
        supply.internalResistance !== undefined && {
          measured: {
            emf: si(supply.emf, 'voltage'),
            internalResistance: si(supply.internalResistance, 'resistance'),
          },
        }),
    },
    leads: { count: leads.count, resistanceEach: si(leads.resistanceEach, 'resistance') },
    ends: load.ends,
    objectMass: si(load.massEach, 'mass'),
    roomTemperature: si(design.roomTemperature, 'temperature'),
  };
}

/** A design to start from: a wire nail, one D cell, small clips. */
export function newDesign(name = 'Nail magnet'): DesignDocument {
  return {
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
  };
}
