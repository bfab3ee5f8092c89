import '@angular/compiler';
import type { Plan } from '@nab/contract/lesson';
import { measureOf, type MeasureId, type Outcome } from '@nab/core/lesson';
import { describe, expect, it } from 'vitest';
import { OutcomeForm } from './outcome-form';

const objects: Plan['objects'] = [
  { id: '00000000-0000-4000-8000-000000000001', name: 'steel bolt' },
  { id: '00000000-0000-4000-8000-000000000002', name: 'cork' },
];
const formOf = (measure: MeasureId): OutcomeForm => {
  const form = new OutcomeForm(
    () => measureOf(measure),
    () => objects,
  );
  form.reset();
  return form;
};

describe('what is typed of a reading', () => {
  it('of objects is a count with what hung before and stayed after', () => {
    const form = formOf('objects-one-end');
    form.count.set(7);
    form.stuck.set(1);
    expect(form.read()).toEqual({ kind: 'count', count: 7, parts: null, off: 0, stuck: 1 });
  });

  it('of both ends apart is their sum, and none while one is missing', () => {
    const form = formOf('objects-each-end');
    form.parts.set([4, null]);
    expect(form.read()).toBeNull();
    form.parts.set([4, 3]);
    expect(form.read()).toMatchObject({ kind: 'count', count: 7, parts: [4, 3] });
  });

  it('of a needle is an angle, in degrees where nothing else is typed', () => {
    const form = formOf('needle-angle');
    form.quantity.set('45');
    expect(form.read()).toMatchObject({ kind: 'number', typed: '45' });
    expect((form.read() as Extract<Outcome, { kind: 'number' }>).value).toBeCloseTo(Math.PI / 4, 9);
    form.quantity.set('0,5 rad');
    expect((form.read() as Extract<Outcome, { kind: 'number' }>).value).toBeCloseTo(0.5, 9);
  });

  it('of loads lies between the last that held and the first that dropped', () => {
    const form = formOf('load-held');
    form.quantity.set('500 g');
    form.dropped.set('0,6 kg');
    expect(form.read()).toEqual({
      kind: 'interval',
      held: 0.5,
      dropped: 0.6,
      typed: '500 g / 0,6 kg',
    });
    form.neverDropped.set(true);
    expect(form.read()).toMatchObject({ held: 0.5, dropped: null, typed: '500 g' });
  });

  it('of loads in the wrong order is refused beside the field', () => {
    const form = formOf('load-held');
    form.quantity.set('2 kg');
    form.dropped.set('1 kg');
    expect(form.errorAt('dropped')).toBeNull();
    expect(form.read()).toBeNull();
    expect(form.errorAt('dropped')).toBe('It must drop more than it held.');
  });

  it('of several objects needs a yes or no of each', () => {
    const form = formOf('each-object');
    form.lifted.set({ [objects[0]!.id]: true });
    expect(form.read()).toBeNull();
    expect(form.errorAt('lifted')).toContain('each object');
    form.lifted.set({ [objects[0]!.id]: true, [objects[1]!.id]: false });
    expect(form.read()).toMatchObject({ kind: 'objects' });
  });

  it('of a load held or not is yes or no', () => {
    const form = formOf('load-yes-no');
    expect(form.read()).toBeNull();
    form.yes.set(false);
    expect(form.read()).toEqual({ kind: 'yes-no', yes: false });
  });

  it('of a sentence is what was written, without idle spaces', () => {
    const form = formOf('sentence');
    form.words.set('   ');
    expect(form.read()).toBeNull();
    form.words.set('  It jumped.  ');
    expect(form.read()).toEqual({ kind: 'words', text: 'It jumped.' });
  });

  it('that cannot be read says so in the words of the quantity', () => {
    const form = formOf('needle-angle');
    form.quantity.set('half a turn');
    expect(form.read()).toBeNull();
    expect(form.errorAt('value')).toMatch(/°/);
  });

  it('says nothing of what is missing before somebody tried to save', () => {
    const form = formOf('objects-one-end');
    expect(form.errorAt('count')).toBeNull();
    form.read();
    expect(form.errorAt('count')).toBe('Type how many it were.');
    form.reset();
    expect(form.errorAt('count')).toBeNull();
  });
});

describe('a reading that is to be corrected', () => {
  it.each<[MeasureId, Outcome]>([
    ['objects-one-end', { kind: 'count', count: 9, parts: null, off: 1, stuck: 2 }],
    ['objects-each-end', { kind: 'count', count: 9, parts: [4, 5], off: 0, stuck: 0 }],
    ['needle-angle', { kind: 'number', value: Math.PI / 6, typed: '30°' }],
    ['load-held', { kind: 'interval', held: 1.2, dropped: 1.3, typed: '1.2 kg / 1.3 kg' }],
    ['load-held', { kind: 'interval', held: 5, dropped: null, typed: '5 kg' }],
    ['load-yes-no', { kind: 'yes-no', yes: true }],
    [
      'each-object',
      { kind: 'objects', lifted: { [objects[0]!.id]: true, [objects[1]!.id]: false } },
    ],
    ['sentence', { kind: 'words', text: 'The needle swung round.' }],
  ])('of %s comes back as it was when nothing is changed: %j', (measure, outcome) => {
    const form = formOf(measure);
    form.fill(outcome);
    const read = form.read()!;
    if (outcome.kind === 'number' && read.kind === 'number') {
      expect(read.value).toBeCloseTo(outcome.value, 9);
      expect(read.typed).toBe(outcome.typed);
    } else {
      expect(read).toEqual(outcome);
    }
  });
});
