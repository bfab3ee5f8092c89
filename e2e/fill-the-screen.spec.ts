import type { Page } from '@playwright/test';
import { demoOf, finishedDemo } from './bench.js';
import { settled } from './faultless.js';
import { layoutFaults } from './layout-faults.js';
import { pageFaults } from './page-faults.js';
import { expect, test } from './test.js';

const SIZES = [
  { width: 1920, height: 1080 },
  { width: 1280, height: 800 },
  { width: 1024, height: 768 },
  { width: 390, height: 844 },
] as const;

const PLACES = [
  '/',
  '/new',
  '/shelf',
  '/shelf/search',
  '/compare',
  '/stations',
  '/wire-and-compass',
  '/filings',
  '/needle',
  '/permanent',
  '/track',
  '/spinner',
  '/trainer?seed=7',
  '/guess?seed=7',
  '/shell-magnet',
  '/magnet',
  '/magnet/field',
  '/magnet/fix-it',
] as const;

/** Drawings follow a new size a frame or two later. */
async function expectWellLaidOut(page: Page, where: string): Promise<void> {
  await settled(page);
  await expect
    .poll(async () => [...(await layoutFaults(page)), ...(await pageFaults(page))], {
      message: where,
    })
    .toEqual([]);
}

for (const place of PLACES) {
  test(`${place} is laid out well at every size`, async ({ page }) => {
    await page.goto(place);
    await expect(page.getByRole('heading', { level: 1 })).toBeAttached();
    for (const size of SIZES) {
      await page.setViewportSize(size);
      await expectWellLaidOut(page, `${size.width} × ${size.height}`);
    }
  });
}

for (const title of ['steel litter', 'What must the core be made of', 'How few cells hold']) {
  test(`every step of “${title} …” is laid out well at every size`, async ({ page, request }) => {
    const { id } =
      title === 'steel litter' ? await finishedDemo(request) : await demoOf(request, title);
    for (const step of ['question', 'magnet', 'prepare', 'run', 'findings', 'room', 'history']) {
      await page.goto(`/investigations/${id}/${step}`);
      await expect(page.getByRole('heading', { level: 1 })).toBeAttached();
      for (const size of SIZES) {
        await page.setViewportSize(size);
        await expectWellLaidOut(page, `${step} ${size.width} × ${size.height}`);
      }
    }
  });
}
