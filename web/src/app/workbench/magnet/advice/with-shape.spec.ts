import { check } from '@nab/contract/problem';
import {
  designSchema,
  newDesign,
  toMagnetDesign,
  type DesignDocument,
} from '@nab/contract/experiments';
import { buildMagnet, CORE_SHAPES, type CoreShape } from '@nab/core/experiments';
import { CoreError } from '@nab/core/errors';
import { describe, expect, it } from 'vitest';
import { withShape } from './with-shape';

const SHAPES = Object.keys(CORE_SHAPES) as CoreShape[];
const withCore = (core: Partial<DesignDocument['core']>): DesignDocument => ({
  ...newDesign(),
  core: { ...newDesign().core, ...core },
});
/** Sizes that another shape had and this diameter cannot have. */
const leftovers = withCore({
  diameter: '4 mm',
  bore: '9 mm',
  headDiameter: '3 mm',
  headHeight: '2 mm',
  threadPitch: '5 mm',
});

describe('another shape of core', () => {
  it.each(SHAPES.flatMap((from) => SHAPES.map((to) => [from, to] as const)))(
    'is one that can be made at once: %s to %s',
    (from, to) => {
      for (const begin of [newDesign(), leftovers]) {
        const design = withShape(withShape(begin, from), to);
        expect(design.core.shape).toBe(to);
        expect(check(designSchema, design)).toMatchObject({ ok: true });
        let code = '';
        try {
          buildMagnet(toMagnetDesign(design));
        } catch (error) {
          if (!(error instanceof CoreError)) throw error;
          code = error.code;
        }
        expect(code).toBe('');
      }
    },
  );

  it('knows head and thread of a bolt by its size, and none of a screw', () => {
    const { core } = withShape(withCore({ diameter: '8 mm' }), 'bolt');
    expect(core).toMatchObject({
      headDiameter: '13 mm',
      headHeight: '5.3 mm',
      threadPitch: '1.25 mm',
    });
    expect(withShape(withCore({ diameter: '8 mm' }), 'screw').core.threadPitch).toBeUndefined();
    // Of a shank of no usual size the head is about right, and the thread is not guessed.
    const odd = withShape(withCore({ diameter: '9 mm' }), 'bolt').core;
    expect(odd.headDiameter).toBe('14 mm');
    expect(odd.threadPitch).toBeUndefined();
  });

  it('keeps what stood there and can be made', () => {
    const there = withCore({ diameter: '8 mm', bore: '5 mm', headDiameter: '13 mm' });
    expect(withShape(there, 'pipe').core.bore).toBe('5 mm');
    expect(withShape(there, 'bolt').core.headDiameter).toBe('13 mm');
    expect(withShape(there, 'pipe').core.headDiameter).toBeUndefined();
  });

  it('moves a winding that hung on a former twice its length back onto the core', () => {
    const air = withCore({ shape: 'none', length: '40 mm' });
    const long = { ...air, winding: { ...air.winding, start: '10 mm', end: '70 mm' } };
    expect(withShape(long, 'rod').winding).toMatchObject({ start: '0 mm', end: '40 mm' });
    const short = { ...air, winding: { ...air.winding, start: '50 mm', end: '70 mm' } };
    expect(withShape(short, 'rod').winding).toMatchObject({ start: '20 mm', end: '40 mm' });
  });
});
