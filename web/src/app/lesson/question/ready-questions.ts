import {
  newCompassSet,
  newTrack,
  newDesign,
  newShell,
  type DesignDocument,
  type ExperimentDocument,
} from '@nab/contract/experiments';
import type { PlanBeginning } from '../../investigation';

/** A question that is ready to be asked, with what a teacher wants to know before choosing it. */
export interface ReadyQuestion extends PlanBeginning {
  readonly id: string;
  readonly ages: string;
  /** Of the lesson at the bench, winding included. */
  readonly minutes: number;
  readonly shows: string;
  readonly trouble: string;
  readonly design: ExperimentDocument;
}

const nail = newDesign('Nail magnet');

const magnetOf = (name: string, change: (design: DesignDocument) => Partial<DesignDocument>) => {
  const design = newDesign(name);
  return { ...design, ...change(design) };
};

const bolt = magnetOf('Bolt magnet', (d) => ({
  core: {
    ...d.core,
    shape: 'bolt',
    length: '80 mm',
    diameter: '8 mm',
    headDiameter: '13 mm',
    headHeight: '5.3 mm',
  },
  winding: { ...d.winding, turns: 120, start: '5 mm', end: '70 mm' },
}));

const rod = magnetOf('Rod magnet', (d) => ({
  core: { ...d.core, shape: 'rod', length: '90 mm', diameter: '6 mm' },
  winding: { ...d.winding, turns: 80, start: '20 mm', end: '80 mm' },
}));

const twoRods = magnetOf('Two-pole magnet', (d) => ({
  core: {
    ...d.core,
    shape: 'rod',
    length: '80 mm',
    diameter: '8 mm',
    poles: 'two',
    spacing: '35 mm',
  },
  winding: { ...d.winding, turns: 80, start: '10 mm', end: '70 mm' },
}));

/** A current that wire and cells stand for a whole lesson. */
const gentle = (design: DesignDocument, resistance = '0.5 Ω'): DesignDocument => ({
  ...design,
  leads: { ...design.leads, switchResistance: resistance },
});

