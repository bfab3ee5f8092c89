import { describe, expect, it } from 'vitest';
import { examplePlan, idOf } from '../../../testing/index.js';
import { check } from '../../problem/index.js';
import { newCompassSet, newDesign, newShell } from '../../experiments/index.js';
import { plannedFactor, planSchema, toLessonPlan, type Plan } from '../index.js';

const levels = (...values: string[]) => values.map((value, i) => ({ id: idOf(1 + i), value }));
const faults = (change: Partial<Plan>): [string, string][] => {
  const checked = check(planSchema, examplePlan(idOf, change));
  return checked.ok ? [] : checked.errors.map(({ path, message }) => [path, message]);
};

describe('a plan', () => {
  it('is good as the examples have it', () => {
    expect(faults({})).toEqual([]);
  });

  it.each<[string, Partial<Plan>, string, RegExp]>([
    [
      'a level twice',
      { levels: levels('10', '20', '10 turns') },
      'levels[2].value',
      /there already/,
    ],
    [
      'a level twice in two units',
      { factor: 'wire-length', levels: levels('1 m', '100 cm') },
      'levels[1].value',
      /there already/,
    ],
    ['half a turn', { levels: levels('10', '20.5') }, 'levels[1].value', /whole number/],
    [
      'a level of another factor',
      { factor: 'cells-in-series', levels: levels('1', '2 turns') },
      'levels[1].value',
      /whole number/,
    ],
    [
      'a level beyond all limits',
      { factor: 'gap', measure: 'load-held', levels: levels('0.1 mm', '3 m') },
      'levels[1].value',
      /Must be from/,
    ],
    [
      'an unknown material',
      { factor: 'core-material', levels: levels('Brass', 'cheese') },
      'levels[1].value',
      /from the list/,
    ],
    ['a single level', { levels: levels('10') }, 'levels', /at least two/],
    [
      'thirteen levels',
      { levels: levels(...Array.from({ length: 13 }, (_, i) => `${i + 1}`)) },
      'levels',
      /At most 12/,
    ],
    [
      'two levels of one id',
      { levels: [10, 20].map((value) => ({ id: idOf(1), value: `${value}` })) },
      'levels',
      /same id/,
    ],
    [
      'a gap and clips',
      { factor: 'gap', levels: levels('0.1 mm', '0.2 mm') },
      'factor',
      /no question together/,
    ],
    [
      'lines that differ in the same',
      { series: { factor: 'turns', levels: levels('5', '6') } },
      'series.factor',
      /something else/,
    ],
    [
      'lines that make no difference',
      { series: { factor: 'gap', levels: levels('0.1 mm', '0.2 mm') } },
      'series.factor',
      /no difference/,
    ],
    ['a load that is not named', { measure: 'load-yes-no' }, 'load', /which load/],
    ['a load that is no mass', { measure: 'load-yes-no', load: 'heavy' }, 'load', /cannot be read/],
    ['no objects to try', { measure: 'each-object' }, 'objects', /at least one object/],
    ['no group', { groups: [] }, 'groups', /At least one group/],
    [
      'a group without a name',
      { groups: [{ id: idOf(20), name: '  ' }] },
      'groups[0].name',
      /name/,
    ],
    ['no title', { title: ' ' }, 'title', /title/],
    ['no trial at all', { repeats: 0 }, 'repeats', /At least one/],
    ['an empty tray', { traySize: 0 }, 'traySize', /At least one/],
    ['half a tray', { traySize: 2.5 }, 'traySize', /whole number/],
  ])('with %s is refused beside the field', (_what, change, path, message) => {
    const found = faults(change);
    const here = found.filter(([at]) => at === path);
    expect(here.length, JSON.stringify(found)).toBeGreaterThan(0);
    expect(here[0]![1]).toMatch(message);
  });

  it('has a title as long as it may be in letters of any plane', () => {
    expect(faults({ title: '🧲'.repeat(120) })).toEqual([]);
    expect(faults({ title: '🧲'.repeat(121) })[0]![1]).toContain('At most 120');
    expect(faults({ title: 'half a pair \ud83e' })[0]![1]).toContain('cannot be stored');
  });
});

describe('a plan on its design', () => {
  it('has its levels in SI, its load in kilograms', () => {
    const plan = examplePlan(idOf, {
      experiment: 'shell-magnet',
      factor: 'gap',
      measure: 'load-yes-no',
      levels: levels('0.1 mm', '2 sheets', '0,4 mm'),
      load: '10 kg',
    });
    const lesson = toLessonPlan(plan, newShell());
    expect(lesson.levels.map(({ value }) => value)).toEqual([
      expect.closeTo(1e-4, 12),
      expect.closeTo(2e-4, 12),
      expect.closeTo(4e-4, 12),
    ]);
    expect(lesson.conditions).toEqual({ load: 10 });
    expect(lesson.base.experiment).toBe('shell-magnet');
    expect(lesson.series).toBeNull();
  });

  it('has the design of each level, where whole designs are compared', () => {
    const thick = { ...newDesign('Thick'), core: { ...newDesign().core, diameter: '10 mm' } };
    const plan = examplePlan(idOf, {
      factor: 'designs',
      levels: [
        { id: idOf(1), value: 'Thin', design: newDesign('Thin') },
        { id: idOf(2), value: 'Thick', design: thick },
        { id: idOf(3), value: 'Not yet' },
      ] as Plan['levels'],
    });
    const [thin, own, none] = toLessonPlan(plan, newDesign()).levels;
    expect(thin!.own!.experiment).toBe('straight-magnet');
    expect(own!.own).not.toEqual(thin!.own);
    expect(none!.own).toBeUndefined();
  });

  it('has both factors where there are lines', () => {
    const plan = examplePlan(idOf, {
      experiment: 'compass',
      factor: 'current',
      measure: 'needle-angle',
      levels: levels('0.5 A', '1 A'),
      series: { factor: 'compass-side', levels: levels('under', 'On top of the wire') },
    });
    const lesson = toLessonPlan(plan, newCompassSet());
    expect(lesson.series!.levels.map(({ value }) => value)).toEqual(['under', 'over']);
    expect(lesson.levels.map(({ value }) => value)).toEqual([0.5, 1]);
  });
});

describe('names that every object has', () => {
  it.each(['__proto__', 'constructor', 'toString', 'hasOwnProperty'])(
    '%s is no factor, measure or experiment',
    (name) => {
      for (const key of ['factor', 'measure', 'experiment'] as const) {
        expect(faults({ [key]: name as never }).map(([path]) => path)).toContain(key);
      }
      const series = { factor: name as never, levels: levels('1', '2') };
      expect(faults({ series }).length).toBeGreaterThan(0);
    },
  );
});

describe('the unit of the levels', () => {
  it('is that of the axis of the plan’s factor, and of the lesson that is computed', () => {
    const feet = examplePlan(idOf, { factor: 'wire-length', levels: levels('2 ft', '3 ft') });
    expect(plannedFactor(feet).axis).toMatchObject({ unit: 'ft' });
    expect(toLessonPlan(feet, newDesign()).unit).toBe('ft');
  });
});
