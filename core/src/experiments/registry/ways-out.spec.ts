import { describe, expect, it } from 'vitest';
import { TRIAL_ON_TIME_S } from '../../physics/index.js';
import { evaluateSubject, startSubject, waysOut, withWayOut, type Subject } from './index.js';

/** A short coil of thin wire on two cells: too hot to touch before a trial is over. */
function hot(change: object = {}): Subject {
  const { experiment, design } = startSubject('straight-magnet') as Extract<
    Subject,
    { experiment: 'straight-magnet' }
  >;
  return {
    experiment,
    design: {
      ...design,
      wire: { ...design.wire, diameter: 0.00025 },
      winding: { ...design.winding, turns: 60 },
      supply: { ...design.supply, series: 3 },
      ...change,
    },
  };
}
const stops = (subject: Subject): string[] =>
  evaluateSubject(subject)
    .cautions()
    .flatMap(({ code, severity }) => (severity === 'stop' ? [code] : []));

describe('a way out of a stop', () => {
  it('is one change with which the design may be switched on, the strongest first', () => {
    const subject = hot();
    expect(stops(subject)).toEqual(['too-hot-for-trial']);
    const ways = waysOut([subject]);
    expect(ways.length).toBeGreaterThan(1);
    for (const { way, onTime, forecast } of ways) {
      const changed = withWayOut(subject, way);
      expect(stops(changed), way.kind).toEqual([]);
      expect(onTime).toBe(evaluateSubject(changed).coil.allowedOnTime);
      expect(onTime).toBeGreaterThanOrEqual(TRIAL_ON_TIME_S);
      expect(forecast!.value).toBe(evaluateSubject(changed).forecast('tip-count')!.value);
    }
    const lifted = ways.map(({ forecast }) => forecast!.value);
    expect(lifted).toEqual([...lifted].sort((p, q) => q - p));
  });

  it('is the smallest change of its kind', () => {
    const subject = hot();
    const ballast = waysOut([subject]).find(({ way }) => way.kind === 'ballast')!.way;
    if (ballast.kind !== 'ballast') throw new Error('no ballast');
    const less = withWayOut(subject, { kind: 'ballast', resistance: ballast.resistance / 1.6 });
    expect(stops(less)).toEqual(['too-hot-for-trial']);
  });

  it('lets every one of several designs run, and leaves out what the levels change', () => {
    const levels = [30, 60].map((turns) =>
      hot({ winding: { ...(hot().design as { winding: object }).winding, turns } }),
    );
    const ways = waysOut(levels, { except: ['more-turns', 'fewer-cells'] });
    expect(ways.length).toBeGreaterThan(0);
    for (const { way } of ways) {
      expect(way.kind).not.toMatch(/more-turns|fewer-cells/);
      for (const level of levels) expect(stops(withWayOut(level, way))).toEqual([]);
    }
  });

  it('replaces a battery that is for adults only by dry cells', () => {
    const car = hot({
      wire: { ...(hot().design as { wire: object }).wire, diameter: 0.0005 },
      supply: {
        chemistry: 'lead-acid',
        size: 'car',
        series: 1,
        parallel: 1,
        plusTail: 'first',
      },
    });
    expect(stops(car)).toContain('demonstration-only');
    const [way] = waysOut([car]);
    expect(way!.way).toMatchObject({ kind: 'dry-cells' });
    expect((withWayOut(car, way!.way).design as { supply: object }).supply).toMatchObject({
      chemistry: 'alkaline',
      size: 'D',
    });
  });

  it('is none where nothing is wound anew', () => {
    expect(waysOut([startSubject('spinner')])).toEqual([]);
    expect(waysOut([])).toEqual([]);
  });
});
