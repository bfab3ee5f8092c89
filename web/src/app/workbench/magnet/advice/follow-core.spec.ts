import { check } from '@nab/contract/problem';
import { designSchema, newDesign, type DesignDocument } from '@nab/contract/experiments';
import { describe, expect, it } from 'vitest';
import { followCore } from './follow-core';
import { startName } from './start-name';
import { withShape } from './with-shape';

const core = (design: DesignDocument, change: Partial<DesignDocument['core']>): DesignDocument => ({
  ...design,
  core: { ...design.core, ...change },
});
const isValid = (design: DesignDocument): boolean => check(designSchema, design).ok;

describe('what lies on a core', () => {
  const nail = newDesign();

  it('follows a shorter one: the winding keeps the bare tip', () => {
    const short = core(nail, { length: '3.5 in' });
    expect(isValid(short)).toBe(false);
    const { design, said } = followCore(nail, short)!;
    expect(isValid(design)).toBe(true);
    // 88.9 mm less the 10 mm of bare tip that the nail had.
    expect(design.winding.end).toBe('3.106 in');
    expect(said).toEqual(['The winding now runs from 1.181 in to 3.106 in.']);
  });

  it('is wound on as large a part where there is no room for it as it was', () => {
    const { design } = followCore(nail, core(nail, { length: '30 mm' }))!;
    expect(isValid(design)).toBe(true);
    expect(design.winding.end).toBe('20 mm');
  });

  it('stays where everything fits', () => {
    expect(followCore(nail, nail)).toBeNull();
    expect(followCore(nail, core(nail, { length: '150 mm' }))).toBeNull();
    expect(followCore(nail, core(nail, { length: 'long' }))).toBeNull();
  });

  it('has the head and thread of a bolt of the new size where they were usual', () => {
    const bolt = withShape(core(nail, { diameter: '8 mm' }), 'bolt');
    expect(bolt.core).toMatchObject({ headDiameter: '13 mm', threadPitch: '1.25 mm' });
    const { design, said } = followCore(bolt, core(bolt, { diameter: '6 mm' }))!;
    expect(design.core).toMatchObject({ headDiameter: '10 mm', threadPitch: '1 mm' });
    expect(said.join(' ')).toMatch(/head is now 10 mm wide/);
    expect(isValid(design)).toBe(true);
  });

  it('has a head in proportion where the old one became too narrow', () => {
    const headed = core(nail, { headDiameter: '10 mm', headHeight: '2 mm' });
    const { design } = followCore(headed, core(headed, { diameter: '12 mm' }))!;
    expect(design.core.headDiameter).toBe('24 mm');
    expect(isValid(design)).toBe(true);
  });
});

describe('the name that a design starts with', () => {
  it('is that of its core, and follows it until somebody gives it one', () => {
    expect(startName('nail')).toBe('Nail magnet');
    expect(withShape(newDesign(), 'bolt').name).toBe('Bolt magnet');
    expect(withShape(withShape(newDesign(), 'strip'), 'none').name).toBe('Air coil');
    expect(withShape(newDesign('Harbour hook'), 'bolt').name).toBe('Harbour hook');
  });
});