/** Questions that classes ask, in Nab's own words; each can be wound and run without a change. */
export const READY_QUESTIONS: readonly ReadyQuestion[] = [
  {
    id: 'turns',
    title: 'Do more turns make a stronger magnet?',
    ages: '8–14',
    minutes: 45,
    shows: 'More turns lift more, nearly in a straight line as far as a class can see.',
    trouble: 'Coils slide along the nail: tape both ends before counting turns.',
    experiment: 'straight-magnet',
    design: nail,
    factor: 'turns',
    levels: ['20 turns', '40 turns', '60 turns', '100 turns'],
    measure: 'objects-one-end',
  },
  {
    id: 'cells',
    title: 'What do one, two or three cells do to a bolt?',
    ages: '9–14',
    minutes: 35,
    shows: 'More cells drive more current, and the bolt lifts more; it also gets warm sooner.',
    trouble: 'Three cells warm the coil: on to lift, off to count.',
    experiment: 'straight-magnet',
    design: gentle(bolt, '0.8 Ω'),
    factor: 'cells-in-series',
    levels: ['1 cell', '2 cells', '3 cells'],
    measure: 'objects-one-end',
    traySize: 120,
  },
  {
    id: 'wire-length',
    title: 'What do 2, 3 and 4 feet of wire do?',
    ages: '9–14',
    minutes: 45,
    shows: 'A longer wire makes more turns, but the same tails eat into a short one most.',
    trouble: 'Measure the tails too: every group leaves the same length free.',
    experiment: 'straight-magnet',
    design: { ...nail, winding: { ...nail.winding, tails: '4 in' } },
    factor: 'wire-length',
    levels: ['2 ft', '3 ft', '4 ft'],
    measure: 'objects-one-end',
  },
  {
    id: 'material',
    title: 'What must the core be made of: steel, aluminium, wood, plastic or nothing?',
    ages: '7–11',
    minutes: 40,
    shows: 'Only what a magnet sticks to makes a strong core; all others lift like an empty coil.',
    trouble: 'An aluminium rod of steel colour: try each with a kitchen magnet first.',
    experiment: 'straight-magnet',
    design: rod,
    factor: 'core-material',
    levels: ['steel', 'aluminium', 'wood', 'plastic', 'nothing'],
    measure: 'objects-one-end',
    repeats: 2,
  },
  {
    id: 'presence',
    title: 'How much does the nail do, and how much the coil?',
    ages: '8–13',
    minutes: 30,
    shows: 'The same coil with and without its core: the steel does nearly all of it.',
    trouble: 'Wind on a drinking straw or a paper sleeve, or the nail will not slide out.',
    experiment: 'straight-magnet',
    design: { ...nail, winding: { ...nail.winding, base: '0.5 mm' } },
    factor: 'core-presence',
    levels: ['with', 'without'],
    measure: 'objects-one-end',
  },
  {
    id: 'wire-thickness',
    title: 'Is thick wire better than thin wire?',
    ages: '12–16',
    minutes: 50,
    shows: 'Thicker wire lets more current through, until the cell itself is the limit.',
    trouble: 'Thick wire springs open: hold each turn with the thumb.',
    experiment: 'straight-magnet',
    design: gentle(nail, '0.2 Ω'),
    factor: 'wire-thickness',
    levels: ['0.25 mm', '0.4 mm', '0.63 mm'],
    measure: 'objects-one-end',
  },
  {
    id: 'hollow',
    title: 'Is a pipe as good as a solid rod?',
    ages: '11–16',
    minutes: 40,
    shows:
      'A thick-walled pipe is nearly as good: flux keeps to the outside until the wall is full.',
    trouble: 'A water pipe may be copper or stainless: test it with a magnet.',
    experiment: 'straight-magnet',
    design: magnetOf('Pipe or rod', (d) => ({
      core: { ...d.core, shape: 'rod', length: '100 mm', diameter: '12 mm' },
      winding: { ...d.winding, turns: 100, start: '20 mm' },
    })),
    factor: 'core-hollow',
    levels: ['solid', 'thin'],
    measure: 'objects-one-end',
  },
  {
    id: 'bare-tip',
    title: 'How much of the tip should be left bare?',
    ages: '12–16',
    minutes: 45,
    shows: 'Objects need room at the tip: the same coil farther back may lift more.',
    trouble: 'The winding must keep its length when it is moved.',
    experiment: 'straight-magnet',
    design: { ...nail, winding: { ...nail.winding, start: '40 mm', end: '90 mm' } },
    factor: 'bare-tip',
    levels: ['2 mm', '10 mm', '30 mm'],
    measure: 'objects-one-end',
  },
  {
    id: 'freshness',
    title: 'Do last year’s batteries still do?',
    ages: '10–15',
    minutes: 35,
    shows: 'A used cell loses little voltage and much current.',
    trouble: 'Mark used cells, and never mix them with fresh ones in one row.',
    experiment: 'straight-magnet',
    design: nail,
    factor: 'cell-freshness',
    levels: ['0 %', '50 %', '90 %'],
    measure: 'objects-one-end',
  },
  {
    id: 'chain',
    title: 'How long a chain of clips can it hold?',
    ages: '7–10',
    minutes: 30,
    shows: 'Every clip becomes a magnet; each contact holds a little less.',
    trouble: 'A shaking hand breaks chains: rest the elbow on the table.',
    experiment: 'straight-magnet',
    design: nail,
    factor: 'turns',
    levels: ['10 turns', '120 turns'],
    measure: 'chain-length',
    traySize: 30,
  },
  {
    id: 'each-object',
    title: 'What does it pick up, with the nail and without?',
    ages: '7–9',
    minutes: 25,
    shows: 'Steel things are lifted, others never, however strong the magnet.',
    trouble: 'Some coins are steel inside: put one of each kind on the table.',
    experiment: 'straight-magnet',
    design: { ...nail, winding: { ...nail.winding, base: '0.5 mm' } },
    factor: 'core-presence',
    levels: ['with', 'without'],
    measure: 'each-object',
    // Typical masses, from memory, to be weighed.
    objects: [
      { name: 'Steel pin', material: 'steel', mass: '0.1 g' },
      { name: 'Paper clip', material: 'steel', mass: '0.4 g' },
      { name: 'Brass screw', material: 'brass', mass: '2 g' },
      { name: 'Aluminium foil', material: 'aluminium', mass: '0.5 g' },
      { name: 'Steel washer', material: 'steel', mass: '3 g' },
    ],
    repeats: 1,
  },
  {
    id: 'jump',
    title: 'From how far away does a clip jump?',
    ages: '12–16',
    minutes: 40,
    shows: 'The reach grows far more slowly than the turns do.',
    trouble: 'Lower the magnet slowly, over squared paper, and read from the side.',
    experiment: 'straight-magnet',
    design: nail,
    factor: 'turns',
    levels: ['30 turns', '60 turns', '120 turns'],
    measure: 'jump-distance',
  },
  {
    id: 'poles',
    title: 'Which way round must the second coil go?',
    ages: '12–16',
    minutes: 50,
    shows: 'Two opposite poles help one another; two alike work against each other.',
    trouble: 'Look at both tips from the front when comparing the sense of winding.',
    experiment: 'straight-magnet',
    design: gentle(twoRods, '0.3 Ω'),
    factor: 'pole-sense',
    levels: ['opposite', 'alike'],
    measure: 'objects-one-end',
    traySize: 150,
  },
  {
    id: 'paper',
    title: 'How much do a few sheets of paper cost?',
    ages: '11–18',
    minutes: 45,
    shows: 'Every sheet costs, and eight of them take away most of what it holds.',
    trouble: 'Dirt is a gap too: wipe both faces before every trial.',
    experiment: 'shell-magnet',
    design: newShell('Cup magnet'),
    factor: 'gap',
    levels: ['1 sheet', '2 sheets', '4 sheets', '8 sheets'],
    measure: 'load-held',
    repeats: 2,
  },
  {
    id: 'few-cells',
    title: 'How few cells hold 10 kg?',
    ages: '7–18, shown to all',
    minutes: 20,
    shows: 'Very little power holds a great load, as long as nothing lies between.',
    trouble:
      'Low over a box of sand, nobody’s feet below, and switch off before you take a cell out.',
    experiment: 'shell-magnet',
    design: newShell('Cup magnet'),
    factor: 'gap',
    levels: ['1 sheet', '3 sheets', '6 sheets'],
    measure: 'fewest-cells',
    load: '10 kg',
    repeats: 2,
  },
  {
    id: 'needle',
    title: 'Does the needle turn more with more current?',
    ages: '11–16',
    minutes: 40,
    shows: 'A current has a magnetic field; the angle grows, but never beyond a right angle.',
    trouble: 'Steel legs under the table turn the needle too: look before switching on.',
    experiment: 'compass',
    design: newCompassSet('Wire over a compass'),
    factor: 'current',
    levels: ['0.5 A', '1 A', '2 A', '3 A'],
    measure: 'needle-angle',
  },
  {
    id: 'needle-distance',
    title: 'How far does a wire’s field reach?',
    ages: '14–18',
    minutes: 45,
    shows: 'Twice the distance, half the field: the tangent of the angle falls in proportion.',
    trouble: 'Measure from the wire to the needle and not to the glass.',
    experiment: 'compass',
    design: newCompassSet('Wire over a compass'),
    factor: 'compass-distance',
    levels: ['1 cm', '2 cm', '4 cm', '8 cm'],
    measure: 'needle-angle',
    series: { factor: 'cells-in-series', levels: ['1 cell', '2 cells'] },
    repeats: 2,
  },
  {
    id: 'track-gap',
    title: 'Does the cell run slower where the turns are far apart?',
    ages: '11–16',
    minutes: 45,
    shows: 'A current and a magnet push one another; fewer turns between the magnets push less.',
    trouble:
      'The second magnet the wrong way round and it stays: the two outer faces must be alike.',
    experiment: 'rolling-cell',
    design: newTrack('Cell on the workbench track'),
    factor: 'turn-gap',
    levels: ['0.5 mm', '2 mm', '4 mm'],
    measure: 'track-time',
  },
];

/** The usual start of an experiment, for a question of one's own. */
export const OWN_QUESTIONS: readonly (PlanBeginning & { readonly design: ExperimentDocument })[] = [
  {
    title: 'How does the number of turns change what the magnet lifts?',
    experiment: 'straight-magnet',
    design: nail,
    factor: 'turns',
    levels: ['10 turns', '20 turns', '40 turns', '60 turns'],
    measure: 'objects-one-end',
  },
  {
    title: 'How does the gap change what the magnet holds?',
    experiment: 'shell-magnet',
    design: newShell(),
    factor: 'gap',
    levels: ['0.1 mm', '0.2 mm', '0.4 mm'],
    measure: 'load-held',
  },
  {
    title: 'How does the current change the needle?',
    experiment: 'compass',
    design: newCompassSet(),
    factor: 'current',
    levels: ['0.5 A', '1 A', '2 A'],
    measure: 'needle-angle',
  },
  {
    title: 'How do more magnets change the run of a cell?',
    experiment: 'rolling-cell',
    design: newTrack(),
    factor: 'magnets-per-end',
    levels: ['1 magnet', '2 magnets', '3 magnets'],
    measure: 'track-time',
  },
];
