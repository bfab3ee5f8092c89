import type { HarnessLoader } from '@angular/cdk/testing';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { form, FormField, required } from '@angular/forms/signals';
import { beforeEach, describe, expect, it } from 'vitest';
import {
  ChoiceHarness,
  NumberHarness,
  QuantityHarness,
  TextHarness,
} from '../../../../testing/field-harness';
import { ChoiceField, NumberField, QuantityField, TextField } from '.';

@Component({
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChoiceField, FormField, NumberField, QuantityField, TextField],
  template: `
    <nab-quantity [formField]="form.length" kind="length" label="Length" hint="of the core" />
    <nab-number [formField]="form.turns" label="Turns" [least]="1" [step]="5" />
    <nab-choice [formField]="form.shape" label="Shape" [options]="shapes" />
    <nab-text [formField]="form.name" label="Name" />
  `,
})
class Fields {
  readonly value = signal({ length: '6 cm', turns: 50, shape: 'rod', name: 'Limpet' });
  readonly shapes = { rod: 'Rod', pipe: 'Pipe' };
  readonly form = form(this.value, (path) => {
    required(path.name, { message: 'Give it a name.' });
    required(path.length, { message: 'Type a length.' });
  });
}

describe('the fields', () => {
  let loader: HarnessLoader;
  let page: Fields;

  beforeEach(() => {
    const fixture = TestBed.createComponent(Fields);
    loader = TestbedHarnessEnvironment.loader(fixture);
    page = fixture.componentInstance;
  });

  it('keep a quantity as typed and say what it means in the usual unit', async () => {
    const length = await loader.getHarness(QuantityHarness.at('Length'));
    expect(await length.noteText()).toBe('= 60 mm');
    await length.type('80 mm');
    expect(page.value().length).toBe('80 mm');
    expect(await length.noteText()).toBe('of the core');
    await length.type('2 3/8 in');
    expect(page.value().length).toBe('2 3/8 in');
    expect(await length.noteText()).toBe('= 60.3 mm');
  });

  it('put the unit that stood there behind a bare number', async () => {
    const length = await loader.getHarness(QuantityHarness.at('Length'));
    await length.type('7,5');
    await length.leave();
    expect(page.value().length).toBe('7,5 cm');
  });

  it('step a quantity in its own unit', async () => {
    const length = await loader.getHarness(QuantityHarness.at('Length'));
    await length.press('ArrowUp');
    expect(page.value().length).toBe('6.5 cm');
    await length.press('ArrowDown');
    expect(page.value().length).toBe('6 cm');
  });

  it('say the form’s fault at once in a quantity', async () => {
    const length = await loader.getHarness(QuantityHarness.at('Length'));
    expect(await length.fault()).toBeNull();
    await length.type('');
    expect(await length.fault()).toBe('Type a length.');
  });

  it('read numbers with comma or point, and hand on what is none as NaN', async () => {
    const turns = await loader.getHarness(NumberHarness.at('Turns'));
    await turns.type('1,5');
    expect(page.value().turns).toBe(1.5);
    expect(await turns.value()).toBe('1,5');
    await turns.type('many');
    expect(page.value().turns).toBeNaN();
    expect(await turns.value()).toBe('many');
  });

  it('step a number, and not below its least', async () => {
    const turns = await loader.getHarness(NumberHarness.at('Turns'));
    await turns.press('ArrowUp');
    expect(page.value().turns).toBe(55);
    await turns.type('3');
    await turns.press('ArrowDown');
    expect(page.value().turns).toBe(1);
  });

  it('offer the choices in their words and hand on the chosen one’s id', async () => {
    const shape = await loader.getHarness(ChoiceHarness.at('Shape'));
    expect(await shape.options()).toEqual(['Rod', 'Pipe']);
    await shape.choose('Pipe');
    expect(page.value().shape).toBe('pipe');
    expect(await shape.value()).toBe('Pipe');
  });

  it('say that a name is missing when its field was left, and not before', async () => {
    const name = await loader.getHarness(TextHarness.at('Name'));
    await name.type('');
    expect(await name.fault()).toBeNull();
    await name.leave();
    expect(await name.fault()).toBe('Give it a name.');
  });
});
