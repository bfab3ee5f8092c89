import { newCompassSet, newDesign, newShell, type DesignDocument } from '@nab/contract';
import { examplePlan, idOf } from '@nab/contract/testing';
import { describe, expect, it } from 'vitest';
import { kitOf, type KitItem } from './kit.js';

const find = (kit: readonly KitItem[], part: string): KitItem | undefined =>
  kit.find(({ name }) => name.includes(part));
const plan = examplePlan();
const design = newDesign();

describe('the kit for a class', () => {
  it('has core, cells, leads and labels for one group and for all', () => {
    const kit = kitOf(design, plan, 3.2);
    expect(kit[0]).toMatchObject({ each: '1', all: '2' });
    expect(find(kit, 'of one kind and age')).toMatchObject({ each: '1', all: '2' });
    expect(find(kit, 'Clip leads')).toMatchObject({ each: '2', all: '4' });
    expect(find(kit, 'Labels')).toMatchObject({ each: '3', all: '6' });
    expect(find(kit, 'counted into the tray')).toMatchObject({ each: '60', all: '120' });
  });

  it('has a tenth of wire to spare', () => {
    const wire = kitOf(design, plan, 3.2).find(({ all }) => all.includes('spare'))!;
    expect(wire.each).toBe('3.20 m');
    expect(wire.all).toBe('7.04 m with a tenth spare');
  });

  it('has sandpaper for enamel and none for plastic', () => {
    expect(find(kitOf(design, plan, 1), 'sandpaper')).toBeDefined();
    const plastic: DesignDocument = {
      ...design,
      wire: { ...design.wire, insulation: 'hook-up' },
    };
    expect(find(kitOf(plastic, plan, 1), 'sandpaper')).toBeUndefined();
  });

  it('has a bench supply instead of cells where the current is held', () => {
    const kit = kitOf(design, examplePlan(idOf, { hold: 'bench-supply' }), 1);
    expect(find(kit, 'Bench supply')).toMatchObject({ each: '1' });
    expect(find(kit, 'of one kind and age')).toBeUndefined();
  });

  it('has two cores and a bar for a pair', () => {
    const pair: DesignDocument = { ...design, core: { ...design.core, poles: 'two', yoke: 'bar' } };
    const kit = kitOf(pair, plan, 1);
    expect(kit[0]).toMatchObject({ each: '2', all: '4' });
    expect(find(kit, 'yoke')).toBeDefined();
  });

  it('has a diode where one is connected', () => {
    const kick: DesignDocument = { ...design, leads: { ...design.leads, diode: 'yes' } };
    expect(find(kitOf(kick, plan, 1), 'diode')).toMatchObject({ each: '1', all: '2' });
    expect(find(kitOf(design, plan, 1), 'diode')).toBeUndefined();
  });

  it.each([
    ['needle-angle', 'Compass'],
    ['load-held', 'Weights'],
    ['fewest-cells', 'cushion'],
    ['time', 'Stop-watch'],
    ['flux-density', 'millitesla'],
  ] as const)('has for %s what it is read with: %s', (measure, thing) => {
    expect(find(kitOf(design, examplePlan(idOf, { measure }), 1), thing)).toBeDefined();
  });

  it('has the objects that are tried, one of each', () => {
    const objects = ['steel bolt', 'cork'].map((name, i) => ({ id: idOf(40 + i), name }));
    const kit = kitOf(design, examplePlan(idOf, { measure: 'each-object', objects }), 1);
    expect(find(kit, 'cork')).toMatchObject({ each: '1', all: '2' });
  });

  it('has cup and plate for a shell magnet, and no core for a compass', () => {
    const loads = examplePlan(idOf, { experiment: 'shell-magnet', measure: 'load-held' });
    const shell = kitOf(newShell(), loads, 12);
    expect(find(shell, 'Steel cup, 40 mm across')).toBeDefined();
    expect(find(shell, 'Steel plate')).toBeDefined();
    const needle = examplePlan(idOf, { experiment: 'compass', measure: 'needle-angle' });
    expect(kitOf(newCompassSet(), needle, 1)[0]!.name).toContain('wire');
  });
});
