import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { casesOf, FACTOR_IDS, MEASURE_IDS } from '@nab/core/lesson';
import { EXPERIMENT_IDS, evaluateSubject } from '@nab/core/experiments';
import { check } from '../../problem/index.js';
import {
  completeDocument,
  DOCUMENTS,
  experimentDocumentSchema,
  experimentOf,
  newDesign,
  toSubject,
  type ExperimentDocument,
} from '../../experiments/index.js';
import {
  designUpdateSchema,
  foldTrials,
  sentOf,
  newInvestigationSchema,
  planSchema,
  planUpdateSchema,
  predictionFor,
  predictionSchema,
  readingSchema,
  toFindings,
  toLessonPlan,
  type Plan,
  type Reading,
} from '../index.js';
import { shelfUpdateSchema } from '../../shelf/index.js';
import {
  counted,
  examplePlan,
  examplePrediction,
  exampleReading,
  idOf as id,
} from '../../../testing/index.js';

const plan = examplePlan();
const reading = exampleReading();
const pathsOf = (schema: unknown, value: unknown): string[] => {
  const checked = check(schema as Parameters<typeof check>[0], value);
  return checked.ok ? [] : checked.errors.map((error) => error.path);
};

describe('a plan', () => {
  it('is valid as it stands', () => {
    expect(pathsOf(planSchema, plan)).toEqual([]);
  });

  const [first, second] = plan.levels;
  it.each<[string, Partial<Plan>]>([
    ['title', { title: '' }],
    ['title', { title: 'NUL \0 inside' }],
    ['title', { title: 'half a pair \ud83d' }],
    ['title', { title: '🧲'.repeat(121) }],
    ['levels', { levels: plan.levels.slice(0, 1) }],
    ['levels[1]', { levels: [first!, null as never, second!] }],
    ['levels[1].value', { levels: [first!, { ...second!, value: '10' }] }],
    ['levels[0].value', { levels: [{ ...first!, value: '0 turns' }, second!] }],
    ['levels[0].value', { levels: [{ ...first!, value: 'many' }, second!] }],
    ['levels', { levels: [first!, { ...second!, id: first!.id.toUpperCase() }] }],
    ['factor', { factor: 'gap' }],
    ['factor', { factor: 'compass-side' }],
    ['measure', { measure: 'smell' as never }],
    ['series.factor', { series: { factor: 'turns', levels: [first!, second!] } }],
    ['load', { measure: 'load-yes-no' }],
    ['objects', { measure: 'each-object' }],
    ['groups', { groups: [] }],
    ['groups', { groups: [plan.groups[0]!, plan.groups[0]!] }],
    ['groups[0].name', { groups: [{ id: id(3), name: ' ' }] }],
    ['repeats', { repeats: 0 }],
    ['traySize', { traySize: 1.5 }],
  ])('says beside %s what is wrong', (path, change) => {
    expect(pathsOf(planSchema, { ...plan, ...change })).toContain(path);
  });

  it('takes a title of as many characters as a person counts', () => {
    expect(pathsOf(planSchema, { ...plan, title: '🧲'.repeat(120) })).toEqual([]);
  });

  it('does not take keys it does not know', () => {
    expect(pathsOf(planSchema, { ...plan, pupils: ['x'] })).not.toEqual([]);
  });

  it('becomes the core’s plan, each level in SI', () => {
    const wires = examplePlan(id, {
      factor: 'wire-length',
      levels: ['2 ft', '3 ft', '4 ft'].map((value, i) => ({ id: id(1 + i), value })),
    });
    const lesson = toLessonPlan(wires, newDesign());
    expect(lesson.levels.map(({ value }) => value)).toEqual([
      0.6096,
      expect.closeTo(0.9144),
      1.2192,
    ]);
    expect(casesOf(lesson).every(({ forecast }) => forecast!.value > 0)).toBe(true);
  });
});

describe('the document of every experiment', () => {
  it.each(EXPERIMENT_IDS)(
    '%s: begins valid, says what it is, and can be evaluated',
    (experiment) => {
      const fresh = DOCUMENTS[experiment].fresh() as ExperimentDocument;
      expect(pathsOf(experimentDocumentSchema, fresh)).toEqual([]);
      expect(experimentOf(fresh)).toBe(experiment);
      expect(completeDocument(fresh)).toEqual(fresh);
      expect(evaluateSubject(toSubject(fresh)).supplyCurrent).toBeGreaterThan(0.1);
    },
  );

  it.each(EXPERIMENT_IDS)('%s: means what the core starts from', (experiment) => {
    const { design } = toSubject(DOCUMENTS[experiment].fresh() as ExperimentDocument);
    expect(design.wire.diameter).toBeGreaterThan(0);
    expect(design.leads.count).toBe(2);
  });

  it.each([null, 5, 'nab-design', {}, { format: 'other' }, []])('is not %j', (value) => {
    expect(pathsOf(experimentDocumentSchema, value)).not.toEqual([]);
  });
});

