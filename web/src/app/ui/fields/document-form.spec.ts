import { Injector, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { check } from '@nab/contract/problem';
import { designSchema, newDesign, type DesignDocument } from '@nab/contract/experiments';
import { computed } from '@angular/core';
import { describe, expect, it } from 'vitest';
import type { Schema } from 'yup';
import { documentForm } from './document-form';

const schema = designSchema as Schema<DesignDocument>;

/** A form over a design that is held in a signal. */
function formOver(start: DesignDocument) {
  const value = signal(start);
  const errors = computed(() => {
    const checked = check(schema, value());
    return checked.ok ? [] : checked.errors;
  });
  const edit = (change: (design: DesignDocument) => DesignDocument): void => value.update(change);
  const editable = { value, errors, edit };
  return { value, form: documentForm(() => editable, schema, TestBed.inject(Injector)) };
}

describe('a form over a document', () => {
  it('shows what is in the document and writes one key of one part', () => {
    const { value, form } = formOver(newDesign());
    const before = value();
    expect(form.core.length().value()).toBe(before.core.length);
    form.core.length().value.set('8 cm');
    expect(value().core).toEqual({ ...before.core, length: '8 cm' });
    // What was not touched is the same thing as before, so that nothing is computed anew.
    expect(value().winding).toBe(before.winding);
    expect(value().load).toBe(before.load);
  });

  it('follows the document when that is changed elsewhere', () => {
    const { value, form } = formOver(newDesign());
    value.update((design) => ({ ...design, winding: { ...design.winding, turns: 77 } }));
    expect(form.winding.turns().value()).toBe(77);
  });

  it('has the schema’s own sentence at the field that it is about, and at no other', () => {
    const { value, form } = formOver(newDesign());
    form.core.diameter().value.set('3 bananas');
    const said = check(schema, value());
    expect(said.ok).toBe(false);
    const messages = form.core
      .diameter()
      .errors()
      .map((error) => error.message);
    expect(messages).toEqual(said.ok ? [] : [said.errors[0]!.message]);
    expect(form.core.length().errors()).toEqual([]);
    expect(form().valid()).toBe(false);
    form.core.diameter().value.set('3 mm');
    expect(form().valid()).toBe(true);
  });

  it('has an empty box for a text that may be missing, and takes an emptied one out', () => {
    const { value, form } = formOver(newDesign());
    expect('measuredResistance' in value().winding).toBe(false);
    expect(form.winding.measuredResistance().value()).toBe('');
    form.winding.measuredResistance().value.set('1.2 Ω');
    expect(value().winding.measuredResistance).toBe('1.2 Ω');
    form.winding.measuredResistance().value.set('  ');
    expect('measuredResistance' in value().winding).toBe(false);
    // A text that must be there stays, empty, and is said to be wrong.
    form.core.length().value.set('');
    expect(value().core.length).toBe('');
    expect(form.core.length().errors()).not.toEqual([]);
  });

  it('keeps a number that cannot be read, so that it is refused and not replaced', () => {
    const { value, form } = formOver(newDesign());
    form.winding.turns().value.set(NaN);
    expect(value().winding.turns).toBeNaN();
    expect(form.winding.turns().errors()[0]?.message).toMatch(/whole number/);
  });
});
