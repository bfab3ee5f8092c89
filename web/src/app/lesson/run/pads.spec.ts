import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { TestBed } from '@angular/core/testing';
import { measureOf, type MeasureId } from '@nab/core/lesson';
import type { PollChoice } from '@nab/contract/lesson';
import { idOf } from '@nab/contract/testing';
import { describe, expect, it } from 'vitest';
import { PadHarness } from '../../../../testing/pad-harness';
import { GuessPad, type Guess } from './guess-pad';
import { OutcomeForm } from './outcome-form';
import { OutcomePad } from './outcome-pad';

const objects = [
  { id: idOf(1), name: 'steel bolt' },
  { id: idOf(2), name: 'cork' },
];

/** The pad of a measure with the form behind it. */
async function outcomePad(measure: MeasureId) {
  const form = new OutcomeForm(
    () => measureOf(measure),
    () => objects,
  );
  form.reset();
  const fixture = TestBed.createComponent(OutcomePad);
  fixture.componentRef.setInput('measure', measureOf(measure));
  fixture.componentRef.setInput('form', form);
  fixture.componentRef.setInput('objects', objects);
  fixture.componentRef.setInput('many', 'clips');
  const pad = await TestbedHarnessEnvironment.harnessForFixture(fixture, PadHarness);
  const ask = (name: string, value: unknown) => fixture.componentRef.setInput(name, value);
  return { form, pad, ask };
}

describe('the pad for what was read', () => {
  it('counts with plus and minus, and not below nothing', async () => {
    const { form, pad } = await outcomePad('objects-one-end');
    await pad.type('Lifted: how many clips?', '7');
    await pad.press('One more: Lifted: how many clips?');
    await pad.press('One less: Of these, stayed stuck');
    expect(form.read()).toMatchObject({ kind: 'count', count: 8, stuck: 0 });
  });

  it('takes digits only', async () => {
    const { form, pad } = await outcomePad('objects-one-end');
    await pad.type('Lifted: how many clips?', '1x2 clips');
    expect(form.count()).toBe(12);
  });

  it('asks at each end apart', async () => {
    const { form, pad } = await outcomePad('objects-each-end');
    const [near, far] = await pad.labelTexts();
    await pad.type(near!, '4');
    await pad.type(far!, '3');
    expect(form.read()).toMatchObject({ count: 7, parts: [4, 3] });
  });

  it('asks for two loads, and for one where it never dropped', async () => {
    const { form, pad } = await outcomePad('load-held');
    await pad.type('Last load that held', '500 g');
    await pad.type('First load that dropped', '600 g');
    expect(form.read()).toMatchObject({ held: 0.5, dropped: 0.6 });
    await pad.press('It never dropped');
    expect(await pad.labelTexts()).not.toContain('First load that dropped');
    expect(form.read()).toMatchObject({ held: 0.5, dropped: null });
  });

  it('takes yes and no, and says when neither was pressed', async () => {
    const { form, pad } = await outcomePad('load-yes-no');
    expect(form.read()).toBeNull();
    expect(await pad.faults()).toEqual(['Say whether it held.']);
    await pad.press('It dropped');
    expect(await pad.faults()).toEqual([]);
    expect(form.read()).toEqual({ kind: 'yes-no', yes: false });
  });

  it('asks of every object', async () => {
    const { form, pad } = await outcomePad('each-object');
    await pad.press('steel bolt: lifted');
    expect(form.read()).toBeNull();
    await pad.press('cork: not lifted');
    expect(form.read()).toEqual({
      kind: 'objects',
      lifted: { [idOf(1)]: true, [idOf(2)]: false },
    });
  });

  it('takes a quantity with its unit, and a sentence', async () => {
    const angle = await outcomePad('needle-angle');
    const [read] = await angle.pad.labelTexts();
    await angle.pad.type(read!, '30°');
    expect(angle.form.read()).toMatchObject({ kind: 'number', typed: '30°' });
    const words = await outcomePad('sentence');
    const [saw] = await words.pad.labelTexts();
    await words.pad.type(saw!, 'It hummed.');
    expect(words.form.read()).toEqual({ kind: 'words', text: 'It hummed.' });
    words.ask('said', 'It will hum.');
    await words.pad.press('In part');
    expect(words.form.read()).toMatchObject({ verdict: 'partly' });
  });
});

describe('the pad for a prediction', () => {
  async function guessPad(measure: MeasureId, choices: readonly PollChoice[] | null = null) {
    const fixture = TestBed.createComponent(GuessPad);
    fixture.componentRef.setInput('measure', measureOf(measure));
    fixture.componentRef.setInput('choices', choices);
    const guesses: Guess[] = [];
    fixture.componentInstance.guessed.subscribe((guess) => guesses.push(guess));
    const pad = await TestbedHarnessEnvironment.harnessForFixture(fixture, PadHarness);
    return { guesses, pad };
  }

  it('wants a number where things are counted', async () => {
    const { guesses, pad } = await guessPad('objects-one-end');
    await pad.press('Save our prediction');
    expect(await pad.faults()).toEqual(['Type the prediction first.']);
    await pad.type('We predict', '12');
    await pad.press('Save our prediction');
    expect(guesses).toEqual([{ value: 12, words: null }]);
  });

  it('reads a quantity in the measure’s unit where none is typed, and says what it cannot read', async () => {
    const { guesses, pad } = await guessPad('load-held');
    await pad.type('We predict', 'lots');
    await pad.press('Save our prediction');
    expect(guesses).toEqual([]);
    expect(await pad.faults()).toHaveLength(1);
    await pad.type('We predict', '1,5');
    await pad.press('Save our prediction');
    expect(guesses).toEqual([{ value: 1.5, words: null }]);
  });

  it('is a big button for each of a few, and a sentence for words', async () => {
    const choice = await guessPad('load-yes-no', [
      { value: 1, name: 'It will hold' },
      { value: 0, name: 'It will drop' },
    ]);
    await choice.pad.press('It will drop');
    expect(choice.guesses).toEqual([{ value: 0, words: null }]);
    const words = await guessPad('sentence');
    await words.pad.type('We predict', ' It will hum. ');
    await words.pad.press('Save our prediction');
    expect(words.guesses).toEqual([{ value: null, words: 'It will hum.' }]);
  });
});
