import { MATERIALS, type LayerStyle, type MaterialId } from '@nab/core/physics';
import { parseQuantity, type QuantityKind } from '@nab/core/quantities';
import { SHELL_COUNTS, SHELL_LIMITS, type ShellMagnet } from '@nab/core/experiments';
import { number, object, string, type InferType } from 'yup';
import {
  LAYER_STYLES,
  counted,
  DESIGN_LIMITS,
  leadsPart,
  supplyPart,
  wirePart,
  toLeads,
  toSupply,
  toWire,
} from '../magnet/index.js';
import { choice, filledText, quantity, whole } from '../../fields/index.js';

const length = (key: keyof typeof SHELL_LIMITS) => quantity('length', SHELL_LIMITS[key]);

/** Which of several magnets are tilted or partly covered. */
export const SEATED = { all: 'All magnets', one: 'One magnet, the others flat' } as const;

/** A shell magnet's file: cup, keeper, coil, supply, seat and the load that is to hang from it. */
export const shellSchema = object({
  format: string()
    .oneOf(['nab-shell-magnet'], 'This is no shell magnet of Nab’s.')
    .required('This is no shell magnet of Nab’s.'),
  version: number().oneOf([1], 'This file is of a newer Nab.').required('The version is missing.'),
  name: filledText(80, 'Give it a name.'),
  shell: object({
    poleDiameter: length('poleDiameter'),
    outerDiameter: length('outerDiameter'),
    wall: length('wall'),
    base: length('base'),
    depth: length('depth'),
    material: choice<MaterialId>(MATERIALS, 'a material'),
  })
    .noUnknown()
    .required(),
  keeper: object({
    diameter: length('keeperDiameter'),
    thickness: length('keeperThickness'),
  })
    .noUnknown()
    .required(),
  wire: wirePart,
  winding: object({
    turns: counted('turns'),
    former: length('former').default('0.7 mm'),
    neatness: number()
      .typeError('Must be a number from 1 to 2.')
      .min(1, 'Must be from 1 (tight) to 2.')
      .max(2, 'Must be from 1 (tight) to 2.')
      .default(1.1),
    layerStyle: choice<LayerStyle>(LAYER_STYLES, 'a layer style').default('back'),
    tails: quantity('length', DESIGN_LIMITS.tails).default('15 cm'),
  })
    .noUnknown()
    .required(),
  supply: supplyPart,
  leads: leadsPart,
  count: whole(SHELL_COUNTS.count.min, SHELL_COUNTS.count.max).default(1),
  seat: object({
    gap: length('gap').default('0.1 mm'),
    tilt: length('tilt').default('0 mm'),
    covered: whole(SHELL_COUNTS.covered.min, SHELL_COUNTS.covered.max).default(100),
    of: choice<keyof typeof SEATED>(SEATED, 'which magnets sit so').default('all'),
  })
    .noUnknown()
    .required(),
  load: quantity('mass', SHELL_LIMITS.load).default('25 kg'),
  roomTemperature: quantity('temperature', DESIGN_LIMITS.roomTemperature).default('20 °C'),
})
  .noUnknown()
  .required()
  .test('nested', (document, context) => {
    const { shell, winding, keeper } = document as Partial<ShellDocument>;
    if (!shell || !winding || !keeper) return true;
    const si = (text: string): number => {
      try {
        return parseQuantity(text, 'length').si;
      } catch {
        return NaN;
      }
    };
    const window =
      si(shell.outerDiameter) / 2 -
      si(shell.wall) -
      si(shell.poleDiameter) / 2 -
      2 * si(winding.former);
    if (window <= 0) {
      return context.createError({
        path: 'shell.outerDiameter',
        message: 'No room is left between pole and wall.',
      });
    }
    if (si(shell.depth) <= 2 * si(winding.former)) {
      return context.createError({ path: 'shell.depth', message: 'No room is left for a coil.' });
    }
    if (si(keeper.diameter) <= si(shell.poleDiameter)) {
      return context.createError({
        path: 'keeper.diameter',
        message: 'The keeper must be wider than the pole.',
      });
    }
    return true;
  });

export type ShellDocument = InferType<typeof shellSchema>;

/** A cup of 40 mm on two D cells, to start from. */
export function newShell(name = 'Shell magnet'): ShellDocument {
  return shellSchema.cast({
    format: 'nab-shell-magnet',
    version: 1,
    name,
    shell: {
      poleDiameter: '16 mm',
      outerDiameter: '40 mm',
      wall: '3.5 mm',
      base: '5 mm',
      depth: '15 mm',
      material: 'annealed-steel',
    },
    keeper: { diameter: '40 mm', thickness: '6 mm' },
    wire: { conductor: 'copper', size: '0.5 mm', insulation: 'enamel-1' },
    winding: { turns: 160 },
    supply: { chemistry: 'alkaline', size: 'D', series: 4, parallel: 1, plusTail: 'first' },
    leads: {},
    seat: {},
  }) as ShellDocument;
}

/** The same magnet in SI for the core. The document must be valid. */
export function toShellMagnet(document: ShellDocument): ShellMagnet {
  const si = (text: string, kind: QuantityKind = 'length'): number => parseQuantity(text, kind).si;
  const { shell, keeper, winding, seat } = document;
  const wallOuter = si(shell.outerDiameter) / 2;
  return {
    steel: {
      poleRadius: si(shell.poleDiameter) / 2,
      wallInner: wallOuter - si(shell.wall),
      wallOuter,
      base: si(shell.base),
      depth: si(shell.depth),
      keeperRadius: si(keeper.diameter) / 2,
      keeperThickness: si(keeper.thickness),
    },
    material: shell.material,
    former: si(winding.former),
    wire: toWire(document.wire),
    winding: {
      turns: winding.turns,
      neatness: winding.neatness,
      layerStyle: winding.layerStyle,
      startAt: 'rear',
      sense: 'clockwise',
      tail: si(winding.tails),
    },
    supply: toSupply(document.supply),
    leads: toLeads(document.leads),
    count: document.count,
    seat: { gap: si(seat.gap), tilt: si(seat.tilt), covered: seat.covered / 100 },
    ...(seat.of === 'one' && { onlyOneOff: true }),
    roomTemperature: si(document.roomTemperature, 'temperature'),
  };
}
