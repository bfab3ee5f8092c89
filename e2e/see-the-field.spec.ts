import type { Page } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { POLE_COUNTS, SECOND_SENSES } from '@nab/contract/experiments';
import { choose, fromMenu, newInvestigation, take } from './bench.js';
import { faultless } from './faultless.js';
import { pageFaults } from './page-faults.js';
import { expect, test } from './test.js';

const steel = (page: Page) => page.getByRole('region', { name: 'With the core', exact: true });
const solved = (page: Page) =>
  expect(steel(page).getByText(/^Finite elements: .* error about [\d.]+ %/)).toBeVisible({
    timeout: 60_000,
  });

test('the field is sketched, solved in a worker and shown with and without the core', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  await page.getByRole('link', { name: 'See its field' }).click();
  await solved(page);
  const air = page.getByRole('region', { name: 'Without the core' });
  await expect(air.getByText(/^Finite elements/)).toBeVisible({ timeout: 60_000 });
  const picture = steel(page).getByRole('img');
  await picture.hover({ position: { x: 180, y: 275 } });
  await expect(
    steel(page).getByText(/ m?T, \d+° from the axis; pulls a clip with [\d.]+ times its weight/),
  ).toBeVisible();
  await page.getByRole('checkbox', { name: 'Iron filings' }).check();
  await page.getByRole('checkbox', { name: 'Compasses' }).check();
  await choose(page, 'The earth’s field', 'across the magnet');
  await page.getByRole('checkbox', { name: 'Strength' }).uncheck();
  await faultless(page);
  await take(page, 'Compare');
  await choose(page, 'Compare with', 'Nothing');
  await expect(air).toHaveCount(0);
});

test('the page and its worker may run the kernels', async ({ page, request }) => {
  // Where the content policy forbids WebAssembly, all is computed in JavaScript, and nobody is told.
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  const emptyModule = [0, 97, 115, 109, 1, 0, 0, 0];
  const here = await page.evaluate(
    (bytes) => new WebAssembly.Module(Uint8Array.from(bytes)) instanceof WebAssembly.Module,
    emptyModule,
  );
  expect(here).toBe(true);
  await page.getByRole('link', { name: 'See its field' }).click();
  await solved(page);
  const [worker] = page.workers();
  const there = await worker!.evaluate(
    (bytes) => new WebAssembly.Module(Uint8Array.from(bytes)) instanceof WebAssembly.Module,
    emptyModule,
  );
  expect(there).toBe(true);
});

test('a ruler is laid by keyboard or by hand, and its readings are a table', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/field`);
  await solved(page);
  const ruler = page.getByRole('region', { name: 'Along the ruler' });
  await ruler.getByRole('button', { name: /as a table/ }).click();
  const first = ruler.getByRole('row').nth(1).getByRole('cell').nth(1);
  const atTip = await first.textContent();
  await choose(page, 'Ruler', /^Along the axis/);
  await expect(first).not.toHaveText(atTip!);
  const box = (await steel(page).getByRole('img').boundingBox())!;
  const before = await ruler.getByRole('row').nth(3).textContent();
  await page.mouse.move(box.x + 60, box.y + 80);
  await page.mouse.down();
  await page.mouse.move(box.x + 200, box.y + 130, { steps: 4 });
  await page.mouse.up();
  await expect(ruler.getByRole('row').nth(3)).not.toHaveText(before!);
});

test('a drag that the system takes away is over, and does not go on with the next touch', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/field`);
  await solved(page);
  // The other picture is read by the ruler too, and changes until it is solved.
  const air = page.getByRole('region', { name: 'Without the core' });
  await expect(air.getByText(/^Finite elements.* s\.$/)).toBeVisible({ timeout: 60_000 });
  const ruler = page.getByRole('region', { name: 'Along the ruler' });
  await ruler.getByRole('button', { name: /as a table/ }).click();
  const box = (await steel(page).getByRole('img').boundingBox())!;
  const at = (x: number, y: number) => ({ x: box.x + x, y: box.y + y });
  const session = await page.context().newCDPSession(page);
  const touch = (type: 'touchStart' | 'touchCancel', ...touchPoints: { x: number; y: number }[]) =>
    session.send('Input.dispatchTouchEvent', { type, touchPoints });
  await touch('touchStart', at(60, 80));
  await touch('touchCancel');
  const before = await ruler.getByRole('row').nth(3).textContent();
  await page.mouse.move(at(60, 80).x, at(60, 80).y);
  await page.mouse.move(at(200, 130).x, at(200, 130).y, { steps: 4 });
  await expect(steel(page).getByText(/T/).first()).toBeVisible();
  expect(await ruler.getByRole('row').nth(3).textContent()).toBe(before);
});

