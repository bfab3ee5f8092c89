// npm run bench: how fast the core, the drawing and the database are, on this machine, in one run.
// npm run bench -- --short: the core alone.
import './install/node-version.mjs';
import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { join } from 'node:path';

const { ensure } = await import('./install/everything.mjs');
const { projectFolder } = await import('./install/folders.mjs');
const short = process.argv.includes('--short');
await ensure(...(short ? [] : ['database', 'server', 'web', 'browser']));
for (const part of short ? ['core.ts'] : ['core.ts', 'fields.ts']) {
  const { status } = spawnSync(
    process.execPath,
    ['--import', 'tsx', join(projectFolder, 'tools/bench', part)],
    { cwd: projectFolder, stdio: 'inherit' },
  );
  if (status !== 0) process.exit(1);
}
if (short) process.exit();
const { withTemporaryNab } = await import('./supervise/temporary.mjs');
const { launchBrowser } = await import('./browser.mjs');
const { printBundles } = await import('./bench/bundles.mjs');
const { benchFieldPage } = await import('./bench/field-page.mjs');
const { benchFindings } = await import('./bench/findings.mjs');
const { benchRoom } = await import('./bench/room.mjs');

await withTemporaryNab({ demo: true }, async ({ address, cluster }) => {
  const list = await (await fetch(`${address}/api/investigations`)).json();
  const full = list.reduce((p, q) => (q.trials > p.trials ? q : p));
  await benchDrawing(address, full.id);
  await benchOpening(address, full.id);
  await benchFieldPage(address, full.id, launchBrowser);
  await benchStrip(address, full.id);
  await benchFindings(address, full.id, launchBrowser);
  await benchBundles(address, full.id);
  await benchRoom(cluster);
});

/** From a key on a winding end to the drawing changed, in the page's own clock. */
async function benchDrawing(address, id) {
  const browser = await launchBrowser();
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`${address}/investigations/${id}/magnet`);
    await page.getByRole('slider', { name: 'Lower end of the winding' }).waitFor();
    const session = await page.context().newCDPSession(page);
    for (const slower of [1, 4]) {
      await session.send('Emulation.setCPUThrottlingRate', { rate: slower });
      const times = await page.evaluate(async () => {
        const slider = document.querySelector('[aria-label="Lower end of the winding"]');
        const picture = document.querySelector('nab-cutaway svg > g');
        const samples = [];
        for (let i = 0; i < 90; i++) {
          const drawn = new Promise((resolve) => {
            const observer = new MutationObserver(() => {
              observer.disconnect();
              resolve(performance.now());
            });
            observer.observe(picture, { childList: true, subtree: true });
          });
          const start = performance.now();
          const key = i % 40 < 20 ? 'ArrowUp' : 'ArrowDown';
          slider.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
          samples.push((await drawn) - start);
          await new Promise((resolve) => requestAnimationFrame(resolve));
        }
        return samples.slice(10);
      });
      times.sort((p, q) => p - q);
      const at = (share) => times[Math.floor(share * times.length)].toFixed(1);
      const what = `Slider to redraw${slower > 1 ? `, processor ${slower} times slower` : ''}`;
      console.log(`${what.padEnd(44)} median ${at(0.5)} ms, 95 % ${at(0.95)} ms`);
    }
  } finally {
    await browser.close();
  }
}

/** From the address of the Magnet page to its first drawing, in a browser that has seen nothing yet. */
async function benchOpening(address, id) {
  const times = [];
  for (let i = 0; i < 5; i++) {
    const browser = await launchBrowser();
    try {
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
      await page.addInitScript(() => {
        const look = () => {
          const drawn = document.querySelector('nab-cutaway svg > g path');
          if (drawn) globalThis.firstDrawing = performance.now();
          else requestAnimationFrame(look);
        };
        look();
      });
      await page.goto(`${address}/investigations/${id}/magnet`);
      await page.waitForFunction(() => globalThis.firstDrawing !== undefined);
      times.push(await page.evaluate(() => globalThis.firstDrawing));
    } finally {
      await browser.close();
    }
  }
  times.sort((p, q) => p - q);
  console.log(
    `${'Magnet opened to its first drawing'.padEnd(44)} median ${times[2].toFixed(0)} ms, worst of 5 ${times[4].toFixed(0)} ms`,
  );
}

/** What the browser fetches for each page. */
async function benchBundles(address, id) {
  const browser = await launchBrowser();
  try {
    await printBundles(browser, address, id, join(projectFolder, 'web/dist/browser'));
  } finally {
    await browser.close();
  }
}

/** From a key on a level to the strip of twelve levels on three lines drawn anew. */
async function benchStrip(address, id) {
  const { plan, design } = await (await fetch(`${address}/api/investigations/${id}`)).json();
  const levels = (values) => values.map((value) => ({ id: randomUUID(), value: String(value) }));
  const wide = {
    ...plan,
    title: 'Twelve levels on three lines',
    factor: 'turns',
    levels: levels(Array.from({ length: 12 }, (_, i) => 12 + 8 * i)),
    series: { factor: 'cells-in-series', levels: levels([1, 2, 3]) },
  };
  const made = randomUUID();
  await fetch(`${address}/api/investigations`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ id: made, plan: wide, design: design.design, actor: 'rehearsal' }),
  });
  const browser = await launchBrowser();
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`${address}/investigations/${made}/question`);
    await page.locator('nab-level-strip [role="slider"]').nth(11).waitFor();
    const times = await page.evaluate(async () => {
      const drawing = document.querySelector('nab-level-strip svg');
      const samples = [];
      for (let i = 0; i < 60; i++) {
        const drawn = new Promise((resolve) => {
          const observer = new MutationObserver(() => {
            observer.disconnect();
            resolve(performance.now());
          });
          observer.observe(drawing, { childList: true, subtree: true });
        });
        const slider = drawing.querySelectorAll('[role="slider"]')[5];
        const start = performance.now();
        const key = i % 2 === 0 ? 'ArrowRight' : 'ArrowLeft';
        slider.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
        samples.push((await drawn) - start);
        await new Promise((resolve) => setTimeout(resolve, 60));
      }
      return samples.slice(10);
    });
    times.sort((p, q) => p - q);
    const at = (share) => times[Math.floor(share * times.length)].toFixed(1);
    console.log(
      `${'Level to strip redrawn, 12 levels × 3 lines'.padEnd(44)} median ${at(0.5)} ms, 95 % ${at(0.95)} ms`,
    );
  } finally {
    await browser.close();
  }
}
