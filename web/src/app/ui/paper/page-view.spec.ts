import { TestBed } from '@angular/core/testing';
import type { SheetPage } from '@nab/contract/lesson';
import { describe, expect, it } from 'vitest';
import { PageView } from './page-view';

const PAGE: SheetPage = {
  title: 'A page',
  width: 210,
  height: 297,
  parts: [
    {
      tag: 'H1',
      marks: [
        { kind: 'text', x: 15, y: 22, text: 'Risk notes', size: 20, face: 'bold', ink: 'ink' },
      ],
    },
    {
      tag: 'Figure',
      alt: 'A bar of 100 mm',
      marks: [
        { kind: 'path', d: 'M15 18L115 18', stroke: 'copper', width: 0.5, dash: [1.2, 0.8] },
        { kind: 'text', x: 4, y: 80, text: 'up', size: 9, face: 'regular', ink: 'soft', turn: -90 },
      ],
    },
  ],
};

describe('a printed page on screen', () => {
  const shown = async (): Promise<SVGElement> => {
    const fixture = TestBed.createComponent(PageView);
    fixture.componentRef.setInput('page', PAGE);
    await fixture.whenStable();
    return (fixture.nativeElement as HTMLElement).querySelector('svg')!;
  };

  it('has the size of the paper and its marks in millimetres', async () => {
    const svg = await shown();
    expect(svg.getAttribute('viewBox')).toBe('0 0 210 297');
    expect(svg.getAttribute('width')).toBe('210mm');
    const [title, up] = svg.querySelectorAll('text');
    expect(title!.textContent.trim()).toBe('Risk notes');
    // Twenty points are 7.06 mm.
    expect(Number(title!.getAttribute('font-size'))).toBeCloseTo(7.056, 3);
    expect(title!.getAttribute('font-weight')).toBe('700');
    expect(up!.getAttribute('transform')).toBe('rotate(-90 4 80)');
    const path = svg.querySelector('path')!;
    expect(path.getAttribute('stroke-dasharray')).toBe('1.2 0.8');
    expect(path.getAttribute('fill')).toBe('none');
  });

  it('says what is written on it, and what its figures show', async () => {
    expect((await shown()).getAttribute('aria-label')).toBe('Risk notes A bar of 100 mm up');
  });
});
