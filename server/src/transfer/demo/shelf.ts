import { shelfItemSchema, type ShelfItem } from '@nab/contract/shelf';

const item = (rest: object): ShelfItem =>
  shelfItemSchema.cast({ format: 'nab-shelf-item', ...rest }) as ShelfItem;

/** The cupboard of the Tidepool Science Club. All of it is invented. */
export const DEMO_SHELF: readonly ShelfItem[] = [
  item({
    kind: 'core',
    name: 'Round wire nails, long box',
    core: { shape: 'nail', length: '100 mm', diameter: '5 mm', material: 'nail-steel', count: 24 },
  }),
  item({
    kind: 'core',
    name: 'Hexagon bolts from the boat shed',
    core: {
      shape: 'bolt',
      length: '80 mm',
      diameter: '8 mm',
      headDiameter: '13 mm',
      headHeight: '5.3 mm',
      threadPitch: '1.25 mm',
      material: 'nail-steel',
      count: 4,
    },
  }),
  item({
    kind: 'core',
    name: 'Soft rods, annealed in the stove',
    core: { shape: 'rod', length: '90 mm', diameter: '6 mm', material: 'annealed-steel', count: 8 },
  }),
  item({
    kind: 'core',
    name: 'Brass rods, for comparing',
    core: { shape: 'rod', length: '90 mm', diameter: '6 mm', material: 'brass', count: 6 },
  }),
  item({
    kind: 'reel',
    name: 'Enamelled, the big reel',
    reel: {
      conductor: 'copper',
      size: '0.5 mm',
      insulation: 'enamel-1',
      form: 'round',
      length: '62 m',
    },
  }),
  item({
    kind: 'reel',
    name: 'Offcut of the big reel',
    reel: {
      conductor: 'copper',
      size: '0.5 mm',
      insulation: 'enamel-1',
      form: 'round',
      length: '3.2 m',
    },
  }),
  item({
    kind: 'reel',
    name: 'Enamelled, fine',
    reel: {
      conductor: 'copper',
      size: '0.315 mm',
      insulation: 'enamel-1',
      form: 'round',
      length: '40 m',
    },
  }),
  item({
    kind: 'reel',
    name: 'Bell wire, green',
    reel: {
      conductor: 'copper',
      size: '22 AWG',
      insulation: 'hook-up',
      form: 'round',
      length: '18 m',
    },
  }),
  item({
    kind: 'cell',
    name: 'D cells, this term',
    cell: { chemistry: 'alkaline', size: 'D', count: 12 },
  }),
  item({
    kind: 'cell',
    name: 'AA cells from the torches, measured',
    cell: {
      chemistry: 'alkaline',
      size: 'AA',
      emf: '1.52 V',
      internalResistance: '0.26 Ω',
      count: 20,
    },
  }),
  item({
    kind: 'object',
    name: 'Paper clips, small',
    object: { object: 'clip-small', massEach: '0.41 g', count: 400 },
  }),
  item({
    kind: 'object',
    name: 'Net hooks from the strand line',
    object: {
      object: 'own',
      ownName: 'hooks',
      massEach: '0.72 g',
      ownLength: '22 mm',
      ownThickness: '1.2 mm',
      count: 90,
    },
  }),
];
