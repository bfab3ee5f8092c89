import { expect, type Page } from '@playwright/test';
import axe from 'axe-core';

/**
 * Rules of accessibility that a page breaks, each with the first element that does. axe comes into a
 * page once and not with every question: it is half a megabyte.
 * @param except a selector of what is not looked at.
 * @param rules the only rules to look at.
 * @param without rules that are left out.
 */
export async function faultsOf(
  page: Page,
  { except, rules, without = [] }: { except?: string; rules?: string[]; without?: string[] } = {},
): Promise<string[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source);
  return page.evaluate(
    async ([exclude, only, off]) => {
      // A colour on its way from one theme to the other is neither. What inherits it sets out when it
      // has arrived: it is over when a whole frame begins with nothing on its way.
      for (;;) {
        await new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)));
        const passing = document
          .getAnimations()
          .filter(({ effect }) => effect?.getComputedTiming().endTime !== Infinity);
        if (passing.every(({ playState }) => playState === 'finished')) break;
        await Promise.allSettled(passing.map(({ finished }) => finished));
      }
      const { violations } = await (window as unknown as { axe: typeof axe }).axe.run(
        exclude ? { include: [['html']], exclude: [[exclude]] } : document,
        {
          resultTypes: ['violations'],
          ...(only && { runOnly: { type: 'rule' as const, values: only } }),
          rules: Object.fromEntries(off.map((rule) => [rule, { enabled: false }])),
        },
      );
      return violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`);
    },
    [except, rules, without] as const,
  );
}

/** Expects that axe finds nothing wrong with a page; `where` names it when it does. */
export async function faultless(page: Page, where?: string): Promise<void> {
  expect(await faultsOf(page), where).toEqual([]);
}

/** Waits until a page has its parts: none came or went in the last tenth of a second. Curves may move. */
export async function settled(page: Page): Promise<void> {
  await page.evaluate(async () => {
    let changed = performance.now();
    const observer = new MutationObserver((records) => {
      if (records.some(({ target }) => !(target instanceof SVGElement)))
        changed = performance.now();
    });
    observer.observe(document.body, { subtree: true, childList: true });
    await document.fonts.ready;
    while (performance.now() - changed < 100) await new Promise(requestAnimationFrame);
    observer.disconnect();
  });
}

/** The same by day and, for colours, by night, without loading the page again. */
export async function faultlessDayAndNight(page: Page, where?: string): Promise<void> {
  for (const colorScheme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme });
    await expect(page.locator('html')).toHaveAttribute('data-theme', colorScheme);
    // Nothing but colours differs by night.
    const rules = colorScheme === 'dark' ? ['color-contrast'] : undefined;
    expect(
      await faultsOf(page, rules && { rules }),
      [where, colorScheme].filter(Boolean).join(', '),
    ).toEqual([]);
  }
}