describe('a reading', () => {
  it('is valid as it stands', () => {
    expect(pathsOf(readingSchema, sentOf(reading))).toEqual([]);
  });

  it.each<[string, Partial<Reading>]>([
    ['outcome.count', { outcome: { ...counted(7), count: -1 } }],
    ['outcome.count', { outcome: { ...counted(7), count: null as never } }],
    ['outcome.stuck', { outcome: counted(7, { stuck: 8 }) }],
    ['outcome.parts', { outcome: { ...counted(7), parts: [3, 3] } }],
    ['outcome', { outcome: { kind: 'smell' } as never }],
    ['outcome', { outcome: null as never }],
    ['outcome.dropped', { outcome: { kind: 'interval', held: 2, dropped: 1, typed: '2 / 1' } }],
    ['outcome.text', { outcome: { kind: 'words', text: '  ' } }],
    ['outcome.lifted', { outcome: { kind: 'objects', lifted: { pin: true } } }],
    ['recordedAt', { recordedAt: 'yesterday' }],
    ['recordedAt', { recordedAt: '2026-02-30T09:00:00Z' }],
    // Year 10000 and year 0 once the zone is applied, and zones that there are not.
    ['recordedAt', { recordedAt: '9999-12-31T23:59:59-15:00' }],
    ['recordedAt', { recordedAt: '9999-12-31T23:59:59-02:00' }],
    ['recordedAt', { recordedAt: '0000-06-01T00:00:00Z' }],
    ['recordedAt', { recordedAt: '0001-01-01T00:00:00+14:00' }],
    ['recordedAt', { recordedAt: '2026-10-07T09:00:00+14:30' }],
    ['recordedAt', { recordedAt: '2026-10-07T25:00:00Z' }],
    ['reason', { corrects: id(9) }],
    ['reason', { corrects: id(9), reason: 5 as never }],
    ['withdrawn', { withdrawn: true }],
    ['note', { note: 'x'.repeat(501) }],
    ['actor', { actor: 'pupil' as never }],
  ])('says beside %s what is wrong', (path, change) => {
    expect(pathsOf(readingSchema, sentOf({ ...reading, ...change }))).toContain(path);
  });

  it.each<Reading['outcome']>([
    { ...counted(7), parts: [3, 4] },
    { kind: 'number', value: 0.3, typed: '17°' },
    { kind: 'interval', held: 0, dropped: 0.1, typed: '0 / 100 g' },
    { kind: 'interval', held: 5, dropped: null, typed: '5 kg' },
    { kind: 'yes-no', yes: false },
    { kind: 'objects', lifted: { [id(1)]: true, [id(2)]: false } },
    { kind: 'words', text: 'It got warm.' },
  ])('may be $kind', (outcome) => {
    expect(pathsOf(readingSchema, sentOf({ ...reading, outcome }))).toEqual([]);
  });
});

describe('a prediction', () => {
  it('is a number, or words, but not nothing', () => {
    const body = sentOf(examplePrediction());
    expect(pathsOf(predictionSchema, body)).toEqual([]);
    expect(pathsOf(predictionSchema, { ...body, value: null, words: 'More.' })).toEqual([]);
    expect(pathsOf(predictionSchema, { ...body, value: null })).toContain('value');
  });
});

describe('whatever comes over the wire', () => {
  const { id: _id, ...prediction } = examplePrediction();
  const bodies: [string, unknown, unknown][] = [
    ['a plan', planSchema, plan],
    ['a reading', readingSchema, sentOf(reading)],
    ['a prediction', predictionSchema, prediction],
    ['a design', designUpdateSchema, { version: 1, design: newDesign(), actor: 'educator' }],
    [
      'an investigation',
      newInvestigationSchema,
      { id: id(1), plan, design: newDesign(), actor: 'educator' },
    ],
    ['a change of a plan', planUpdateSchema, { version: 1, plan, actor: 'educator' }],
    [
      'a thing for the shelf',
      shelfUpdateSchema,
      {
        version: 0,
        item: {
          format: 'nab-shelf-item',
          kind: 'object',
          name: 'Clips',
          object: { object: 'clip-small', massEach: '0.4 g', count: 20 },
        },
      },
    ],
  ];
  const junk = fc.oneof(
    fc.constantFrom(null, undefined, true, 0, -1, 1e40, 2 ** 31, '', '\0', '\ud800', [], {}, [
      null,
    ]),
    fc.jsonValue(),
  );

  it.each(bodies)(
    '%s with one part replaced is refused or taken, and never an error',
    (_n, schema, body) => {
      const paths = pathsIn(body);
      fc.assert(
        fc.property(fc.constantFrom(...paths), junk, (path, value) => {
          const checked = check(schema as Parameters<typeof check>[0], replaced(body, path, value));
          return checked.ok || checked.errors.length > 0;
        }),
        { numRuns: 400 },
      );
    },
  );

  // JSON may have parts that no text can be made of; chance meets them seldom.
  it.each(bodies)(
    '%s with a part that has no text is refused, the part named',
    (_n, schema, body) => {
      const without: unknown[] = [
        { toString: 0 },
        { toString: null, valueOf: null },
        [{ valueOf: 0 }],
      ];
      for (const path of pathsIn(body)) {
        for (const value of without) {
          const checked = check(schema as Parameters<typeof check>[0], replaced(body, path, value));
          expect(checked.ok).toBe(false);
          expect(checked.ok || checked.errors[0]!.path).toContain(path[0] ?? '');
        }
      }
    },
  );

  it('may be nested as deep as a request is long', () => {
    const depth = 100_000;
    const deep = JSON.parse('['.repeat(depth) + ']'.repeat(depth)) as unknown;
    expect(check(planSchema, { ...plan, title: deep }).ok).toBe(false);
  });

  it('refuses versions that no column holds', () => {
    for (const version of [2 ** 31, 1e300, 1.5, 0]) {
      expect(pathsOf(planUpdateSchema, { version, plan, actor: 'educator' })).toContain('version');
    }
  });

  it('knows every factor and measure by the core’s own names', () => {
    for (const factor of FACTOR_IDS) {
      expect(pathsOf(planSchema, { ...plan, factor })).not.toContain('nothing');
    }
    expect(MEASURE_IDS.length).toBeGreaterThan(10);
  });
});

