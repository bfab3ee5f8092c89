import { describe, expect, it } from 'vitest';
import { CoreError } from '../../errors.js';
import {
  bandOf,
  evaluateSubject,
  EXPERIMENT_IDS,
  EXPERIMENTS,
  PREDICTABLES,
  startSubject,
  type Subject,
} from '../../experiments/index.js';
import { measureOf, MEASURE_IDS } from '../measures/index.js';
import {
  axisNumber,
  axisOne,
  commonUnit,
  experimentsOf,
  FACTOR_IDS,
  factorOf,
  isOrdered,
  levelAt,
  levelName,
  levelOf,
  levelSubject,
  levelText,
  makesSense,
  PAPER_SHEET,
  parseLevel,
  type FactorId,
  type LevelValue,
} from './index.js';

/** A subject that can have levels of a factor: a pair where senses are asked for. */
function subjectFor(experiment: Subject['experiment'], factor: FactorId): Subject {
  const subject = startSubject(experiment);
  if (factor === 'pole-sense' && subject.experiment === 'straight-magnet') {
    const pair = { spacing: 0.04, yoke: 'bar', opposed: true, coils: 'series' } as const;
    return { ...subject, design: { ...subject.design, pair } };
  }
  return subject;
}

/** Levels worth trying: those that are suggested, or every kind. */
function levelsOf(subject: Subject, id: FactorId): readonly LevelValue[] {
  const { axis, suggest } = factorOf(id);
  const present = levelOf(subject, id);
  if (suggest) return suggest(present ?? 0);
  return axis.kind === 'kinds' ? Object.keys(axis.options) : [];
}

const worldwide = FACTOR_IDS.filter((id) => id !== 'designs').flatMap((id) =>
  experimentsOf(id).map((experiment) => [id, experiment] as const),
);

describe('every factor', () => {
  it.each(FACTOR_IDS)('%s has words of its own and a place to be changed', (id) => {
    const { name, phrase, plainly, axis } = factorOf(id);
    for (const text of [name, phrase, plainly]) expect(text.length).toBeGreaterThan(3);
    expect(experimentsOf(id).length).toBeGreaterThan(0);
    if (axis.kind === 'kinds') expect(Object.keys(axis.options).length).toBeGreaterThan(1);
  });

  it.each(worldwide)('%s on %s: levels are valid, in order, and stay what they were', (id, on) => {
    const { axis } = factorOf(id);
    const subject = subjectFor(on, id);
    const levels = levelsOf(subject, id);
    expect(levels.length).toBeGreaterThan(1);
    expect(new Set(levels).size).toBe(levels.length);
    if (isOrdered(axis)) {
      const x = levels.map((level) => axisNumber(axis, level));
      expect(x.every(Number.isFinite)).toBe(true);
      expect([...x].sort((p, q) => p - q)).toEqual(x);
    }
    for (const level of levels) {
      // What is shown can be typed again and means the same.
      const again = parseLevel(axis, levelText(axis, level));
      if (typeof level === 'number') expect(Number(again)).toBeCloseTo(level, 9);
      else expect(again).toBe(level);
      // And where it stands on its axis it is found again.
      if (isOrdered(axis)) {
        expect(Number(levelAt(axis, axisNumber(axis, level)))).toBeCloseTo(Number(level), 9);
        expect(levelAt(axis, NaN)).toBeNull();
      }
    }
  });

  it.each(worldwide)('%s on %s: a level changes the design and nothing else', (id, on) => {
    const subject = subjectFor(on, id);
    const before = JSON.stringify(subject);
    let had = 0;
    for (const level of levelsOf(subject, id)) {
      try {
        const changed = levelSubject(subject, id, level);
        had++;
        expect(changed.experiment).toBe(on);
        const read = levelOf(changed, id);
        if (id === 'wire-length') expect(Number(read)).toBeLessThanOrEqual(Number(level) + 1e-9);
        else if (typeof level === 'number') expect(Number(read)).toBeCloseTo(level, 9);
        else expect(read).toBe(level);
        // Going back gives what there was.
        const present = levelOf(subject, id);
        if (present !== null && !ONE_WAY.includes(id)) {
          expect(evaluateSubject(levelSubject(changed, id, present)).wireLength).toBeCloseTo(
            evaluateSubject(subject).wireLength,
            9,
          );
        }
      } catch (error) {
        if (!(error instanceof CoreError)) throw error;
      }
    }
    expect(had).toBeGreaterThan(1);
    expect(JSON.stringify(subject)).toBe(before);
  });
});

