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
    expect(root.getAttribute('viewBox')).toBe('0 0 200 134');
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

  it('has the key under it, in rows, and a long caption in lines', () => {
    const host = document.createElement('div');
    host.innerHTML = '<svg viewBox="0 0 300 100"></svg>';
    const key = ['Limpets', 'Shore crabs', 'Oystercatchers', 'Sea stars'];
    const caption = 'a caption that is longer than the picture is wide, and says so twice';
    const faces = '@font-face{font-family:X}';
    const text = asSvg(host.querySelector('svg')!, { title: 'Chart', caption, key }, faces);
    const picture = new DOMParser().parseFromString(text, 'image/svg+xml');
    const texts = [...picture.querySelectorAll('text')];
    const rows = new Set(texts.slice(0, 4).map((one) => one.getAttribute('y')));
    expect(texts.slice(0, 4).map((one) => one.textContent)).toEqual(key);
    expect(rows.size).toBe(2);
    expect(
      texts
        .slice(4)
        .map((one) => one.textContent)
        .join(' '),
    ).toBe(caption);
    expect(texts.slice(4).length).toBe(2);
    // Each group by its own shape, and nothing beyond the picture.
    const marks = [...picture.querySelectorAll('path')].map((one) => one.getAttribute('d'));
    expect(new Set(marks).size).toBe(4);
    const height = Number(picture.documentElement.getAttribute('height'));
    for (const one of texts) expect(Number(one.getAttribute('y'))).toBeLessThan(height);
    expect(picture.querySelector('style')!.textContent).toBe(faces);
  });
});
