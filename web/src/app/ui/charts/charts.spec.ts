import { TestBed } from '@angular/core/testing';
import type { CellStep, LoadHeld } from '@nab/core/experiments';
import { scaleLinear, scaleLog } from 'd3-scale';
import { describe, expect, it, vi } from 'vitest';
import { levelAxes, numberedAxis } from './axes';
import { AxisChart } from './axis-chart';
import { CellsChart } from './cells-chart';
import { LoadChart } from './load-chart';
import { makeXScale, makeYScale, type XAxis, type ChartBox } from './scales';

const box: ChartBox = {
  width: 800,
  height: 320,
  margin: { top: 10, right: 20, bottom: 60, left: 70 },
};

describe('an axis', () => {
  it('of numbers is ruled and marked at its ticks', () => {
    const axis = numberedAxis(scaleLinear([0, 4], [0, 100]), 'turns', { text: String, ticks: 4 });
    expect(axis.label).toBe('turns');
    expect(axis.marks).toEqual([0, 1, 2, 3, 4].map((n) => ({ at: 25 * n, text: [String(n)] })));
    expect(axis.ruled).toEqual([0, 25, 50, 75, 100]);
  });

  it('may be marked at values of one’s own, on any scale', () => {
    const axis = numberedAxis(scaleLog([1, 100], [0, 10]), 'load', {
      text: String,
      ticks: [1, 10],
    });
    expect(axis.ruled).toEqual([0, 5]);
  });

  it('of names breaks the long ones into lines, and cuts none', () => {
    const kinds: XAxis = {
      kind: 'kinds',
      label: 'Material',
      names: ['Brass', 'Low-carbon steel, cold-worked, thick'],
    };
    const narrow = { ...box, width: 300 };
    const across = makeXScale(kinds, narrow);
    const { across: axis } = levelAxes(kinds, across, makeYScale(10, narrow), {
      upLabel: 'clips',
      box: narrow,
    });
    expect(axis.marks[0]).toEqual({ at: across.at(0), text: ['Brass'] });
    expect(axis.marks[1]!.text).toEqual(['Low-carbon', 'steel, cold-', 'worked, thick']);
  });

  it('of whole things has no marks between them', () => {
    const cells: XAxis = { kind: 'graded', label: 'Cells', values: [1, 2, 3], whole: true };
    const { across } = levelAxes(cells, makeXScale(cells, box), makeYScale(10, box), {
      upLabel: 'clips',
      box,
    });
    expect(across.marks.map(({ text }) => text[0])).toEqual(['1', '2', '3']);
  });
});

/** A chart on a page: what its frame and its table say. */
async function shown(
  type: typeof CellsChart | typeof LoadChart | typeof AxisChart,
  inputs: object,
) {
  const fixture = TestBed.createComponent<unknown>(type);
  for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
  fixture.detectChanges();
  const host = fixture.nativeElement as HTMLElement;
  // The table is fetched when it is opened.
  host.querySelector<HTMLElement>('.ant-collapse-header')?.click();
  await fixture.whenStable();
  await vi.waitFor(() => {
    fixture.detectChanges();
    expect(host.querySelector('tbody tr')).not.toBeNull();
  });
  const texts = (selector: string): string[] =>
    [...host.querySelectorAll(selector)].map((element) => element.textContent!.trim());
  return { host, texts };
}

describe('the charts on one frame', () => {
  const step = (cells: number, low: number, load: number, high: number): CellStep =>
    ({ cells, low, load, high, current: cells }) as CellStep;

  it('say of every number of cells whether the load is held, drawn and as a table', async () => {
    const { host, texts } = await shown(CellsChart, {
      steps: [step(3, 6, 8, 10), step(2, 4, 6, 8), step(1, 1, 2, 3)],
      load: 5,
    });
    const svg = texts('svg > text');
    expect(svg).toEqual(['holds', 'may drop', 'drops', 'the load']);
    expect(texts('svg g text')).toContain('cells left, one off at a time');
    expect(host.querySelector('svg')!.getAttribute('aria-label')).toMatch(/table below/);
    expect(texts('thead th')).toEqual(['Cells', 'Holds', 'From', 'To', 'Current']);
    expect(texts('tbody tr:first-child td')).toEqual(['3', '8 kg', '6 kg', '10 kg', '3 A']);
  });

  it('put the load against the gap on logarithmic scales, and leave out what holds nothing', async () => {
    const held = (gap: number, mass: number): LoadHeld => ({
      gap,
      mass,
      force: mass * 9.81,
      plateTooThin: false,
    });
    const { host, texts } = await shown(LoadChart, {
      points: [held(0.0001, 2), held(0.001, 0.2), held(0.002, 0)],
    });
    expect(host.querySelectorAll('circle')).toHaveLength(2);
    expect(texts('tbody tr')).toHaveLength(2);
    expect(texts('svg g text')).toEqual(expect.arrayContaining(['0.1', '1', '100 g', '1 kg']));
    const nothing = TestBed.createComponent<unknown>(LoadChart);
    nothing.componentRef.setInput('points', [held(0.0001, 2)]);
    nothing.detectChanges();
    expect((nothing.nativeElement as HTMLElement).querySelector('svg')).toBeNull();
  });

  it('draw the coil under its field', async () => {
    const points = Array.from({ length: 21 }, (_, i) => ({ z: (i - 10) / 100, field: 0.004 }));
    const { host, texts } = await shown(AxisChart, { points, half: 0.05 });
    expect(Number(host.querySelector('rect')!.getAttribute('width'))).toBeCloseTo(810 / 2, 6);
    expect(texts('tbody tr td')).toEqual(['-100', '4.00', '0', '4.00', '100', '4.00']);
  });
});
