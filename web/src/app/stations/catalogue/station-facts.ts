import { CELLS, CLIPS, COMPASS, CORE, CUP, MAGNETS, WIRE, type Need } from '../../shelf';

/** For whom a station is, how long it takes, and what it needs. Common practice, no source. */
export interface StationFacts {
  readonly ages: string;
  readonly minutes: number;
  readonly needs: readonly Need[];
}

const nothing: readonly Need[] = [];

/** By the station's address. */
export const STATION_FACTS: Readonly<Record<string, StationFacts>> = {
  '/wire-and-compass': { ages: '9 to 14', minutes: 20, needs: [WIRE, CELLS, COMPASS] },
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
  '/permanent': { ages: '10 to 16', minutes: 25, needs: [MAGNETS, CORE, WIRE, CELLS, CLIPS] },
  '/track': { ages: '10 to 16', minutes: 30, needs: [WIRE, CELLS, MAGNETS] },
  '/spinner': { ages: '9 to 14', minutes: 20, needs: [WIRE, CELLS, MAGNETS] },
  '/trainer': { ages: '9 and up', minutes: 10, needs: nothing },
  '/guess': { ages: '9 and up', minutes: 10, needs: nothing },
  '/shell-magnet': {
    ages: '12 to 16',
    minutes: 45,
    needs: [WIRE, CELLS, CUP],
  },
};
