import { boolean, object, string, type InferType } from 'yup';
import { designSchema, corePart, loadPart, supplyPart, wirePart } from '../experiments/index.js';
import { choice, filledText, quantity, version, whole } from '../fields/index.js';

/** The educator's shelf. */
export type ShelfKind = 'core' | 'reel' | 'cell' | 'object' | 'design';

export const SHELF_KINDS: Readonly<Record<ShelfKind, string>> = {
  core: 'Cores',
  reel: 'Wire',
  cell: 'Cells',
  object: 'Objects to lift',
  design: 'Designs set aside',
};

const count = whole(0, 9999);

/**
 * One thing on the shelf. Beside kind and name it has exactly the part of its kind; the parts have
 * the keys and limits of the same parts of a design.
 */
export const shelfItemSchema = object({
  format: string().oneOf(['nab-shelf-item'], 'This is nothing from a Nab shelf.').defined(),
  kind: choice<ShelfKind>(SHELF_KINDS, 'a kind'),
  name: filledText(80, 'Give it a name.'),
  core: corePart
    .pick([
      'shape',
      'length',
      'diameter',
      'bore',
      'headDiameter',
      'headHeight',
      'threadPitch',
      'stripWidth',
      'stripThickness',
      'material',
    ])
    .shape({ count })
    .noUnknown()
    .optional()
    .default(undefined),
  reel: wirePart
    .pick(['conductor', 'size', 'insulation', 'form', 'foilWidth', 'foilThickness'])
    .shape({ length: quantity('length', { min: 0, max: 5000, unit: 'm' }) })
    .noUnknown()
    .optional()
    .default(undefined),
  cell: supplyPart
    .pick(['chemistry', 'size', 'emf', 'internalResistance'])
    .shape({ count })
    .noUnknown()
    .optional()
    .default(undefined),
  object: loadPart
    .pick(['object', 'massEach', 'ownName', 'ownLength', 'ownThickness'])
    .shape({ count })
    .noUnknown()
    .optional()
    .default(undefined),
  design: designSchema.optional().default(undefined),
})
  .noUnknown()
  .required()
  .test('part', (item, context) => {
    if (!item?.kind) return true;
    const at = (part: string): string => (context.path ? `${context.path}.${part}` : part);
    if (!item[item.kind]) {
      return context.createError({
        path: at(item.kind),
        message: 'The part of its kind is missing.',
      });
    }
    const other = KINDS.find((kind) => kind !== item.kind && item[kind] !== undefined);
    return (
      other === undefined ||
      context.createError({ path: at(other), message: `A ${item.kind} has no such part.` })
    );
  });

const KINDS = Object.keys(SHELF_KINDS) as ShelfKind[];

/** A change of the shelf against the version that was read; 0 for something new. */
export const shelfUpdateSchema = object({
  version: version(0),
  item: shelfItemSchema,
  /** Brings back what was taken off. */
  putBack: boolean().optional(),
})
  .noUnknown()
  .required();

export type ShelfItem = InferType<typeof shelfItemSchema>;
export type ShelfUpdate = InferType<typeof shelfUpdateSchema>;

/** An item as the server sends it. */
export interface VersionedShelfItem {
  readonly id: string;
  readonly version: number;
  /** Invented, from the demo. */
  readonly demo: boolean;
  readonly item: ShelfItem;
}

/** What was taken off the shelf, and when. */
export interface RemovedItem {
  readonly id: string;
  readonly item: ShelfItem;
  readonly at: string;
}

/** An item that was stored earlier, with the keys that a later Nab added, at their defaults. */
export function completeShelfItem(item: ShelfItem): ShelfItem {
  return shelfItemSchema.cast(item, { assert: false }) as ShelfItem;
}

/** Something to begin with, of each kind. */
export function newShelfItem(kind: ShelfKind): ShelfItem {
  const parts: Record<Exclude<ShelfKind, 'design'>, object> = {
    core: {
      core: {
        shape: 'nail',
        length: '100 mm',
        diameter: '5 mm',
        material: 'nail-steel',
        count: 10,
      },
    },
    reel: {
      reel: {
        conductor: 'copper',
        size: '0.5 mm',
        insulation: 'enamel-1',
        form: 'round',
        length: '50 m',
      },
    },
    cell: { cell: { chemistry: 'alkaline', size: 'D', count: 12 } },
    object: { object: { object: 'clip-small', massEach: '0.4 g', count: 200 } },
  };
  if (kind === 'design') throw new RangeError('a design is set aside from the Magnet page');
  return completeShelfItem({
    format: 'nab-shelf-item',
    kind,
    name: '',
    ...parts[kind],
  } as ShelfItem);
}
