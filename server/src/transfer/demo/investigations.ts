import {
  newCompassSet,
  newDesign,
  newShell,
  type ExperimentDocument,
} from '@nab/contract/experiments';
import type { LessonSettings, Plan } from '@nab/contract/lesson';

/** A class of the demo: used by one investigation after another. */
export interface DemoClass {
  readonly name: string;
  readonly groups: readonly string[];
  readonly seed: number;
}

const MONDAY: DemoClass = {
  name: 'Monday beach watch',
  groups: ['Limpets', 'Shore crabs', 'Sea stars', 'Oystercatchers'],
  seed: 201,
};
const THURSDAY: DemoClass = {
  name: 'Thursday beach watch',
  groups: ['Hermit crabs', 'Barnacles', 'Terns'],
  seed: 202,
};
const HOLIDAY: DemoClass = {
  name: 'Holiday rockpool club',
  groups: ['Sandpipers', 'Mussels', 'Anemones'],
  seed: 203,
};

/** An investigation of the demo before its trials are simulated. All of it is invented. */
export interface DemoPlan extends Pick<
  Plan,
  'title' | 'factor' | 'measure' | 'repeats' | 'traySize'
> {
  readonly design: ExperimentDocument;
  readonly levels: readonly string[];
  readonly series?: { readonly factor: Plan['factor']; readonly levels: readonly string[] };
  readonly load?: string;
  readonly hold?: Plan['hold'];
  /** What is unlike the usual lesson. */
  readonly lesson?: Partial<LessonSettings>;
  /** People who voted before the first trial of a level. */
  readonly audience?: number;
  readonly class: DemoClass;
  /** Share of the planned trials that have been done. */
  readonly done: number;
  readonly classFactor: number;
  readonly scatter?: number;
  /** Day and time of the first trial, UTC. */
  readonly startsAt: string;
  readonly seed: number;
}

const nail = newDesign('Litter nail');
const bolt = newDesign('Strand-line bolt');
const pipe = newDesign('Driftwood rod');
const rod = newDesign('Whatever lies in the sand');

const strandLineBolt = {
  ...bolt,
  core: {
    ...bolt.core,
    shape: 'bolt' as const,
    length: '80 mm',
    diameter: '8 mm',
    headDiameter: '13 mm',
    headHeight: '5.3 mm',
    material: 'nail-steel' as const,
  },
  wire: { ...bolt.wire, size: '24 AWG' },
  winding: { ...bolt.winding, turns: 150, start: '5 mm', end: '70 mm', tails: '6 in' },
  supply: { ...bolt.supply, size: 'AA' as const, series: 2 },
  load: { ...bolt.load, object: 'washer' as const, massEach: '0.45 g' },
};

/** The Tidepool Science Club sorts steel litter out of beach sand. */
export const DEMO_PLANS: readonly DemoPlan[] = [
  {
    title: 'Do more turns pick up more steel litter?',
    design: nail,
    factor: 'turns',
    levels: ['10 turns', '20 turns', '30 turns', '40 turns', '60 turns'],
    measure: 'objects-one-end',
    class: MONDAY,
    repeats: 3,
    traySize: 60,
    done: 1,
    classFactor: 1.2,
    startsAt: '2026-10-07T09:40:00Z',
    seed: 41,
    lesson: { length: 75, begins: '2026-10-07T09:30' },
  },
  {
    title: 'A thick bolt on two cells: washers from the strand line',
    design: strandLineBolt,
    factor: 'turns',
    levels: ['90 turns', '150 turns', '220 turns'],
    measure: 'objects-one-end',
    class: THURSDAY,
    repeats: 3,
    traySize: 80,
    done: 0.5,
    classFactor: 0.85,
    startsAt: '2026-11-18T13:15:00Z',
    seed: 42,
    lesson: { length: 75 },
  },
  {
    title: 'Is a hollow pipe as good as a solid rod?',
    design: {
      ...pipe,
      core: {
        ...pipe.core,
        shape: 'rod',
        length: '10 cm',
        diameter: '12 mm',
        material: 'annealed-steel',
      },
      winding: { ...pipe.winding, turns: 100, start: '20 mm' },
    },
    factor: 'core-hollow',
    levels: ['Solid', 'Pipe with a thin wall, bored to four fifths'],
    measure: 'objects-one-end',
    class: HOLIDAY,
    repeats: 2,
    traySize: 30,
    done: 0,
    classFactor: 1,
    startsAt: '2026-11-25T10:00:00Z',
    seed: 43,
  },
  {
    title: 'One, two or three cells, on a short winding and on a long one',
    design: {
      ...strandLineBolt,
      name: 'Bolt for the cell race',
      winding: { ...strandLineBolt.winding, turns: 120 },
      leads: { ...strandLineBolt.leads, switchResistance: '0.3 Ω' },
      load: { ...bolt.load, object: 'clip-small', massEach: '0.4 g' },
    },
    factor: 'cells-in-series',
    levels: ['1 cell', '2 cells', '3 cells'],
    series: { factor: 'turns', levels: ['80 turns', '160 turns'] },
    measure: 'objects-one-end',
    class: THURSDAY,
    repeats: 2,
    traySize: 150,
    done: 1,
    classFactor: 0.9,
    startsAt: '2026-11-04T13:15:00Z',
    seed: 44,
  },
  {
    title: 'What must the core be made of?',
    design: {
      ...rod,
      core: { ...rod.core, shape: 'rod', length: '90 mm', diameter: '6 mm' },
      winding: { ...rod.winding, turns: 80, start: '20 mm', end: '80 mm' },
    },
    factor: 'core-material',
    levels: ['steel', 'aluminium', 'wood', 'plastic', 'nothing'],
    measure: 'objects-one-end',
    class: MONDAY,
    repeats: 2,
    traySize: 60,
    done: 1,
    classFactor: 1.1,
    startsAt: '2026-10-14T09:40:00Z',
    seed: 45,
    lesson: { length: 75 },
  },
  {
    title: 'How many sheets of paper can lie between?',
    design: newShell('Harbour magnet'),
    factor: 'gap',
    levels: ['0.1 mm', '0.2 mm', '0.4 mm', '0.8 mm'],
    measure: 'load-held',
    class: HOLIDAY,
    repeats: 2,
    traySize: 60,
    done: 1,
    classFactor: 0.8,
    scatter: 0.15,
    startsAt: '2026-11-11T10:00:00Z',
    seed: 46,
  },
  {
    title: 'How few cells hold ten kilograms of driftwood?',
    design: newShell('Harbour magnet'),
    factor: 'gap',
    levels: ['1 sheet', '3 sheets', '6 sheets'],
    measure: 'fewest-cells',
    load: '10 kg',
    class: HOLIDAY,
    repeats: 3,
    traySize: 60,
    done: 0.5,
    classFactor: 0.8,
    scatter: 0.15,
    startsAt: '2026-11-20T10:00:00Z',
    seed: 47,
    lesson: { length: 90, arrangement: 'wound-before' },
    audience: 34,
  },
  {
    title: 'Does the needle turn farther with more current?',
    design: newCompassSet('Wire over the tide compass'),
    factor: 'current',
    levels: ['0.25 A', '0.5 A', '1 A', '2 A'],
    measure: 'needle-angle',
    class: THURSDAY,
    repeats: 2,
    traySize: 60,
    done: 1,
    classFactor: 1.1,
    scatter: 0.08,
    startsAt: '2026-11-16T13:15:00Z',
    seed: 48,
  },
];
