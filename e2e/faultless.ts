import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

/**
 * Rules of accessibility that a page breaks, each with the first element that does.
 *
 * Only breaches are described and the findings are put together in the page itself: no page has
 * frames of another origin, and so a check takes a quarter of the time.
 */
export async function faultsOf(
  page: Page,
  { except }: { except?: string } = {},
): Promise<string[]> {
  const axe = new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).setLegacyMode();
  if (except !== undefined) axe.exclude(except);
  const { violations } = await axe.analyze();
  return violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`);
}

/** Expects that axe finds nothing wrong with a page; `where` names it when it does. */
export async function faultless(page: Page, where?: string): Promise<void> {
  expect(await faultsOf(page), where).toEqual([]);
}

/** The same by day and by night, without loading the page anew. */
export async function faultlessDayAndNight(page: Page, where?: string): Promise<void> {
  for (const colorScheme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme });
    await expect(page.locator('html')).toHaveAttribute('data-theme', colorScheme);
    // Colours change within a frame, however little motion is wished for.
    await page.evaluate(
      () => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))),
    );
    await faultless(page, [where, colorScheme].filter(Boolean).join(', '));
  }
}