/** Paths to every part of a value. */
function pathsIn(value: unknown, path: readonly string[] = []): (readonly string[])[] {
  if (typeof value !== 'object' || value === null) return [path];
  return [path, ...Object.entries(value).flatMap(([key, part]) => pathsIn(part, [...path, key]))];
}

function replaced(value: unknown, [key, ...rest]: readonly string[], by: unknown): unknown {
  if (key === undefined) return by;
  const copy = (Array.isArray(value) ? [...value] : { ...(value as object) }) as Record<
    string,
    unknown
  >;
  copy[key] = replaced(copy[key], rest, by);
  return copy;
}

const countOf = ({ outcome }: Reading): number => (outcome.kind === 'count' ? outcome.count : NaN);

describe('trials', () => {
  const correction = exampleReading({
    id: id(111),
    outcome: counted(8),
    arrival: 2,
    corrects: reading.id,
    reason: 'miscounted',
  });

  it('stand as last corrected, with the original kept', () => {
    const { trials } = foldTrials([correction, reading]);
    expect(trials).toHaveLength(1);
    expect(countOf(trials[0]!.current)).toBe(8);
    expect(trials[0]!.history.map(countOf)).toEqual([7, 8]);
  });

  it('tell how much a group had tried when it predicted', () => {
    const at = (minute: number): string =>
      `2026-10-07T09:${String(minute).padStart(2, '0')}:00.000Z`;
    const { trials } = foldTrials([
      { ...reading, recordedAt: at(5) },
      // Corrected long after: the trial was made before.
      { ...correction, recordedAt: at(50) },
    ]);
    const guess = (minute: number, change = {}) =>
      examplePrediction({
        id: id(300 + minute),
        levelId: id(minute),
        recordedAt: at(minute),
        ...change,
      });
    const { guesses } = toFindings(trials, [
      guess(1),
      guess(9, { groupId: reading.groupId }),
      guess(10, { groupId: id(99) }),
    ]);
    expect(guesses.map(({ seen }) => seen)).toEqual([0, 1, 0]);
  });

  it('follow a correction of a correction, in whatever order they are listed', () => {
    const again: Reading = {
      ...correction,
      id: id(112),
      outcome: counted(9),
      corrects: correction.id,
      arrival: 3,
    };
    for (const order of [
      [reading, correction, again],
      [again, correction, reading],
    ]) {
      expect(countOf(foldTrials(order).trials[0]!.current)).toBe(9);
    }
  });

  it.each(['2999-01-01T00:00:00.000Z', '1970-01-01T00:00:07.000Z'])(
    'go by the order of arrival, though a tablet says that it was %s',
    (recordedAt) => {
      const wrong = { ...correction, outcome: counted(5), recordedAt };
      const later = { ...correction, id: id(113), outcome: counted(6), arrival: 3 };
      expect(countOf(foldTrials([reading, wrong, later]).trials[0]!.current)).toBe(6);
      expect(pathsOf(readingSchema, sentOf(wrong))).toEqual([]);
    },
  );

  it('are out of the result when withdrawn, but not gone', () => {
    const folded = foldTrials([reading, { ...correction, withdrawn: true }]);
    expect(folded.trials).toEqual([]);
    expect(countOf(folded.withdrawn[0]!.history[0]!)).toBe(7);
  });
});

describe('a group’s prediction', () => {
  it('is the last one to arrive for the level of a line', () => {
    const first = examplePrediction();
    const second = { ...first, id: id(201), value: 6, arrival: 2 };
    const other = { ...second, id: id(202), value: 9, seriesId: id(70) };
    expect(predictionFor([second, first, other], id(20), id(1))?.value).toBe(6);
    expect(predictionFor([second, first, other], id(20), id(1), id(70))?.value).toBe(9);
    expect(predictionFor([first], id(20), id(2))).toBeNull();
  });
});
