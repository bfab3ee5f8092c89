import { describe, expect, it } from 'vitest';
import type { FieldPicture } from '@nab/core/experiments';
import { BEGUN, heard, type PageNews, type Solved } from './solved';

const picture = (tier: 1 | 2): FieldPicture => ({
  raster: {
    columns: 1,
    rows: 1,
    width: 1,
    low: 0,
    high: 1,
    radial: new Float32Array(1),
    axial: new Float32Array(1),
    flux: new Float64Array(1),
  },
  tier,
  unknowns: 8631,
  iterations: 5,
  error: 0.02,
  settled: true,
});
const after = (...news: PageNews[]): Solved => news.reduce(heard, BEGUN);

describe('what the page hears of a solution', () => {
  it('shows the sketch first and then the fine picture with its error', () => {
    const sketch = after({ kind: 'picture', picture: picture(1), seconds: 0.05 });
    expect(sketch.said).toMatch(/^First sketch/);
    expect(sketch.working).toBe(true);
    const fine = heard(sketch, { kind: 'picture', picture: picture(2), seconds: 0.4 });
    expect(fine.said).toBe('Finite elements: 8,631 unknowns, 5 steps, error about 2.0 %, 0.4 s.');
    expect(heard(fine, { kind: 'ended' }).working).toBe(false);
  });

  it('keeps the last picture while the next is solved, and when it is stopped', () => {
    const first = after({ kind: 'picture', picture: picture(2), seconds: 1 }, { kind: 'ended' });
    const next = heard(first, { kind: 'begun' });
    expect(next.picture).toBe(first.picture);
    expect(next.working).toBe(true);
    const stopped = heard(next, { kind: 'stopped' });
    expect(stopped.picture).toBe(first.picture);
    expect(stopped.said).toMatch(/Stopped\.$/);
  });

  it('tells when the solver was started again, and when it failed', () => {
    expect(after({ kind: 'restarted' }).said).toMatch(/started again/);
    const failed = after(
      { kind: 'picture', picture: picture(2), seconds: 1 },
      {
        kind: 'fault',
        sentence: 'No current flows.',
      },
    );
    expect(failed).toEqual({ picture: null, said: '', fault: 'No current flows.', working: false });
  });
});
