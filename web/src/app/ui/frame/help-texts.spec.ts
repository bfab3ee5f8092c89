import { describe, expect, it } from 'vitest';
import { helpFor } from './help-texts';
import { STATIONS } from './stations';

describe('what can be done on a page', () => {
  it('is said of each step of an investigation by its own name', () => {
    const names = ['question', 'magnet', 'prepare', 'run', 'findings', 'room', 'history', 'field'];
    for (const step of names) {
      const { name } = helpFor(`/investigations/1/${step}?part=x`);
      expect(name.toLowerCase()).toBe(step);
    }
  });

  it('is three things, on every station too', () => {
    for (const { to } of STATIONS.flatMap(({ ways }) => ways)) {
      expect(helpFor(to).does).toHaveLength(3);
    }
    expect(helpFor('/').name).toBe('Investigations');
    expect(helpFor('/magnet').name).toBe('Magnet');
    expect(helpFor('/magnet/field').name).toBe('Field');
    expect(helpFor('/shelf/search').name).toBe('Search the shelf');
  });
});
