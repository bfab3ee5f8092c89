import { describe, expect, it } from 'vitest';
import { STATIONS } from '../../ui/frame/stations';
import { STATION_FACTS } from './station-facts';

describe('what a station needs', () => {
  it('is said of every station, and of nothing else', () => {
    const paths = STATIONS.flatMap(({ ways }) => ways.map(({ to }) => to));
    expect(Object.keys(STATION_FACTS).sort()).toEqual([...paths].sort());
    for (const { minutes } of Object.values(STATION_FACTS)) {
      expect(minutes).toBeGreaterThanOrEqual(5);
      expect(minutes).toBeLessThanOrEqual(60);
    }
  });
});
