import { TestBed } from '@angular/core/testing';
import { describe, expect, it } from 'vitest';
import { LevelBox } from './level-box';

async function boxOf(inputs: { value: string; kinds?: readonly string[]; settled?: boolean }) {
  const fixture = TestBed.createComponent(LevelBox);
  for (const [key, value] of Object.entries({ label: 'Level 1', ...inputs })) {
    fixture.componentRef.setInput(key, value);
  }
  const heard: string[] = [];
  fixture.componentInstance.valueChange.subscribe((value) => heard.push(value));
  await fixture.whenStable();
  const box = (fixture.nativeElement as HTMLElement).querySelector('input')!;
  const type = (text: string): void => {
    box.value = text;
    box.dispatchEvent(new Event('input', { bubbles: true }));
  };
  const { offered } = fixture.componentInstance as unknown as { offered: () => readonly string[] };
  return { box, heard, type, offered };
}

describe('the box of a level', () => {
  it('is a text field where a level is a number', async () => {
    const { box, heard, type } = await boxOf({ value: '40 turns' });
    expect(box.getAttribute('role')).toBeNull();
    type('50 turns');
    expect(heard).toEqual(['50 turns']);
  });

  it('offers the kinds that go with what is typed, and all of them when it is one', async () => {
    const kinds = ['Door key: brass', 'Brass', 'Wood'];
    const { box, offered } = await boxOf({ value: 'bra', kinds });
    expect(box.getAttribute('role')).toBe('combobox');
    expect(offered()).toEqual(['Door key: brass', 'Brass']);
    expect((await boxOf({ value: 'brass', kinds })).offered()).toEqual(kinds);
    expect((await boxOf({ value: 'cheese', kinds })).offered()).toEqual(kinds);
  });

  it('stays as it is where readings hang on it', async () => {
    expect((await boxOf({ value: 'Brass', kinds: ['Brass'], settled: true })).box.readOnly).toBe(
      true,
    );
    expect((await boxOf({ value: '40 turns', settled: true })).box.readOnly).toBe(true);
  });
});
