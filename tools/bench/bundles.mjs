// What the browser fetches of JavaScript to show each page, gzipped.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';

/** The most before a page is drawn, kB gzip; `npm test` holds the build against the same file. */
const budgets = JSON.parse(
  readFileSync(new URL('../../web/budgets.json', import.meta.url), 'utf8'),
);

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
  // A vote has an address of its own.
  const pages = Object.entries(budgets.pages_kB).filter(([path]) => !path.includes(':poll'));
  const index = readFileSync(join(folder, 'index.html'), 'utf8');
  const first = new Set([...index.matchAll(/(?:src|href)="([^"]+\.js)"/g)].map(([, name]) => name));
  const sum = (names) => [...names].reduce((all, name) => all + kilobytes(folder, name), 0);
  const initial = sum(first);
  console.log(
    '\nJavaScript of each page when it is quiet, and the budget before it is drawn, kB gzip:',
  );
  const row = (name, size, most) =>
    console.log(`  ${name.padEnd(20)} ${size.toFixed(1).padStart(7)} ${String(most).padStart(5)}`);
  row('at once', initial, budgets.atOnce_kB);
  for (const [route, most] of pages) {
    const path = route.replace(':id', id);
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
    row(route.replace('/investigations/:id', '…'), initial + sum(fetched), most);
  }
}
