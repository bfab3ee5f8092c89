// npm run screenshots: one picture of each main view, from the demo, into docs/screenshots.
import './install/node-version.mjs';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';

const { ensure } = await import('./install/everything.mjs');
const { projectFolder } = await import('./install/folders.mjs');
await ensure('database', 'server', 'web', 'browser');
const { withTemporaryNab } = await import('./supervise/temporary.mjs');
const { launchBrowser } = await import('./browser.mjs');

const folder = process.argv[2] ?? join(projectFolder, 'docs', 'screenshots');
const only = process.argv[3];
mkdirSync(folder, { recursive: true });

const LITTER = 'Do more turns pick up more steel litter?';
const RACE = 'One, two or three cells, on a short winding and on a long one';
const BOLT = 'A thick bolt on two cells: washers from the strand line';
/** With a symptom, so that causes differ. */
const sought = async (page) => {
  await page.getByText('It lifts far too little').click();
  await page.getByRole('radio', { name: 'It lifts far too little', checked: true }).waitFor();
};
const solved = async (page) => {
  // Both pictures at their finest.
  await page.waitForFunction(() => document.querySelectorAll('nab-field-picture').length === 2);
  await page.getByRole('button', { name: 'Stop' }).first().waitFor({ state: 'detached' });
  await page.getByRole('button', { name: 'Stop' }).first().waitFor({ state: 'detached' });
};
/** Until the field is to be seen. */
const tapped = async (page) => {
  const tap = page.getByRole('button', { name: 'Tap the sheet' });
  for (let i = 0; i < 4; i++) {
    await tap.click();
    await page.waitForTimeout(600);
  }
};
/** On, and the meter at the cells. */
const tested = async (page) => {
  await page.getByRole('button', { name: 'Voltage of the pack, nothing connected' }).click();
  await page.getByRole('button', { name: 'Switch on' }).click();
  await page.getByRole('button', { name: 'Voltage of the pack with the magnet on' }).click();
};
const compared = (list) => {
  const key = (title) => `investigation-${list.find((item) => item.title === title).id}`;
  return `/compare?of=${encodeURIComponent(`${key(LITTER)} ${key(LITTER)},bare ${key(BOLT)}`)}`;
};

const SHOTS = [
  { name: 'investigations' },
  { name: 'begin', path: '/new' },
  { name: 'question', of: RACE, step: 'question' },
  { name: 'magnet', of: LITTER, step: 'magnet' },
  { name: 'magnet-dark', of: BOLT, step: 'magnet', theme: 'dark' },
  { name: 'field', of: LITTER, step: 'field', then: solved },
  { name: 'shelf', path: '/shelf' },
  { name: 'compare', path: compared },
  { name: 'filings', path: '/filings', then: tapped },
  { name: 'trainer', path: '/trainer?seed=42', then: tested },
  { name: 'shell-magnet', path: '/shell-magnet' },
  { name: 'prepare', of: LITTER, step: 'prepare' },
  {
    name: 'sheets',
    of: LITTER,
    step: 'prepare',
    then: async (page) => {
      await page.getByRole('tab', { name: 'Sheets' }).click();
      await page.locator('nab-page-view').first().waitFor({ timeout: 30_000 });
    },
  },
  { name: 'run', of: BOLT, step: 'run', width: 1024, height: 768 },
  { name: 'run-phone', of: BOLT, step: 'run', width: 390, height: 844 },
  { name: 'findings', of: LITTER, step: 'findings' },
  { name: 'board', of: LITTER, step: 'board' },
  { name: 'track', path: '/track' },
  { name: 'fix-it', of: LITTER, step: 'fix-it', then: sought },
];

await withTemporaryNab({ demo: true }, async ({ address }) => {
  const list = await (await fetch(`${address}/api/investigations`)).json();
  const browser = await launchBrowser();
  try {
    for (const shot of SHOTS) {
      if (only && !shot.name.startsWith(only)) continue;
      const context = await browser.newContext({
        viewport: { width: shot.width ?? 1280, height: shot.height ?? 800 },
        colorScheme: shot.theme ?? 'light',
        reducedMotion: 'reduce',
      });
      const page = await context.newPage();
      page.on('pageerror', (error) => console.error(`${shot.name}: ${error.message}`));
      page.on('console', (message) => {
        if (message.type() === 'error') console.error(`${shot.name}: ${message.text()}`);
      });
      const id = list.find((item) => item.title === shot.of)?.id;
      const path = typeof shot.path === 'function' ? shot.path(list) : (shot.path ?? '');
      await page.goto(id ? `${address}/investigations/${id}/${shot.step}` : `${address}${path}`);
      await page.getByRole('heading', { level: 1 }).first().waitFor({ state: 'attached' });
      await page.waitForLoadState('networkidle');
      await shot.then?.(page);
      await page.screenshot({ path: join(folder, `${shot.name}.png`) });
      await context.close();
    }
  } finally {
    await browser.close();
  }
});
