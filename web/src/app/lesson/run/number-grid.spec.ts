import { TestBed } from '@angular/core/testing';
import { describe, expect, it } from 'vitest';
import { NumberGrid } from './number-grid';

async function gridOf(most: number | null) {
  const fixture = TestBed.createComponent(NumberGrid);
  fixture.componentRef.setInput('label', 'How many?');
  fixture.componentRef.setInput('most', most);
  const chosen: number[] = [];
  fixture.componentInstance.chosen.subscribe((n) => chosen.push(n));
  await fixture.whenStable();
  const host = fixture.nativeElement as HTMLElement;
  const buttons = () => [...host.querySelectorAll<HTMLButtonElement>('.numbers button')];
  const key = async (name: string): Promise<void> => {
    host
      .querySelector('.numbers')!
      .dispatchEvent(new KeyboardEvent('keydown', { key: name, bubbles: true }));
    await fixture.whenStable();
  };
  return { host, chosen, buttons, key, pages: () => host.querySelectorAll('nz-segmented').length };
}

describe('numbers to press', () => {
  it('are all that there can be, nought included', async () => {
    const { buttons, chosen, pages } = await gridOf(30);
    expect(buttons().map((button) => Number(button.textContent))).toEqual(
      Array.from({ length: 31 }, (_, n) => n),
    );
    expect(pages()).toBe(0);
    buttons()[14]!.click();
    expect(chosen).toEqual([14]);
  });

  it('stand on pages of about thirty where there are more', async () => {
    const { buttons, pages, host } = await gridOf(80);
    expect(pages()).toBe(1);
    expect(buttons()).toHaveLength(27);
    expect(host.textContent).toContain('54–80');
  });

  it('are one stop of the keyboard, and arrows go from one to the next', async () => {
    const { buttons, key } = await gridOf(30);
    const stops = (): number[] => buttons().flatMap((one, i) => (one.tabIndex === 0 ? [i] : []));
    expect(stops()).toEqual([0]);
    await key('ArrowRight');
    await key('ArrowDown');
    expect(stops()).toEqual([11]);
    await key('ArrowUp');
    await key('ArrowLeft');
    await key('ArrowLeft');
    expect(stops()).toEqual([0]);
  });
});
