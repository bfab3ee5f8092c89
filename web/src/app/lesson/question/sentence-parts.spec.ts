import type { HarnessLoader } from '@angular/cdk/testing';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { TestBed } from '@angular/core/testing';
import type { Investigation } from '@nab/contract/lesson';
import { exampleReading } from '@nab/contract/testing';
import { describe, expect, it } from 'vitest';
import { openInvestigation } from '../../../../testing/open-investigation';
import { SelectHarness } from '../../../../testing/select-harness';
import { Availability } from './availability';
import { QuestionSentence } from './sentence-parts';

/** The sentence of an open question. */
async function sentenceOf(change: Partial<Investigation> = {}) {
  TestBed.configureTestingModule({ providers: [Availability] });
  const opened = await openInvestigation(change);
  const fixture = TestBed.createComponent(QuestionSentence);
  const loader: HarnessLoader = TestbedHarnessEnvironment.loader(fixture);
  const word = (label: string): Promise<SelectHarness> =>
    loader.getHarness(SelectHarness.at(label));
  return { ...opened, word, text: () => (fixture.nativeElement as HTMLElement).textContent };
}

describe('the sentence of a question', () => {
  it('says what is changed and measured, and between which levels', async () => {
    const { word, text } = await sentenceOf();
    expect(await (await word('What we change')).value()).toBe('Number of turns');
    expect(await (await word('What the lines differ in')).value()).toBe('nothing else');
    expect(text()).toContain('from 10 turns to 40 turns');
  });

  it('suggests levels of its own for another factor, and keeps a measure that goes with it', async () => {
    const { word, store } = await sentenceOf();
    await (await word('What we change')).choose('Number of cells');
    const plan = store.plan().value();
    expect(plan).toMatchObject({ factor: 'cells-in-series', measure: 'objects-one-end' });
    expect(plan.levels.length).toBeGreaterThan(1);
    expect(plan.levels.every(({ value }) => /^\d+ cells?$/.test(value))).toBe(true);
    expect(store.plan().errors()).toEqual([]);
  });

  it('asks for a load where one is held', async () => {
    const { word, store } = await sentenceOf();
    await (await word('What we measure')).choose('A load held, yes or no');
    expect(store.plan().value()).toMatchObject({ measure: 'load-yes-no', load: '1 kg' });
    expect(store.plan().errors()).toEqual([]);
  });

  it('draws lines of a second factor, three at most', async () => {
    const { word, store } = await sentenceOf();
    await (await word('What the lines differ in')).choose('Number of cells');
    expect(store.plan().value().series?.factor).toBe('cells-in-series');
    expect(store.plan().value().series!.levels.length).toBeLessThanOrEqual(3);
    await (await word('What the lines differ in')).choose('nothing else');
    expect(store.plan().value().series).toBeNull();
  });

  it('stays as it is once there are readings', async () => {
    const { word } = await sentenceOf({ readings: [exampleReading()] });
    expect(await (await word('What we change')).isDisabled()).toBe(true);
    expect(await (await word('What we measure')).isDisabled()).toBe(true);
    expect(await (await word('How all else is kept the same')).isDisabled()).toBe(false);
  });
});
