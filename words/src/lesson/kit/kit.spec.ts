import {
  newCompassSet,
  newDesign,
  newShell,
  type DesignDocument,
  type ExperimentDocument,
} from '@nab/contract/experiments';
import { newShelfItem } from '@nab/contract/shelf';
import { USUAL_LESSON, type LessonSettings, type Plan } from '@nab/contract/lesson';
import { examplePlan, idOf } from '@nab/contract/testing';
import { describe, expect, it } from 'vitest';
import { prepared } from '../prepared.js';
import { againstShelf, kitOf as kitOfLesson, wireOf, type KitItem } from './kit.js';

const find = (kit: readonly KitItem[], part: string): KitItem | undefined =>
  kit.find(({ name }) => name.includes(part));
const plan = examplePlan();
const design = newDesign();
const kitOf = (document: ExperimentDocument, of: Plan): KitItem[] =>
  kitOfLesson(prepared(of, document));
const usual = (change: Partial<LessonSettings>): Plan => ({
  ...plan,
  lesson: { ...USUAL_LESSON, ...change },
});

describe('the kit for a class', () => {
  it('has as many cores as magnets exist at once', () => {
    const cores = (arrangement: LessonSettings['arrangement']) =>
      kitOf(design, usual({ arrangement }))[0]!;
    // Three levels, two groups.
    expect(cores('own-coils')).toMatchObject({ each: '3', all: '6' });
    expect(cores('go-round')).toMatchObject({ each: '', all: '3' });
    expect(cores('wind-again')).toMatchObject({ each: '1', all: '2' });
    expect(find(kitOf(design, plan), 'Labels')).toMatchObject({ each: '3', all: '6' });
  });

  it('has cells with some to spare, leads, trays and cutters', () => {
    const kit = kitOf(design, plan);
    expect(find(kit, 'of one kind and age')).toMatchObject({
      each: '1',
      all: '3 (1 spare)',
    });
    expect(find(kit, 'Clip leads')).toMatchObject({ each: '2', all: '4' });
    expect(find(kit, 'counted into the tray')).toMatchObject({ each: '60', all: '120' });
    expect(find(kit, 'Trays')).toMatchObject({ each: '2', all: '4' });
    expect(find(kit, 'Cutters')).toMatchObject({ all: '1' });
  });

  it('has the wire of all coils, with a tenth to spare', () => {
    const lesson = prepared(plan, design);
    const lengths = lesson.cases.map(({ trialled }) => trialled!.wireLength);
    const own = 2 * lengths.reduce((p, q) => p + q);
    expect(wireOf(lesson)).toBeCloseTo(own, 9);
    const wire = kitOf(design, plan).find(({ all }) => all.includes('a tenth spare'))!;
    expect(parseFloat(wire.all)).toBeCloseTo(1.1 * own, 1);
    const round = prepared(usual({ arrangement: 'go-round' }), design);
    expect(wireOf(round)).toBeCloseTo(own / 2, 9);
  });

  it('has a sleeve where the core is taken out, and paper where it lies between', () => {
    const presence = examplePlan(idOf, {
      factor: 'core-presence',
      levels: ['with', 'without'].map((value, i) => ({ id: idOf(1 + i), value })),
    });
    expect(find(kitOf(design, presence), 'sleeve')).toMatchObject({ all: '2' });
    expect(kitOf(design, presence)[0]).toMatchObject({ all: '2' });
    const gap = examplePlan(idOf, {
      factor: 'gap',
      measure: 'load-held',
      levels: ['1 sheet', '3 sheets'].map((value, i) => ({ id: idOf(1 + i), value })),
    });
    expect(find(kitOf(design, gap), 'paper')).toBeDefined();
  });

  it('has a core of each level where the levels differ in it, and none for nothing inside', () => {
    const levels = ['steel', 'brass', 'nothing'].map((value, i) => ({ id: idOf(1 + i), value }));
    const cores = kitOf(design, examplePlan(idOf, { factor: 'core-material', levels })).filter(
      ({ name }) => name.startsWith('Core for'),
    );
    expect(cores.map(({ name, all }) => [name.split(':')[0], all])).toEqual([
      ['Core for Low-carbon steel, cold-worked', '2'],
      ['Core for Brass', '2'],
    ]);
    const long = { ...design, core: { ...design.core, length: '150 mm' } };
    const whole = examplePlan(idOf, {
      factor: 'designs',
      levels: [design, long].map((own, i) => ({
        id: idOf(1 + i),
        value: `Design ${i}`,
        design: own,
      })),
    });
    const names = kitOf(design, whole).map(({ name }) => name);
    expect(names.filter((name) => name.includes('150 mm'))).toHaveLength(1);
    expect(names.filter((name) => name.includes('100 mm'))).toHaveLength(1);
  });

  it('says what the shelf is short of, or what is left of its reel', () => {
    const reel = newShelfItem('reel');
    const shelf = (length: string) => [
      {
        id: idOf(70),
        version: 1,
        demo: false,
        item: { ...reel, name: 'Copper reel', reel: { ...reel.reel!, length } },
      },
    ];
    const drawing = { ...design, wire: { ...design.wire, shelf: idOf(70) } };
    const lesson = prepared(plan, drawing);
    expect(againstShelf(lesson, shelf('1 m')).shortages).toMatchObject([
      { part: 'wire', there: '1.0 m', missing: expect.stringMatching(/ m of wire$/) },
    ]);
    const { cuts, shortages } = againstShelf(lesson, shelf('50 m'));
    expect(shortages).toEqual([]);
    const metres = parseFloat(/([\d.]+) m left/.exec(cuts[0]!)![1]!);
    expect(metres).toBeCloseTo(50 - wireOf(lesson), 1);
  });

  it('has sandpaper for enamel and none for plastic', () => {
    expect(find(kitOf(design, plan), 'sandpaper')).toBeDefined();
    const plastic: DesignDocument = {
      ...design,
      wire: { ...design.wire, insulation: 'hook-up' },
    };
    expect(find(kitOf(plastic, plan), 'sandpaper')).toBeUndefined();
  });

  it('has a bench supply instead of cells where the current is held', () => {
    const kit = kitOf(design, examplePlan(idOf, { hold: 'bench-supply' }));
    expect(find(kit, 'Bench supply')).toMatchObject({ each: '1' });
    expect(find(kit, 'of one kind and age')).toBeUndefined();
  });

  it('has two cores and a bar for a pair', () => {
    const pair: DesignDocument = { ...design, core: { ...design.core, poles: 'two', yoke: 'bar' } };
    const kit = kitOf(pair, plan);
    expect(kit[0]).toMatchObject({ each: '6', all: '12' });
    expect(find(kit, 'yoke')).toBeDefined();
  });

  it('has a diode where one is connected', () => {
    const kick: DesignDocument = { ...design, leads: { ...design.leads, diode: 'yes' } };
    expect(find(kitOf(kick, plan), 'diode')).toMatchObject({ each: '1', all: '2' });
    expect(find(kitOf(design, plan), 'diode')).toBeUndefined();
  });

  it.each([
    ['needle-angle', 'Compass'],
    ['load-held', 'Weights'],
    ['fewest-cells', 'cushion'],
    ['time', 'Stop-watch'],
    ['flux-density', 'millitesla'],
  ] as const)('has for %s what it is read with: %s', (measure, thing) => {
    expect(find(kitOf(design, examplePlan(idOf, { measure })), thing)).toBeDefined();
  });

  it('has the objects that are tried, one of each', () => {
    const objects = ['steel bolt', 'cork'].map((name, i) => ({ id: idOf(40 + i), name }));
    const kit = kitOf(design, examplePlan(idOf, { measure: 'each-object', objects }));
    expect(find(kit, 'cork')).toMatchObject({ each: '1', all: '2' });
  });

  it('has cup and plate for a shell magnet, and no core for a compass', () => {
    const loads = examplePlan(idOf, { experiment: 'shell-magnet', measure: 'load-held' });
    const shell = kitOf(newShell(), loads);
    expect(find(shell, 'Steel cup, 40 mm across')).toBeDefined();
    expect(find(shell, 'Steel plate')).toBeDefined();
    const needle = examplePlan(idOf, { experiment: 'compass', measure: 'needle-angle' });
    expect(kitOf(newCompassSet(), needle)[0]!.name).toContain('wire');
  });
});
