import type { Page } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { PAPERS, type Paper } from '@nab/contract/lesson';
import { readPdf } from '@nab/sheets/testing';
import { choose, newInvestigation, stored } from './bench.js';
import { faultlessDayAndNight } from './faultless.js';
import { expect, test } from './test.js';

/** The bar on the winding cards, mm. */
const BAR = 100;

const saved = (page: Page): Promise<void> =>
  expect(page.getByTestId('save-status')).toHaveText('Saved');
const part = (page: Page, name: string): Promise<void> =>
  page.getByRole('tab', { name: new RegExp(`^${name}`) }).click();

test('a lesson that does not fit is made to fit, by arrangement and by keys on the timeline', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request, { turns: [20, 40, 60, 80] });
  await page.goto(`/investigations/${id}/prepare`);
  await page.getByLabel('Minutes there are').fill('50');
  await expect(page.getByText(/It does not fit: \d+ minutes too long/)).toBeVisible();
  await choose(page, 'Who winds what', /magnets go round/);
  await expect(page.getByText(/^It fits\./)).toBeVisible();
  const edge = page.getByRole('slider', { name: 'End of what we found' });
  await edge.focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowRight');
  await expect(edge).toBeFocused();
  await saved(page);
  const { plan } = await stored(request, id);
  expect(plan.lesson).toMatchObject({ arrangement: 'go-round', length: 50 });
  expect(plan.lesson!.minutes.discuss).toBe(10);
  // Four levels, two groups: four magnets, and no more.
  await part(page, 'Kit');
  const kit = page.getByRole('table', { name: 'Kit' });
  await expect(kit.getByRole('row', { name: /Labels for the coils/ })).toContainText('4');
});

test('an edge of the timeline is dragged by mouse', async ({ page, request }) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/prepare`);
  const edge = page.getByRole('slider', { name: 'End of the introduction' });
  const before = Number(await edge.getAttribute('aria-valuenow'));
  const box = (await edge.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 40, box.y + box.height / 2, { steps: 4 });
  await page.mouse.up();
  await expect
    .poll(async () => Number(await edge.getAttribute('aria-valuenow')))
    .toBeGreaterThan(before);
});

test('a faulty minute is said beside its field, and kept', async ({ page, request }) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/prepare`);
  await page.getByLabel('Seconds on').fill('900');
  await expect(page.getByText('Type seconds from 1 to 60.')).toBeVisible();
  await expect(page.getByTestId('save-status')).toContainText('mend the marked field');
  await page.getByLabel('Seconds on').fill('4');
  await saved(page);
});

for (const paper of Object.keys(PAPERS) as Paper[]) {
  test(`sheets on ${paper}: one button writes the PDF, and its bar is true`, async ({
    page,
    request,
  }) => {
    const { id } = await newInvestigation(request);
    await page.goto(`/investigations/${id}/prepare`);
    await part(page, 'Sheets');
    await page.getByRole('radiogroup', { name: 'Paper' }).getByText(paper).click();
    await page.getByRole('checkbox', { name: 'Risk notes' }).uncheck();
    await saved(page);
    await expect(page.getByRole('button', { name: /^Print \d+ pages/ })).toBeEnabled();
    const shown = await page.locator('nab-page-view').count();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'Save as PDF' }).click(),
    ]);
    const { pages } = await readPdf(await readFile((await download.path())!));
    expect(pages).toHaveLength(shown);
    const all = pages.map(({ text }) => text).join(' ');
    for (const words of ['Our prediction', 'Limpets', 'Labels for the coils', 'Into the boxes']) {
      expect(all).toContain(words);
    }
    expect(all).not.toContain('Risk notes');
    const cards = pages.filter(({ text }) => text.includes('This bar is 100 mm long'));
    expect(cards.length).toBeGreaterThan(0);
    for (const { across, width } of cards) {
      expect(width).toBeCloseTo(PAPERS[paper].width, 1);
      expect(across.some((length) => Math.abs(length - BAR) < 0.05)).toBe(true);
    }
  });

  test(`printed from the browser on ${paper}: the same pages, at true size`, async ({
    page,
    request,
  }) => {
    const { id } = await newInvestigation(request);
    await page.goto(`/investigations/${id}/prepare`);
    await part(page, 'Sheets');
    await page.getByRole('radiogroup', { name: 'Paper' }).getByText(paper).click();
    await saved(page);
    const { width, height } = PAPERS[paper];
    await expect(page.locator(`svg[viewBox="0 0 ${width} ${height}"]`).first()).toBeVisible();
    const button = page.getByRole('button', { name: /^Print \d+ pages/ });
    await expect(button).toBeEnabled();
    const shown = await page.locator('nab-page-view').count();
    // What the browser's own dialog would be given, kept instead of shown.
    await page.evaluate(() => (window.print = () => undefined));
    await button.click();
    const printed = await page.pdf({ preferCSSPageSize: true, printBackground: true });
    const { pages } = await readPdf(printed);
    expect(pages).toHaveLength(shown);
    const cards = pages.filter(({ text }) => text.includes('This bar is 100 mm long'));
    expect(cards.length).toBeGreaterThan(0);
    for (const { across, width } of cards) {
      expect(Math.abs(width - PAPERS[paper].width)).toBeLessThan(0.5);
      expect(across.some((length) => Math.abs(length - BAR) < 0.5)).toBe(true);
    }
  });
}

test('the school’s own risk notes are kept for the next lesson', async ({ page, request }) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/prepare`);
  await part(page, 'Risk notes');
  await page.getByRole('button', { name: 'Write our own' }).click();
  const words = `Mats on the floor, ${id}`;
  await page.getByLabel('What we do, note 1').fill(words);
  await saved(page);
  const next = await newInvestigation(request);
  await page.goto(`/investigations/${next.id}/prepare`);
  await part(page, 'Risk notes');
  await page.getByRole('button', { name: 'Use our last ones' }).click();
  await expect(page.getByLabel('What we do, note 1')).toHaveValue(words);
  await page.getByRole('button', { name: 'Use Nab’s notes again' }).click();
  await expect(page.getByRole('button', { name: 'Write our own' })).toBeVisible();
});

test('the day of the lesson goes to a calendar', async ({ page, request }) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/prepare`);
  const box = page.getByRole('textbox', { name: 'It begins' });
  await box.fill('30 Nov 2026, 09:15');
  await box.press('Enter');
  await expect
    .poll(async () => (await stored(request, id)).plan.lesson?.begins)
    .toBe('2026-11-30T09:15');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save for your calendar' }).click(),
  ]);
  const text = await readFile((await download.path())!, 'utf8');
  expect(text).toContain('DTSTART:20261130T091500');
  expect(text).toContain('DTEND:20261130T101500');
});

test('every part of preparing is free of faults by day and by night', async ({ page, request }) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/prepare`);
  for (const name of ['The lesson', 'Kit', 'Risk notes', 'Sheets']) {
    await part(page, name);
    if (name === 'Sheets') await expect(page.locator('nab-page-view').first()).toBeVisible();
    await faultlessDayAndNight(page, name);
  }
});
