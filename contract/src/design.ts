import './locale.js';
import {
  CELLS,
  CELL_SIZES,
  CHEMISTRIES,
  CONDUCTORS,
  CORE_SHAPES,
  HEADED_SHAPES,
  INSULATIONS,
  MATERIALS,
  parseQuantity,
  SMALL_OBJECTS,
  THREADED_SHAPES,
  TOUCH_TIMES,
  WIRE_FORMS,
  type CableJoin,
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
  type LayerStacking,
  type LayerStyle,
  type LiftingEnds,
  type TouchTime,
  type WireForm,
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
  threadPitch: { min: 0.0002, max: 0.005, unit: 'mm' },
  stripSide: { min: 0.0003, max: 0.06, unit: 'mm' },
  foilWidth: { min: 0.002, max: 0.3, unit: 'mm' },
  foilThickness: { min: 0.000005, max: 0.0003, unit: 'mm' },
  coilResistance: { min: 0.005, max: 500, unit: 'Ω' },
  cellTemperature: { min: 263.15, max: 318.15, unit: '°C' },
  benchVoltage: { min: 0.1, max: 30, unit: 'V' },
  currentLimit: { min: 0.05, max: 20, unit: 'A' },
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
const HEAD_ENDS: Readonly<Record<WindingEnd, string>> = {
  rear: 'Away from the objects',
  tip: 'At the lifting end, as pole face',
};
const CABLE_JOINS: Readonly<Record<CableJoin, string>> = {
  adding: 'End to start: both add',
  cancelling: 'End to end: they cancel',
};
const STACKINGS: Readonly<Record<LayerStacking, string>> = {
  square: 'Wire upon wire',
  nested: 'In the grooves of the layer below',
};
const GUIDES = { hand: 'Side by side', thread: 'In the thread of the core' } as const;
/** Cells, or a laboratory supply with a current limit. */
export type SupplyKind = 'cells' | 'bench';
const SUPPLY_KINDS: Readonly<Record<SupplyKind, string>> = {
  cells: 'Cells',
  bench: 'Bench supply',
};
const DIODES = { no: 'None', yes: 'Across the coil' } as const;
export {
  CABLE_JOINS,
  DIODES,
  GUIDES,
  HEAD_ENDS,
  LAYER_STYLES,
  LIFTING_ENDS,
  PLUS_TAILS,
  SENSES,
  STACKINGS,
  SUPPLY_KINDS,
  WINDING_ENDS,
};

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
    headAt: choice<WindingEnd>(HEAD_ENDS, 'an end').default('rear'),
    threadPitch: quantity('length', DESIGN_LIMITS.threadPitch).optional(),
    stripWidth: quantity('length', DESIGN_LIMITS.stripSide).optional(),
    stripThickness: quantity('length', DESIGN_LIMITS.stripSide).optional(),
    material: choice<MaterialId>(MATERIALS, 'a material'),
  })
    .noUnknown()
    .required(),
  wire: object({
    conductor: choice<ConductorId>(CONDUCTORS, 'a conductor'),
    size: quantity('wireDiameter', DESIGN_LIMITS.wireSize),
    insulation: choice<Insulation>(INSULATIONS, 'an insulation'),
    form: choice<WireForm>(WIRE_FORMS, 'a form').default('round'),
    cableJoin: choice<CableJoin>(CABLE_JOINS, 'how it is joined').default('adding'),
    foilWidth: quantity('length', DESIGN_LIMITS.foilWidth).optional(),
    foilThickness: quantity('length', DESIGN_LIMITS.foilThickness).optional(),
    folds: whole(0, 6).default(3),
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
    guide: choice<keyof typeof GUIDES>(GUIDES, 'a guide').default('hand'),
    stacking: choice<LayerStacking>(STACKINGS, 'a stacking').default('square'),
    branches: whole(1, 6).default(1),
    /** The finished coil with its tails, as measured. */
    measuredResistance: quantity('resistance', DESIGN_LIMITS.coilResistance).optional(),
    startAt: choice<WindingEnd>(WINDING_ENDS, 'an end').default('tip'),
    sense: choice<WindingSense>(SENSES, 'a sense').default('clockwise'),
    tails: quantity('length', DESIGN_LIMITS.tails).default('15 cm'),
  })
    .noUnknown()
    .required(),
  supply: object({
    kind: choice<SupplyKind>(SUPPLY_KINDS, 'a supply').default('cells'),
    voltage: quantity('voltage', DESIGN_LIMITS.benchVoltage).optional(),
    currentLimit: quantity('current', DESIGN_LIMITS.currentLimit).optional(),
    /** Charge already drawn from the cells, in percent. */
    used: whole(0, 95).default(0),
    temperature: quantity('temperature', DESIGN_LIMITS.cellTemperature).default('20 °C'),
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
    switchResistance: quantity('resistance', DESIGN_LIMITS.leadResistance).default('0 Ω'),
    diode: choice<keyof typeof DIODES>(DIODES, 'one').default('no'),
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
  touch: choice<TouchTime>(TOUCH_TIMES, 'a limit').default('classroom'),
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
  if (si(winding.end) > si(core.length) + 1e-9) {
    return { path: 'winding.end', message: 'The winding must end on the core.' };
  }
  if (si(winding.start) >= si(winding.end)) {
    return { path: 'winding.start', message: 'The winding must start before it ends.' };
  }
  return null;
}

/** Adhesive tape round a folded strip, m. Typical, from memory. */
const TAPE_THICKNESS = 6e-5;

/** The same design in SI for the core. The document must be valid. */
export function toMagnetDesign(design: DesignDocument): MagnetDesign {
  const si = (text: string, kind: QuantityKind = 'length'): number => parseQuantity(text, kind).si;
  const { core, wire, winding, supply, leads, load } = design;
  const hasHead =
    HEADED_SHAPES.includes(core.shape) &&
    core.headDiameter !== undefined &&
    core.headHeight !== undefined;
  const isStrip =
    core.shape === 'strip' && core.stripWidth !== undefined && core.stripThickness !== undefined;
  const strip = isStrip
    ? { width: si(core.stripWidth!), thickness: si(core.stripThickness!) }
    : undefined;
  return {
    core: {
      shape: core.shape,
      length: si(core.length),
      // A strip counts by its girth wherever a diameter is wanted.
      diameter: strip ? (2 * (strip.width + strip.thickness)) / Math.PI : si(core.diameter),
      bore: core.shape === 'pipe' && core.bore !== undefined ? si(core.bore) : 0,
      ...(hasHead && {
        head: { diameter: si(core.headDiameter!), height: si(core.headHeight!) },
        headAt: core.headAt,
      }),
      ...(THREADED_SHAPES.includes(core.shape) &&
        core.threadPitch !== undefined && { thread: si(core.threadPitch) }),
      ...(strip && { strip }),
      material: core.material,
    },
    wire: {
      conductor: wire.conductor,
      diameter: si(wire.size, 'wireDiameter'),
      insulation: wire.insulation,
      form: wire.form,
      join: wire.cableJoin,
      ...(wire.form === 'foil' &&
        wire.foilWidth !== undefined &&
        wire.foilThickness !== undefined && {
          foil: {
            width: si(wire.foilWidth),
            thickness: si(wire.foilThickness),
            folds: wire.folds,
            tape: TAPE_THICKNESS,
          },
        }),
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
      inThread: winding.guide === 'thread',
      stacking: winding.stacking,
      branches: winding.branches,
      ...(winding.measuredResistance !== undefined && {
        measuredResistance: si(winding.measuredResistance, 'resistance'),
      }),
    },
    supply: {
      chemistry: supply.chemistry,
      size: supply.size,
      series: supply.series,
      parallel: supply.parallel,
      plusTail: supply.plusTail,
      used: supply.used / 100,
      temperature: si(supply.temperature, 'temperature'),
      ...(supply.kind === 'bench' &&
        supply.voltage !== undefined &&
        supply.currentLimit !== undefined && {
          bench: {
            voltage: si(supply.voltage, 'voltage'),
            currentLimit: si(supply.currentLimit, 'current'),
          },
        }),
      ...(supply.emf !== undefined &&
        supply.internalResistance !== undefined && {
          measured: {
            emf: si(supply.emf, 'voltage'),
            internalResistance: si(supply.internalResistance, 'resistance'),
          },
        }),
    },
    leads: {
      count: leads.count,
      resistanceEach: si(leads.resistanceEach, 'resistance'),
      switchResistance: si(leads.switchResistance, 'resistance'),
      diode: leads.diode === 'yes',
    },
    ends: load.ends,
    objectMass: si(load.massEach, 'mass'),
    roomTemperature: si(design.roomTemperature, 'temperature'),
    touch: design.touch,
  };
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
