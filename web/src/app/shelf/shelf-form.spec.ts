import type { HarnessLoader } from '@angular/cdk/testing';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { TestBed } from '@angular/core/testing';
import { newShelfItem, type ShelfItem, type ShelfKind } from '@nab/contract/shelf';
import { describe, expect, it } from 'vitest';
import {
  ChoiceHarness,
  NumberHarness,
  QuantityHarness,
  TextHarness,
} from '../../../testing/field-harness';
import { ShelfForm } from './shelf-form';

/** The form for something new of a kind. */
function formFor(kind: ShelfKind) {
  const fixture = TestBed.createComponent(ShelfForm);
  fixture.componentRef.setInput('item', { ...newShelfItem(kind), name: '' });
  const done: ShelfItem[] = [];
  fixture.componentInstance.done.subscribe((item) => done.push(item));
  const loader: HarnessLoader = TestbedHarnessEnvironment.loader(fixture);
  const put = async (): Promise<void> => {
    const form = (fixture.nativeElement as HTMLElement).querySelector('form')!;
    form.dispatchEvent(new Event('submit', { cancelable: true }));
    await fixture.whenStable();
  };
  return { loader, done, put };
}

describe('the form for a thing on the shelf', () => {
  it('wants a name, says so when it is put there, and hands the thing on once it has one', async () => {
    const { loader, done, put } = formFor('core');
    const name = await loader.getHarness(TextHarness.at('Name, as you call it'));
    expect(await name.fault()).toBeNull();
    await put();
    expect(done).toEqual([]);
    expect(await name.fault()).not.toBeNull();
    await name.type('Bolt from the boat');
    await put();
    expect(done).toHaveLength(1);
    expect(done[0]).toMatchObject({ kind: 'core', name: 'Bolt from the boat' });
  });

  it('says at once what cannot be read, and keeps it', async () => {
    const { loader, done, put } = formFor('reel');
    await (await loader.getHarness(TextHarness.at('Name, as you call it'))).type('Reel');
    const wire = await loader.getHarness(QuantityHarness.at('Wire'));
    await wire.type('thin');
    expect(await wire.fault()).not.toBeNull();
    await put();
    expect(done).toEqual([]);
    expect(await wire.value()).toBe('thin');
  });

  it('shows the dimensions that a shape has', async () => {
    const { loader } = formFor('core');
    expect(await loader.getHarnessOrNull(QuantityHarness.at('Bore'))).toBeNull();
    await (await loader.getHarness(ChoiceHarness.at('Shape'))).choose('Pipe');
    const bore = await loader.getHarness(QuantityHarness.at('Bore'));
    await bore.type('4 mm');
    expect(await bore.value()).toBe('4 mm');
  });

  it('offers the sizes that a chemistry is made in', async () => {
    const { loader, done, put } = formFor('cell');
    await (await loader.getHarness(TextHarness.at('Name, as you call it'))).type('Cells');
    const chemistry = await loader.getHarness(ChoiceHarness.at('Chemistry'));
    for (const kind of await chemistry.options()) {
      await chemistry.choose(kind);
      const cell = await loader.getHarness(ChoiceHarness.at('Cell'));
      expect(await cell.options()).not.toEqual([]);
      expect(await cell.fault()).toBeNull();
    }
    await put();
    expect(done).toHaveLength(1);
  });

  it('forgets an optional value that is emptied, and refuses a count that is no number', async () => {
    const { loader, done, put } = formFor('cell');
    await (await loader.getHarness(TextHarness.at('Name, as you call it'))).type('Cells');
    const emf = await loader.getHarness(QuantityHarness.at('EMF, measured'));
    await emf.type('1.5 V');
    await emf.type('');
    const count = await loader.getHarness(NumberHarness.at('How many'));
    await count.type('a few');
    await put();
    expect(done).toEqual([]);
    expect(await count.fault()).toMatch(/whole number/);
    await count.type('6');
    await put();
    expect(done[0]!.cell).toMatchObject({ count: 6 });
    expect('emf' in done[0]!.cell!).toBe(false);
  });
});
