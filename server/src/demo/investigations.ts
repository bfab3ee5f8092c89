import { newDesign, type DesignDocument } from '@nab/contract';

/** An investigation of the demo before its trials are simulated. All of it is invented. */
export interface DemoPlan {
  readonly title: string;
  readonly design: DesignDocument;
  readonly turns: readonly number[];
  readonly groups: readonly string[];
  readonly repeats: number;
  readonly traySize: number;
  /** Share of the planned trials that have been done. */
  readonly done: number;
  readonly classFactor: number;
  /** Day and time of the first trial, UTC. */
  readonly startsAt: string;
  readonly seed: number;
}

const nail = newDesign('Litter nail');
const bolt = newDesign('Strand-line bolt');
const pipe = newDesign('Driftwood pipe');

/** The Tidepool Science Club sorts steel litter out of beach sand. */
export const DEMO_PLANS: readonly DemoPlan[] = [
  {
    title: 'Do more turns pick up more steel litter?',
    design: nail,
    turns: [10, 20, 30, 40, 60],
    groups: ['Limpets', 'Shore crabs', 'Sea stars', 'Oystercatchers'],
    repeats: 3,
    traySize: 60,
    done: 1,
    classFactor: 1.2,
    startsAt: '2026-10-07T09:40:00Z',
    seed: 41,
  },
  {
    title: 'A thick bolt on two cells: washers from the strand line',
    design: {
      ...bolt,
      core: {
        ...bolt.core,
        shape: 'bolt',
        length: '80 mm',
        diameter: '8 mm',
        headDiameter: '13 mm',
        headHeight: '5.3 mm',
        material: 'nail-steel',
      },
      wire: { ...bolt.wire, size: '24 AWG' },
      winding: { ...bolt.winding, turns: 150, start: '5 mm', end: '70 mm', tails: '6 in' },
      supply: { ...bolt.supply, size: 'AA', series: 2 },
      load: { ...bolt.load, object: 'washer', massEach: '0.45 g' },
    },
    turns: [90, 150, 220],
    groups: ['Hermit crabs', 'Barnacles', 'Terns'],
    repeats: 3,
    traySize: 80,
    done: 0.5,
    classFactor: 0.85,
    startsAt: '2026-11-18T13:15:00Z',
    seed: 42,
  },
  {
    title: 'Is a hollow pipe as good as a nail?',
    design: {
      ...pipe,
      core: {
        ...pipe.core,
        shape: 'pipe',
        length: '10 cm',
        diameter: '12 mm',
        bore: '9 mm',
        material: 'annealed-steel',
      },
      winding: { ...pipe.winding, turns: 100, start: '20 mm' },
    },
    turns: [80, 100, 120],
    groups: ['Sandpipers', 'Mussels', 'Anemones'],
    repeats: 2,
    traySize: 30,
    done: 0,
    classFactor: 1,
    startsAt: '2026-11-25T10:00:00Z',
    seed: 43,
  },
];
