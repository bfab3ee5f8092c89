import type { ShelfKind } from '@nab/contract/shelf';

/** Something that a station needs, and the kind of the shelf that has it; null for what is no stock. */
export interface Need {
  readonly name: string;
  readonly kind: ShelfKind | null;
}

/** For whom a station is, how long it takes, and what it needs. Common practice, no source. */
export interface StationFacts {
  readonly ages: string;
  readonly minutes: number;
  readonly needs: readonly Need[];
}

const wire: Need = { name: 'wire', kind: 'reel' };
const cells: Need = { name: 'cells', kind: 'cell' };
const core: Need = { name: 'a nail or bolt', kind: 'core' };
const clips: Need = { name: 'paper clips', kind: 'object' };
const magnets: Need = { name: 'small strong magnets', kind: null };
const compass: Need = { name: 'a compass', kind: null };
const nothing: readonly Need[] = [];

/** By the station's address. */
export const STATION_FACTS: Readonly<Record<string, StationFacts>> = {
  '/wire-and-compass': { ages: '9 to 14', minutes: 20, needs: [wire, cells, compass] },
  '/filings': {
    ages: '7 to 12',
    minutes: 15,
    needs: [
      { name: 'iron filings', kind: null },
      { name: 'a magnet', kind: null },
    ],
  },
  '/needle': {
    ages: '8 to 12',
    minutes: 20,
    needs: [
      { name: 'a sewing needle', kind: null },
      { name: 'a cork and a bowl', kind: null },
    ],
  },
  '/permanent': { ages: '10 to 16', minutes: 25, needs: [magnets, core, wire, cells, clips] },
  '/track': { ages: '10 to 16', minutes: 30, needs: [wire, cells, magnets] },
  '/spinner': { ages: '9 to 14', minutes: 20, needs: [wire, cells, magnets] },
  '/trainer': { ages: '9 and up', minutes: 10, needs: nothing },
  '/guess': { ages: '9 and up', minutes: 10, needs: nothing },
  '/shell-magnet': {
    ages: '12 to 16',
    minutes: 45,
    needs: [wire, cells, { name: 'a steel cup and its keeper', kind: null }],
  },
};
