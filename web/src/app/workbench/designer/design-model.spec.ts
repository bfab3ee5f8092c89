import { Injector, runInInjectionContext, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import {
  compassSchema,
  newCompassSet,
  toCompassSet,
  type CompassDocument,
} from '@nab/contract/experiments';
import { compassCautions, evaluateCompassSet, type CompassEvaluation } from '@nab/core/experiments';
import { CoreError } from '@nab/core/errors';
import { of } from 'rxjs';
import { describe, expect, it } from 'vitest';
import type { Schema } from 'yup';
import { SavedDocument } from '../../platform/saving';
import { DesignModel, type DesignRules } from './design-model';

const RULES: DesignRules<'compass', CompassEvaluation> = {
  experiment: 'compass',
  schema: compassSchema as Schema<CompassDocument>,
  toDesign: toCompassSet,
  evaluate: evaluateCompassSet,
  cautions: compassCautions,
  deciding: (_set, { deflection }) => [{ name: 'Angle', value: `${deflection}` } as never],
  facts: () => [],
  wayOutOf: 'needle-angle',
};

function modelOf(change: (set: CompassDocument) => CompassDocument, rules = RULES) {
  return runInInjectionContext(TestBed.inject(Injector), () => {
    const document = new SavedDocument<CompassDocument>({
      key: 'design:1',
      schema: rules.schema,
      initial: { version: 1, value: change(newCompassSet()) },
      send: ({ version, value }) => of({ version: version + 1, value }),
      currentOf: (current) => current as never,
    });
    return new DesignModel(signal(document), rules);
  });
}

describe('a design on the workbench', () => {
  it('has its evaluation, with figures and cautions', () => {
    const model = modelOf((set) => set);
    expect(model.evaluation()!.deflection).toBe(evaluateCompassSet(model.design()).deflection);
    expect(model.fault()).toBeNull();
    expect(model.deciding().map(({ value }) => value)).toEqual([
      `${model.evaluation()!.deflection}`,
    ]);
    expect(model.cautions()).toEqual(compassCautions(model.design(), model.evaluation()!));
  });

  it('keeps the evaluation of the last value without faults, and says that it is stale', () => {
    const model = modelOf((set) => set);
    const before = model.evaluation();
    model.document().edit((set) => ({ ...set, distance: 'far' }));
    expect(model.evaluation()).toBe(before);
    expect(model.stale()).toBe(true);
    expect(model.faulty('distance')).toBe(true);
    expect(model.faulty('length', 'earth')).toBe(false);
  });

  it('says why there is none where the design cannot be built', () => {
    const impossible = modelOf((set) => set, {
      ...RULES,
      evaluate: () => {
        throw new CoreError('WINDING_TOO_SHORT', 'It does not fit.');
      },
    });
    expect(impossible.evaluation()).toBeNull();
    expect(impossible.fault()).toBe('It does not fit.');
    expect(impossible.deciding()).toEqual([]);
    expect(impossible.cautions()).toEqual([]);
    const failing = modelOf((set) => set, {
      ...RULES,
      evaluate: () => {
        throw new TypeError('a mistake of Nab’s own');
      },
    });
    // A mistake is never shown as a fault of the design.
    expect(() => failing.evaluation()).toThrow(TypeError);
  });

  const stopping: typeof RULES = {
    ...RULES,
    cautions: ({ supply }) =>
      supply.series > 2 ? [{ code: 'near-short-circuit', severity: 'stop' }] : [],
  };
  const eightCells = (set: CompassDocument): CompassDocument => ({
    ...set,
    supply: { ...set.supply, series: 8 },
  });

  it('offers ways out of a stop, and takes one', () => {
    const model = modelOf(eightCells, stopping);
    const fewer = model.ways().find(({ way }) => way.kind === 'fewer-cells');
    expect(fewer).toBeDefined();
    model.takeWayOut(fewer!.way);
    expect(model.value().supply.series).toBeLessThan(8);
  });

  it('looks for none where nothing stops it, or its experiment has none', () => {
    expect(modelOf((set) => set, stopping).ways()).toEqual([]);
    const { wayOutOf: _none, ...without } = stopping;
    expect(modelOf(eightCells, without).ways()).toEqual([]);
  });

  it('is renamed, with a way back', () => {
    const model = modelOf((set) => set);
    const { name } = model.value();
    model.rename('Bench 3');
    expect(model.value().name).toBe('Bench 3');
    model.document().undo();
    expect(model.value().name).toBe(name);
  });
});