/** What is taken away here is not brought back by the level before. */
const ONE_WAY: readonly FactorId[] = ['core-presence', 'core-material', 'core-hollow'];

const questions = FACTOR_IDS.flatMap((factor) =>
  MEASURE_IDS.flatMap((measure) =>
    EXPERIMENT_IDS.filter((experiment) => makesSense(factor, measure, experiment)).map(
      (experiment) => ({ factor, measure, experiment }),
    ),
  ),
);

describe('every question', () => {
  it('is one of many: factors, measures and experiments go together', () => {
    expect(questions.length).toBeGreaterThan(150);
    for (const factor of FACTOR_IDS) {
      expect(
        questions.some((q) => q.factor === factor),
        factor,
      ).toBe(true);
    }
    for (const measure of MEASURE_IDS) {
      expect(
        questions.some((q) => q.measure === measure),
        measure,
      ).toBe(true);
    }
  });

  it('is predicted by a finite number with a band around it, or said to be predicted by none', () => {
    const conditions = { load: 0.2, mostCells: 6 };
    const seen = new Map<string, number>();
    for (const { factor, measure, experiment } of questions) {
      if (factor === 'designs') continue;
      const { heldAgainst, adapt, protocol, phrase, axis, data } = measureOf(measure);
      expect(phrase && axis && protocol.read && protocol.on, measure).toBeTruthy();
      const subject = subjectFor(experiment, factor);
      for (const level of levelsOf(subject, factor).slice(0, 3)) {
        try {
          const changed = levelSubject(subject, factor, level);
          const trialled = evaluateSubject(adapt?.(changed) ?? changed);
          expect(trialled.cautions().length).toBeGreaterThan(0);
          if (heldAgainst === null) continue;
          expect(EXPERIMENTS[experiment].predicts).toContain(heldAgainst);
          const forecast = trialled.forecast(heldAgainst, conditions);
          // Fewest cells: there may be no number that holds, and a bench supply has none.
          if (forecast === null) {
            expect(measure).toBe('fewest-cells');
            continue;
          }
          expect(Number.isFinite(forecast.value) && forecast.value >= 0).toBe(true);
          const { low, median, high } = bandOf(heldAgainst, forecast);
          expect(low <= median && median <= high, `${factor} ${measure}`).toBe(true);
          if (forecast.value > 0) expect(high).toBeGreaterThan(low);
          seen.set(data, (seen.get(data) ?? 0) + 1);
        } catch (error) {
          if (!(error instanceof CoreError)) throw error;
        }
      }
    }
    expect([...seen.keys()].sort()).toEqual(['count', 'interval', 'number', 'yes-no']);
  });

  it('asks of an experiment only what it says it predicts', () => {
    for (const experiment of EXPERIMENT_IDS) {
      const trialled = evaluateSubject(startSubject(experiment));
      const { predicts } = EXPERIMENTS[experiment];
      for (const id of Object.keys(PREDICTABLES) as (keyof typeof PREDICTABLES)[]) {
        const forecast = trialled.forecast(id, { load: 0.1 });
        expect(forecast !== null, `${experiment} ${id}`).toBe(
          (predicts as readonly string[]).includes(id),
        );
      }
    }
  });
});

describe('the unit of an axis', () => {
  const unit = (id: FactorId, ...typed: string[]): string => commonUnit(factorOf(id).axis, typed);

  it('is that of the levels as typed', () => {
    expect(unit('wire-length', '2 ft', '3 ft', '4')).toBe('m');
    expect(unit('wire-length', '2 ft', '3 ft')).toBe('ft');
    expect(unit('wire-length', '6 in', '1 ft 3 in', '2 ft')).toBe('ft');
    expect(unit('wire-length', '50 cm', '75 cm')).toBe('cm');
    expect(unit('wire-length', '2 ft', '1 m')).toBe('m');
    expect(unit('gap', '1 sheet', '3 sheets')).toBe('sheets');
    // A gauge is no unit, and a word that cannot be read has none.
    expect(unit('wire-thickness', '22 AWG', '26 AWG')).toBe('mm');
    expect(unit('wire-thickness', 'thin', '0.4 mm')).toBe('mm');
    expect(unit('turns', '20', '40 turns')).toBe('turns');
  });

  it('is what numbers, slopes and words on it are in', () => {
    const feet = factorOf('wire-length', 'ft').axis;
    expect(axisNumber(feet, 0.9144)).toBeCloseTo(3, 12);
    expect(levelText(feet, 0.6096)).toBe('2 ft');
    expect(levelAt(feet, 2)).toBeCloseTo(0.6096, 12);
    const sheets = factorOf('gap', 'sheets').axis;
    expect(axisNumber(sheets, 3 * PAPER_SHEET)).toBeCloseTo(3, 12);
    expect(levelText(sheets, PAPER_SHEET)).toBe('1 sheet');
    expect(levelText(sheets, 3 * PAPER_SHEET)).toBe('3 sheets');
    expect(axisOne(sheets)).toBe('sheet');
    expect(axisOne(feet)).toBe('ft');
  });
});

