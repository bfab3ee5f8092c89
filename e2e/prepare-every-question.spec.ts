import type { Page } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { readPdf } from '@nab/sheets/testing';
import { beginWith } from './bench.js';
import { expect, test } from './test.js';

/** A question that is asked, and what only its own preparation has. */
interface Story {
  readonly title: string;
  readonly kit: readonly RegExp[];
  /** On the sheets of its PDF. */
  readonly printed: readonly RegExp[];
  readonly never: RegExp;
}

const STORIES: readonly Story[] = [
  {
    title: 'What do one, two or three cells do to a bolt?',
    kit: [/^Bolt/, /Holder for/],
    printed: [/Your order: \d cells?, then/, /One coil for every level/, /Number of cells/],
    never: /compass/i,
  },
  {
    title: 'What do 2, 3 and 4 feet of wire do?',
    kit: [/Labels for the coils/],
    printed: [/Cut 2 ft of wire/, /Cut 3 ft of wire/, /Cut 4 ft of wire/, /START .* from the tip/],
    never: /Cut \d+ cm/,
  },
  {
    title: 'What must the core be made of: steel, aluminium, wood, plastic or nothing?',
    kit: [/Core for Aluminium/, /Core for Wood/],
    printed: [/Your order: .*Wood/, /Material of the core/],
    never: /NaN|Infinity/,
  },
  {
    title: 'How few cells hold 10 kg?',
    kit: [/Steel cup/, /Sheets of paper/, /Box with sand/],
    printed: [/in its cup, cut open/, /It holds nothing/, /hung load drops/],
    never: /how deep to dip/,
  },
  {
    title: 'Does the needle turn more with more current?',
    kit: [/Compass with degrees/, /[Bb]ench supply/],
    printed: [/The needle does not move/, /compass points north/],
    never: /Trays|enamel still on/,
  },
];

const part = (page: Page, name: string): Promise<void> =>
  page.getByRole('tab', { name: new RegExp(`^${name}`) }).click();

for (const { title, kit, printed, never } of STORIES) {
  test(`planned and printed: ${title}`, async ({ page }) => {
    await beginWith(page, title);
    await page.getByRole('link', { name: /^Prepare/ }).click();
    await expect(page.getByText(/It (fits|does not fit)/)).toBeVisible();
    await part(page, 'Kit');
    const table = page.getByRole('table', { name: 'Kit' });
    for (const thing of kit) {
      await expect(table.getByRole('rowheader', { name: thing }).first()).toBeVisible();
    }
    await part(page, 'Sheets');
    await expect(page.getByRole('button', { name: /^Print \d+ pages/ })).toBeEnabled();
    const shown = await page.locator('nab-page-view').count();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'Save as PDF' }).click(),
    ]);
    const { pages } = await readPdf(await readFile((await download.path())!));
    expect(pages).toHaveLength(shown);
    const text = pages.map((one) => one.text).join(' ');
    for (const words of [title.slice(0, 20), 'Our prediction', 'We guess', 'To prepare']) {
      expect(text).toContain(words);
    }
    for (const words of printed) expect(text).toMatch(words);
    expect(text).not.toMatch(never);
    // Then on to the bench, without leaving the path.
    await page.getByRole('link', { name: /^Run/ }).click();
    await expect(page.getByRole('list', { name: 'Parts of a trial' })).toBeVisible();
  });
}
