import {
  CELLS,
  CELL_SIZES,
  CHEMISTRIES,
  COIL_COUNTS,
  COIL_LIMITS,
  CONDUCTORS,
  INSULATIONS,
  MATERIALS,
  SMALL_OBJECTS,
  WIRE_FORMS,
  YOKES,
  type CableJoin,
  type CellSize,
  type Chemistry,
  type ConductorId,
  type Insulation,
  type MaterialId,
  type SmallObjectId,
  type PlusTail,
  type WindingEnd,
  type WindingSense,
  type LayerStacking,
  type LayerStyle,
  type LiftMethod,
  type WireForm,
  type Yoke,
} from '@nab/core/physics';
import {
  CORE_SHAPES,
  MAGNET_LIMITS,
  type CoreShape,
  type LiftingEnds,
} from '@nab/core/experiments';
import { number, object, string, type NumberSchema } from 'yup';
import {
  CABLE_JOINS,
  COIL_JOINS,
  DIODES,
  GUIDES,
  HEAD_ENDS,
  LAYER_STYLES,
  LIFTING_ENDS,
  LIFT_METHODS,
  PLUS_TAILS,
  POLE_COUNTS,
  SECOND_SENSES,
  SENSES,
  STACKINGS,
  SUPPLY_KINDS,
  WINDING_ENDS,
  type PoleCount,
  type SupplyKind,
} from './choices.js';
import { choice, quantity, text, whole } from '../../fields/index.js';

/** Limits of every quantity of a design, SI. */
export const DESIGN_LIMITS = { ...COIL_LIMITS, ...MAGNET_LIMITS };

/** A count with the core's limits. */
export function counted(what: keyof typeof COIL_COUNTS): NumberSchema<number> {
  return whole(COIL_COUNTS[what].min, COIL_COUNTS[what].max);
}

/** The thing on the shelf that a part was taken from. */
const shelf = string().uuid('This is no item of the shelf.').optional();

export const corePart = object({
  shelf,
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
  /** What the educator calls the material, which behaves like the one chosen. */
  materialName: text(40).optional(),
  poles: choice<PoleCount>(POLE_COUNTS, 'one or two').default('one'),
  spacing: quantity('length', DESIGN_LIMITS.spacing).default('40 mm'),
  yoke: choice<Yoke>(YOKES, 'a yoke').default('bar'),
  yokeWidth: quantity('length', DESIGN_LIMITS.yokeSide).optional(),
  yokeThickness: quantity('length', DESIGN_LIMITS.yokeSide).optional(),
  yokeGap: quantity('length', DESIGN_LIMITS.yokeGap).optional(),
})
  .noUnknown()
  .required();

/** Of folded foil neither a size nor an enamel is asked; these are unused defaults. */
const UNUSED_OF_FOIL = { size: '0.5 mm', insulation: 'bare' } as const;

export const wirePart = object({
  shelf,
  conductor: choice<ConductorId>(CONDUCTORS, 'a conductor'),
  size: quantity('wireDiameter', DESIGN_LIMITS.wireSize),
  insulation: choice<Insulation>(INSULATIONS, 'an insulation'),
  form: choice<WireForm>(WIRE_FORMS, 'a form').default('round'),
  cableJoin: choice<CableJoin>(CABLE_JOINS, 'how it is joined').default('adding'),
  foilWidth: quantity('length', DESIGN_LIMITS.foilWidth).optional(),
  foilThickness: quantity('length', DESIGN_LIMITS.foilThickness).optional(),
  folds: counted('folds').default(3),
})
  .noUnknown()
  .transform((wire: { form?: unknown } | null) =>
    wire?.form === 'foil' ? { ...UNUSED_OF_FOIL, ...wire } : wire,
  )
  .required();

export const windingPart = object({
  turns: counted('turns'),
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
  branches: counted('branches').default(1),
  /** Of a magnet with two cores: sense of the second coil, and how the two are connected. */
  second: choice<keyof typeof SECOND_SENSES>(SECOND_SENSES, 'a sense').default('opposite'),
  coils: choice<keyof typeof COIL_JOINS>(COIL_JOINS, 'a connection').default('series'),
  /** The finished coil with its tails, as measured. */
  measuredResistance: quantity('resistance', DESIGN_LIMITS.coilResistance).optional(),
  startAt: choice<WindingEnd>(WINDING_ENDS, 'an end').default('tip'),
  sense: choice<WindingSense>(SENSES, 'a sense').default('clockwise'),
  tails: quantity('length', DESIGN_LIMITS.tails).default('15 cm'),
})
  .noUnknown()
  .required();

export const supplyPart = object({
  shelf,
  kind: choice<SupplyKind>(SUPPLY_KINDS, 'a supply').default('cells'),
  voltage: quantity('voltage', DESIGN_LIMITS.benchVoltage).optional(),
  currentLimit: quantity('current', DESIGN_LIMITS.currentLimit).optional(),
  /** Charge already drawn from the cells, in percent. */
  used: counted('used').default(0),
  temperature: quantity('temperature', DESIGN_LIMITS.cellTemperature).default('20 °C'),
  chemistry: choice<Chemistry>(CHEMISTRIES, 'a chemistry'),
  size: choice<CellSize>(CELL_SIZES, 'a size'),
  series: counted('series').default(1),
  parallel: counted('parallel').default(1),
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
        path: `${context.path}.size`,
        message: `${CHEMISTRIES[supply.chemistry]} cells are not made in this size.`,
      })
    );
  });

export const leadsPart = object({
  count: counted('leads').default(2),
  resistanceEach: quantity('resistance', DESIGN_LIMITS.leadResistance).default('0.07 Ω'),
  switchResistance: quantity('resistance', DESIGN_LIMITS.leadResistance).default('0 Ω'),
  diode: choice<keyof typeof DIODES>(DIODES, 'one').default('no'),
})
  .noUnknown()
  .required();

export const loadPart = object({
  shelf,
  object: choice<SmallObjectId>(SMALL_OBJECTS, 'an object'),
  massEach: quantity('mass', DESIGN_LIMITS.massEach),
  ends: choice<LiftingEnds>(LIFTING_ENDS, 'which ends are counted').default('one'),
  method: choice<LiftMethod>(LIFT_METHODS, 'a method').default('dip'),
  /** What an object of one's own is called, in the plural, and its size. */
  ownName: text(40).optional(),
  ownLength: quantity('length', DESIGN_LIMITS.objectLength).optional(),
  ownThickness: quantity('length', DESIGN_LIMITS.objectThickness).optional(),
  plateWidth: quantity('length', DESIGN_LIMITS.plateWidth).default('30 mm'),
  plateThickness: quantity('length', DESIGN_LIMITS.plateThickness).default('8 mm'),
  contactGap: quantity('length', DESIGN_LIMITS.contactGap).default('0.1 mm'),
  /** How much wider the gap is at one side, and the load that is to hang from the plate. */
  plateTilt: quantity('length', DESIGN_LIMITS.plateTilt).default('0 mm'),
  plateLoad: quantity('mass', DESIGN_LIMITS.plateLoad).default('500 g'),
})
  .noUnknown()
  .required();
