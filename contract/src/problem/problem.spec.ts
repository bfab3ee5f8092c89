import { describe, expect, it } from 'vitest';
import { number, object, string } from 'yup';
import { CORE_ERRORS } from '@nab/core/errors';
import { check, problem, SERVER_PROBLEMS, type ProblemCode } from './index.js';
import {
  completeDesign,
  designSchema,
  newDesign,
  type DesignDocument,
} from '../experiments/index.js';

describe('problem documents', () => {
  const codes = [...Object.keys(SERVER_PROBLEMS), ...Object.keys(CORE_ERRORS)] as ProblemCode[];

  it.each(codes)('%s has a type of its own, a title and a status', (code) => {
    const { type, title, status } = problem(code);
    expect(type).toMatch(/^urn:nab:problem:[a-z-]+$/);
    expect(title.length).toBeGreaterThan(8);
    expect(status).toBeGreaterThanOrEqual(400);
    expect(status).toBeLessThan(600);
  });

  it('have types that differ', () => {
    expect(new Set(codes.map((code) => problem(code).type)).size).toBe(codes.length);
  });
});

describe('checking', () => {
  const schema = object({
    n: number().min(1, 'At least 1.').defined(),
    s: string().default('x'),
  }).noUnknown();

  it('converts nothing on the wire', () => {
    expect(check(schema, { n: '2', s: 'y' }).ok).toBe(false);
    expect(check(schema, { n: 2, s: 'y', more: 1 }).ok).toBe(false);
  });

  it('fills in defaults and drops unknown keys of files', () => {
    expect(check(schema, { n: 2, more: 1 }, 'file')).toEqual({ ok: true, value: { n: 2, s: 'x' } });
  });

  it('reports every fault, not only the first', () => {
    const checked = check(schema, { n: 0, s: 5 });
    expect(checked.ok ? [] : checked.errors.map((error) => error.path).sort()).toEqual(['n', 's']);
  });
});

describe('a design that an earlier Nab stored', () => {
  it('is completed with the keys that came later, and nothing else changes', () => {
    const { sense: _sense, ...winding } = newDesign().winding;
    const { plusTail: _plus, ...supply } = newDesign().supply;
    const { ends: _ends, ...load } = newDesign().load;
    const early = { ...newDesign(), winding, supply, load } as unknown as DesignDocument;
    expect(check(designSchema, early).ok).toBe(false);
    expect(completeDesign(early)).toEqual(newDesign());
  });
});