test('a picture is kept and stands beside the changed magnet', async ({ page, request }) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/field`);
  await solved(page);
  await take(page, 'Compare');
  await page.getByRole('button', { name: /^Keep this picture/ }).click();
  await page.getByRole('link', { name: 'Back to the magnet' }).click();
  await page.getByRole('button', { name: 'Swap the battery round' }).click();
  await page.getByRole('link', { name: 'See its field' }).click();
  await expect(page.getByRole('region', { name: 'Before' }).getByRole('img')).toBeVisible();
  await take(page, 'Compare');
  await page.getByRole('button', { name: 'Forget the kept picture' }).click();
  await expect(page.getByRole('region', { name: 'Before' })).toHaveCount(0);
});

test('pictures, readings and the mesh are saved as files', async ({ page, request }) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/field`);
  await solved(page);
  const saved = async (name: string): Promise<Buffer> => {
    const [download] = await Promise.all([
      page.waitForEvent('download', { timeout: 60_000 }),
      fromMenu(page, 'Save', name),
    ]);
    return readFile(await download.path());
  };
  expect((await saved('Picture (PNG)')).subarray(1, 4).toString()).toBe('PNG');
  const svg = (await saved('Picture (SVG)')).toString();
  expect(svg).toContain('data:image/png');
  expect(svg).not.toContain('var(--nab');
  const ruler = (await saved('Ruler (CSV)')).toString().trim().split('\n');
  expect(ruler[0]).toContain('distance_m');
  expect(ruler).toHaveLength(61);
  expect((await saved('Grid (CSV)')).toString()).toContain('B_axial_T');
  expect((await saved('Mesh (VTU)')).toString()).toContain('UnstructuredGrid');
});

test('the server solves it for a weak tablet', async ({ page, request }) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/field`);
  await take(page, 'Solve');
  const [answer] = await Promise.all([
    page.waitForResponse((response) => response.url().endsWith('/api/fields')),
    choose(page, 'Solve', /^on the server/),
  ]);
  expect(answer.status()).toBe(200);
  await solved(page);
});

test('a solver that dies is started again, and a second death is told', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request);
  await page.addInitScript(() => {
    class Dying extends EventTarget {
      private ended = false;
      postMessage(): void {
        setTimeout(() => {
          if (this.ended) return;
          this.dispatchEvent(new ErrorEvent('error', { message: 'out of memory' }));
        }, 50);
      }
      terminate(): void {
        this.ended = true;
      }
    }
    Object.assign(globalThis, { Worker: Dying });
  });
  await page.goto(`/investigations/${id}/field`);
  await expect(page.getByText(/The solver ended twice/).first()).toBeVisible();
});

test('the heap is grown as a part of the field, round by round, and can be stopped', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/field`);
  await solved(page);
  await take(page, 'Heap');
  await page.getByRole('button', { name: 'Simulate the pile of objects' }).click();
  await expect(page.getByText(/^Round \d+: [\d.]+ g \(about [\d.]+\) held/)).toBeVisible({
    timeout: 60_000,
  });
  await page.getByRole('button', { name: 'Stop growing' }).click();
  await expect(page.getByRole('button', { name: 'Simulate the pile of objects' })).toBeVisible();
});

test('two cores are shown in the plane through both, by tier 1 and said to be', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  await choose(page, 'Cores', POLE_COUNTS.two);
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  await page.getByRole('link', { name: 'See its field' }).click();
  await expect(page.locator('.nab-sentence')).toContainText('by the instant model (tier 1)');
  const picture = page.getByRole('img', {
    name: /^Two cores with unlike poles, (N and S|S and N): lines run from one tip to the other/,
  });
  await expect(picture).toBeVisible();
  await expect(page.getByText(/against three-dimensional finite elements/i)).toBeVisible();
  // In place of the round magnet's finite elements, which it has not.
  await expect(page.getByRole('tab')).toHaveCount(1);
  await picture.hover();
  await expect(page.getByText(/[\d.]+ mT there\./)).toBeVisible();
  const drawn = () => picture.locator('path').count();
  const withLines = await drawn();
  await page.getByRole('checkbox', { name: 'Flux lines' }).uncheck();
  await expect.poll(drawn).toBeLessThan(withLines - 10);
  await faultless(page);

  await page.getByRole('link', { name: 'Back to the magnet' }).click();
  await choose(page, 'Second coil wound', SECOND_SENSES.alike);
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  await page.getByRole('link', { name: 'See its field' }).click();
  await expect(
    page.getByRole('img', { name: /like poles, (N and N|S and S): the lines part/ }),
  ).toBeVisible();
});

test('no text lies over another on the page, on a laptop and in a low window', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/field`);
  await solved(page);
  for (const height of [800, 640, 560]) {
    await page.setViewportSize({ width: 1280, height });
    expect(await pageFaults(page), `${height}`).toEqual([]);
  }
});
