import { afterEach, describe, expect, it } from 'vitest';
import { asSvg } from './as-picture';

afterEach(() => document.documentElement.removeAttribute('style'));

describe('a chart as a picture', () => {
  it('stands by itself: colours written out, title and caption in it, no handles', () => {
    document.documentElement.style.setProperty('--nab-copper', '#a9501b');
    document.documentElement.style.setProperty('--nab-sheet', '#ffffff');
    document.documentElement.style.setProperty('--nab-ink', '#1d2b33');
    const host = document.createElement('div');
    host.innerHTML = `<svg viewBox="0 0 200 100"><g><path d="M0 0" stroke="var(--nab-copper)" tabindex="0"/></g>
      <g role="slider"><circle r="8"/></g></svg>`;
    const text = asSvg(host.querySelector('svg')!, {
      title: 'Chart of clips & turns',
      caption: 'read = 0.3 × turns',
    });
    const picture = new DOMParser().parseFromString(text, 'image/svg+xml');
    const root = picture.documentElement;
    expect(root.getAttribute('viewBox')).toBe('0 0 200 130');
    expect(picture.querySelector('title')!.textContent).toBe('Chart of clips & turns');
    expect([...picture.querySelectorAll('text')].map((one) => one.textContent)).toEqual([
      'read = 0.3 × turns',
    ]);
    expect(picture.querySelector('path')!.getAttribute('stroke')).toBe('#a9501b');
    expect(picture.querySelector('rect')!.getAttribute('fill')).toBe('#ffffff');
    expect(text).not.toMatch(/var\(|slider|tabindex/);
    // What is on screen stays as it was.
    expect(host.querySelector('[role=slider]')).not.toBeNull();
  });
});
