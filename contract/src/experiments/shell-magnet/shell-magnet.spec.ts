import { describe, expect, it } from 'vitest';
import { shellMagnetReport } from '@nab/core/experiments';
import { check } from '../../problem/index.js';
import { newShell, shellSchema, toShellMagnet, type ShellDocument } from '../index.js';

const faultsOf = (document: unknown): string[] => {
  const checked = check(shellSchema, document);
  return checked.ok ? [] : checked.errors.map(({ path }) => path);
};

describe('a shell magnet’s file', () => {
  it('starts as one that can be built and holds something', () => {
    expect(faultsOf(newShell())).toEqual([]);
    const report = shellMagnetReport(toShellMagnet(newShell()), 'Cup');
    expect(report.load_kg).toBeGreaterThan(1);
    expect(report.cells_taken_away).toHaveLength(4);
    expect(JSON.stringify(report)).not.toMatch(/NaN|Infinity/);
  });

  it('is SI in the core', () => {
    const { steel, seat } = toShellMagnet(newShell());
    expect(steel.wallInner).toBeCloseTo(0.0165, 9);
    expect(steel.poleRadius).toBeCloseTo(0.008, 9);
    expect(seat).toEqual({ gap: 1e-4, tilt: 0, covered: 1 });
  });

  it.each<[string, (one: ShellDocument) => unknown]>([
    ['shell.outerDiameter', (one) => ({ ...one, shell: { ...one.shell, outerDiameter: '20 mm' } })],
    [
      'shell.depth',
      (one) => ({
        ...one,
        winding: { ...one.winding, former: '5 mm' },
        shell: { ...one.shell, depth: '9 mm', outerDiameter: '80 mm' },
      }),
    ],
    ['keeper.diameter', (one) => ({ ...one, keeper: { ...one.keeper, diameter: '10 mm' } })],
    ['seat.gap', (one) => ({ ...one, seat: { ...one.seat, gap: 'none' } })],
    ['supply.size', (one) => ({ ...one, supply: { ...one.supply, size: 'barrel' } })],
    ['count', (one) => ({ ...one, count: 0 })],
    ['format', (one) => ({ ...one, format: 'nab-design' })],
  ])('has its fault beside %s', (path, spoil) => {
    expect(faultsOf(spoil(newShell()))).toContain(path);
  });
});