describe('a factor with levels in order', () => {
  it('has words for more of it', () => {
    for (const id of FACTOR_IDS) {
      const { axis, more } = factorOf(id);
      expect(more?.startsWith('the ') ?? false, id).toBe(isOrdered(axis));
    }
  });
});

describe('a level as typed', () => {
  const axis = (id: FactorId) => factorOf(id).axis;

  it.each<[FactorId, string, LevelValue]>([
    ['turns', '60', 60],
    ['turns', '60 turns', 60],
    ['turns', '1 turn', 1],
    ['wire-length', '2 ft', 0.6096],
    ['wire-length', '1,5 m', 1.5],
    ['wire-thickness', '24 AWG', 0.000510561],
    ['neatness', '1,3', 1.3],
    ['cell-freshness', '40 %', 40],
    ['core-material', 'Steel', 'nail-steel'],
    ['core-material', 'nothing', 'none'],
    ['core-material', 'Brass', 'brass'],
    ['core-material', 'Door key: Brass', 'brass: Door key'],
    ['core-material', 'Long nail : steel', 'nail-steel: Long nail'],
    ['core-material', 'Fork: stainless steel, magnetic kind (430)', 'stainless-ferritic: Fork'],
    ['cell-kind', 'AA', 'alkaline/aa'],
    ['gap', '3 sheets', 3e-4],
    ['gap', '0.2 mm', 2e-4],
  ])('of %s, %s', (id, text, value) => {
    const parsed = parseLevel(axis(id), text);
    if (typeof value === 'number') expect(Number(parsed)).toBeCloseTo(value, 8);
    else expect(parsed).toBe(value);
  });

  it.each<[FactorId, string, string]>([
    ['turns', '6.5', 'LEVEL_INVALID'],
    ['turns', '0', 'LEVEL_INVALID'],
    ['turns', 'many', 'LEVEL_INVALID'],
    ['turns', '60 cells', 'LEVEL_INVALID'],
    ['wire-length', 'long', 'QUANTITY_UNREADABLE'],
    ['wire-length', '2 km', 'QUANTITY_UNREADABLE'],
    ['wire-length', '900 m', 'LEVEL_INVALID'],
    ['wire-thickness', '77 AWG', 'GAUGE_UNKNOWN'],
    ['core-material', 'cheese', 'LEVEL_INVALID'],
    ['core-material', 'toString', 'LEVEL_INVALID'],
    ['core-material', 'constructor', 'LEVEL_INVALID'],
    ['core-material', 'Door key: cheese', 'LEVEL_INVALID'],
    ['core-material', ': brass', 'LEVEL_INVALID'],
    ['core-presence', 'Nail: with', 'LEVEL_INVALID'],
    ['gap', '3 slices', 'QUANTITY_UNREADABLE'],
    ['designs', '  ', 'LEVEL_INVALID'],
  ])('of %s refuses %s', (id, text, code) => {
    let caught: unknown;
    try {
      parseLevel(axis(id), text);
    } catch (error) {
      caught = error;
    }
    expect((caught as CoreError).code).toBe(code);
  });

  it('of a material may bear the class’s own name, and is that material with it', () => {
    const level = parseLevel(axis('core-material'), 'Door key: brass');
    expect(levelName(axis('core-material'), level)).toBe('Door key');
    expect(levelText(axis('core-material'), level)).toBe('Door key: brass');
    expect(parseLevel(axis('core-material'), levelText(axis('core-material'), level))).toBe(level);
    expect(levelName(axis('turns'), 60)).toBe('60 turns');
    for (const experiment of experimentsOf('core-material')) {
      const subject = startSubject(experiment);
      expect(levelSubject(subject, 'core-material', level)).toEqual(
        levelSubject(subject, 'core-material', 'brass'),
      );
    }
  });
});
