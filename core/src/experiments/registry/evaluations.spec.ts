import { expect, it } from 'vitest';
import { CoreError } from '../../errors.js';
import { Evaluations, evaluateSubject, startSubject, type Subject } from './index.js';

const withTurns = (turns: number): Subject => {
  const subject = startSubject('straight-magnet');
  if (subject.experiment !== 'straight-magnet') throw new Error('another experiment');
  const { design } = subject;
  return { ...subject, design: { ...design, winding: { ...design.winding, turns } } };
};

it('finds a design by what it says, and forecasts what a fresh evaluation does', () => {
  const evaluations = new Evaluations();
  const first = evaluations.evaluate(withTurns(60));
  expect(evaluations.evaluate(withTurns(60))).toBe(first);
  const other = evaluations.evaluate(withTurns(61));
  expect(other).not.toBe(first);
  expect(other.forecast('tip-count')).toEqual(evaluateSubject(withTurns(61)).forecast('tip-count'));
  expect(first.forecast('cells-to-hold', { load: 0.5 })).toBe(
    first.forecast('cells-to-hold', { load: 0.5 }),
  );
  expect(first.forecast('cells-to-hold', { load: 0.5, mostCells: 1 })).not.toEqual(
    first.forecast('cells-to-hold', { load: 0.5 }),
  );
});

it('lets the one go that was not asked for the longest', () => {
  const evaluations = new Evaluations(2);
  const [first, second] = [60, 70].map((turns) => evaluations.evaluate(withTurns(turns)));
  expect(evaluations.evaluate(withTurns(60))).toBe(first);
  evaluations.evaluate(withTurns(80));
  expect(evaluations.evaluate(withTurns(60))).toBe(first);
  expect(evaluations.evaluate(withTurns(70))).not.toBe(second);
});

it('does not keep what cannot be built', () => {
  const evaluations = new Evaluations();
  const impossible = withTurns(-1);
  for (let i = 0; i < 2; i++) expect(() => evaluations.evaluate(impossible)).toThrow(CoreError);
});
