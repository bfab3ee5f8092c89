import type { Page } from '@playwright/test';

/**
 * What no page may show: numbers with more than four decimals, what is no number, percentages above
 * 500, ranges from nothing to nothing, text over text, nothing at all, and a horizontal scroll bar.
 */
export async function pageFaults(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const faults: string[] = [];
    const main = document.querySelector('.body') ?? document.querySelector('main') ?? document.body;
    interface Shown {
      readonly text: string;
      readonly element: Element;
      readonly box: { left: number; right: number; top: number; bottom: number };
    }
    const shown: Shown[] = [];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const text = node.textContent!.replace(/\s+/g, ' ').trim();
      const element = node.parentElement;
      if (text === '' || !element) continue;
      if (!element.checkVisibility({ opacityProperty: true, visibilityProperty: true })) continue;
      if (element.closest('.visually-hidden, .cdk-visually-hidden, script, style, title')) continue;
      const range = document.createRange();
      range.selectNodeContents(node);
      for (const rect of Array.from(range.getClientRects())) {
        const box = { left: rect.left, right: rect.right, top: rect.top, bottom: rect.bottom };
        // What a box around it cuts off is not seen.
        for (let up: Element | null = element; up; up = up.parentElement) {
          const { overflowX, overflowY } = getComputedStyle(up);
          if (overflowX === 'visible' && overflowY === 'visible') continue;
          const clip = up.getBoundingClientRect();
          box.left = Math.max(box.left, clip.left);
          box.right = Math.min(box.right, clip.right);
          box.top = Math.max(box.top, clip.top);
          box.bottom = Math.min(box.bottom, clip.bottom);
        }
        if (box.right - box.left > 2 && box.bottom - box.top > 2)
          shown.push({ text, element, box });
      }
    }
    const all = [...new Set(shown.map(({ text }) => text))];
    for (const text of all) {
      if (/\d[.,]\d{5,}/.test(text)) faults.push(`more than four decimals: ${text}`);
      if (/\bNaN\b|\bInfinity\b|\bundefined\b|\[object/.test(text))
        faults.push(`no number: ${text}`);
      for (const [, number] of text.matchAll(/(\d[\d ]*(?:\.\d+)?)\s?%/g)) {
        if (Number(number!.replace(/\s/g, '')) > 500)
          faults.push(`a percentage above 500: ${text}`);
      }
      if (/\b0 to 0\b|\b0[–-]0\b/.test(text)) faults.push(`nothing to nothing: ${text}`);
      if (/(?<![\d.])1(\.0+)? times (as much|what)/.test(text))
        faults.push(`once as much: ${text}`);
    }
    if ((main as HTMLElement).innerText.trim().length < 40) faults.push('an empty page');
    const { scrollWidth, clientWidth } = document.documentElement;
    if (scrollWidth > clientWidth + 1) faults.push(`a horizontal scroll bar: ${scrollWidth}`);
    const isOver = (p: Shown, q: Shown): boolean => {
      const left = Math.max(p.box.left, q.box.left);
      const right = Math.min(p.box.right, q.box.right);
      const top = Math.max(p.box.top, q.box.top);
      const bottom = Math.min(p.box.bottom, q.box.bottom);
      const area = (right - left) * (bottom - top);
      if (right <= left + 2 || bottom <= top + 2) return false;
      const areaOf = ({ box }: Shown): number => (box.right - box.left) * (box.bottom - box.top);
      if (area < 0.25 * Math.min(areaOf(p), areaOf(q))) return false;
      // One of them may lie under something that covers it.
      const [x, y] = [(left + right) / 2, (top + bottom) / 2];
      if (x < 0 || y < 0 || x > innerWidth || y > innerHeight) return true;
      const stack = document.elementsFromPoint(x, y);
      const [a, b] = [p, q].map(({ element }) =>
        stack.findIndex((one) => one === element || one.contains(element)),
      ) as [number, number];
      const opaque = (one: Element): boolean => {
        const { backgroundColor } = getComputedStyle(one);
        return !/rgba\(.*, 0(\.\d+)?\)|transparent/.test(backgroundColor);
      };
      return !stack
        .slice(Math.min(a, b), Math.max(a, b))
        .some((one) => opaque(one) && one.contains(a < b ? p.element : q.element));
    };
    for (let i = 0; i < shown.length; i++) {
      for (let j = i + 1; j < shown.length; j++) {
        const [p, q] = [shown[i]!, shown[j]!];
        if (
          p.element === q.element ||
          p.element.contains(q.element) ||
          q.element.contains(p.element)
        )
          continue;
        if (isOver(p, q)) faults.push(`text over text: “${p.text}” and “${q.text}”`);
      }
    }
    return [...new Set(faults)];
  });
}

/** Sentences that speak of trials or of what a class has shown. */
const OF_TRIALS =
  /(these|this class’s|all) trials|trials so far|has shown|this class measures|readings (fell|rose)|adjusted to this class/i;

/** What a page says of trials where there are none. */
export async function saidOfTrials(page: Page): Promise<string[]> {
  const lines = (await page.locator('body').innerText()).split('\n');
  return lines.filter((line) => OF_TRIALS.test(line));
}
