// What the browser fetches of JavaScript to show each page, gzipped: at once, and for the page itself.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';

/** The most that may be fetched before any page shows, and for one page beyond that, kB gzip. */
const MOST = { initial: 200, page: 150 };

const sizes = new Map();
function kilobytes(folder, name) {
  if (!sizes.has(name)) {
    sizes.set(name, gzipSync(readFileSync(join(folder, name))).length / 1000);
  }
  return sizes.get(name);
}

/**
 * Prints the table of pages. Workers are left out: they are fetched when something is computed.
 * @param {{newPage: () => Promise<import('@playwright/test').Page>}} browser
 * @param {string} address of a running Nab. @param {string} id of an investigation.
 * @param {string} folder of the built application.
 */
export async function printBundles(browser, address, id, folder) {
  const steps = ['question', 'magnet', 'field', 'prepare', 'run', 'findings'];
  const pages = [
    '/',
    '/new',
    '/magnet',
    '/shell-magnet',
    '/track',
    '/spinner',
    '/stations',
    '/needle',
    '/filings',
    '/permanent',
    '/trainer',
    '/guess',
    '/magnet/fix-it',
    '/compass-set',
    '/wire-and-compass',
    '/shelf',
    '/shelf/search',
    '/compare',
    ...steps.map((step) => `/investigations/${id}/${step}`),
  ];
  const index = readFileSync(join(folder, 'index.html'), 'utf8');
  const first = new Set([...index.matchAll(/(?:src|href)="([^"]+\.js)"/g)].map(([, name]) => name));
  const sum = (names) => [...names].reduce((all, name) => all + kilobytes(folder, name), 0);
  const verdict = (size, most) => (size <= most ? '' : `  over ${most} kB`);
  const initial = sum(first);
  console.log(
    `\nJavaScript fetched, kB gzip (at most ${MOST.initial} at once, ${MOST.page} a page):`,
  );
  console.log(
    `  at once            ${initial.toFixed(1).padStart(7)}${verdict(initial, MOST.initial)}`,
  );
  for (const path of pages) {
    const page = await browser.newPage();
    const fetched = new Set();
    page.on('response', (response) => {
      const name = /\/([^/]+\.js)$/.exec(new URL(response.url()).pathname)?.[1];
      if (name && !name.startsWith('worker-') && !first.has(name)) fetched.add(name);
    });
    await page.goto(`${address}${path}`);
    await page.getByRole('heading', { level: 1 }).first().waitFor({ state: 'attached' });
    await page.waitForLoadState('networkidle');
    await page.close();
    const size = sum(fetched);
    const name = path.replace(`/investigations/${id}`, '…');
    console.log(`  ${name.padEnd(18)} ${size.toFixed(1).padStart(7)}${verdict(size, MOST.page)}`);
  }
}
