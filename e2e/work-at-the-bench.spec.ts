import type { Page } from '@playwright/test';
import { choose, chosen, fromMenu, newInvestigation, stored, take } from './bench.js';
import { expect, test } from './test.js';

const sentence = (page: Page) => page.getByText(/^Lifts about \d+/);
/** Nothing of the main job lies below the lower edge. */
async function fitsTheScreen(page: Page): Promise<void> {
  const below = await page.evaluate(() => document.documentElement.scrollHeight - innerHeight);
  expect(below).toBeLessThanOrEqual(0);
}

test('a magnet from shelf to shelf by mouse, without scrolling and without an investigation', async ({
  page,
}) => {
  await page.goto('/magnet?design=new');
  await expect(sentence(page)).toBeVisible();
  await fitsTheScreen(page);
  await page.getByRole('button', { name: 'Core: take it in hand' }).first().click();
  await choose(page, 'Core from the shelf', 'Hexagon bolts from the boat shed');
  await expect(page.getByLabel('Length', { exact: true })).toHaveValue('80 mm');
  await page.getByRole('button', { name: 'Winding: take it in hand' }).click();
  await page.getByLabel('Turns', { exact: true }).fill('120');
  await page.getByLabel('Wire', { exact: true }).fill('24 AWG');
  await expect(page.getByText('= 0.511 mm')).toBeVisible();
  const before = await sentence(page).textContent();
  await fitsTheScreen(page);
  await page
    .getByRole('button', { name: /^Try it/ })
    .first()
    .click();
  await expect(sentence(page)).not.toHaveText(before!);
  await expect(page.getByRole('button', { name: /^Undo \w+/ })).toBeEnabled();
  await page.getByRole('link', { name: 'See its field' }).click();
  await expect(page.getByText(/^Half a centimetre below the tip the field is/)).toBeVisible();
  await page.getByRole('link', { name: 'Back to the magnet' }).click();
  await page.getByLabel('Name of the magnet').fill(`Mouse ${Date.now()}`);
  await fromMenu(page, 'Magnet', 'Set aside on the shelf');
  await expect(page.getByText(/A copy of “Mouse \d+” is on the shelf/).last()).toBeVisible();
  await fitsTheScreen(page);
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  await page.reload();
  await expect(page.getByLabel('Name of the magnet')).toHaveValue(/^Mouse/);
});

test('the same by keyboard alone', async ({ page }) => {
  await page.goto('/magnet?design=new');
  await expect(sentence(page)).toBeVisible();
  const key = (...keys: string[]) =>
    keys.reduce((before, one) => before.then(() => page.keyboard.press(one)), Promise.resolve());
  /** Goes on with Tab until something has the focus. */
  const tabTo = async (
    name: string | RegExp,
    role: 'button' | 'combobox' | 'link',
  ): Promise<void> => {
    const wanted = page.getByRole(role, { name }).first();
    for (let i = 0; i < 90; i++) {
      if (await wanted.evaluate((element) => element === document.activeElement)) return;
      await page.keyboard.press('Tab');
    }
    throw new Error(`Tab does not reach ${String(name)}.`);
  };
  // Core: number, Tab, and the list of the shelf is opened and walked by its keys.
  await key('1');
  await tabTo('Core from the shelf', 'combobox');
  await key('ArrowDown');
  const shelf = page.getByRole('listbox', { name: 'Core from the shelf' });
  const bolt = shelf.getByRole('option', { name: 'Hexagon bolts from the boat shed' });
  await expect(bolt).toBeVisible();
  // The next key waits until the one before has moved the choice.
  const active = page.locator('.ant-select-item-option-active');
  for (let i = 0; i < 20; i++) {
    const now = (await active.textContent()) ?? '';
    if (now.includes('Hexagon bolts from the boat shed')) break;
    await key('ArrowDown');
    await expect(active).not.toHaveText(now);
  }
  await key('Enter');
  await expect(chosen(page, 'Core from the shelf')).toHaveText('Hexagon bolts from the boat shed');
  await page.getByRole('tab', { name: /Core/ }).focus();
  await key('t');
  await expect(page.getByLabel('Turns', { exact: true })).toBeFocused();
  await page.keyboard.type('120');
  await key('Tab');
  await page.getByRole('tab', { name: /Winding/ }).focus();
  await key('w');
  await expect(page.getByLabel('Wire', { exact: true })).toBeFocused();
  await page.keyboard.type('24 AWG');
  const before = await sentence(page).textContent();
  await tabTo(/^Try it/, 'button');
  await key('Enter');
  await expect(sentence(page)).not.toHaveText(before!);
  await tabTo('See its field', 'link');
  await key('Enter');
  await expect(page.getByText(/^Half a centimetre below the tip the field is/)).toBeVisible();
  await tabTo('Back to the magnet', 'link');
  await key('Enter');
  await expect(sentence(page)).toBeVisible();
  await tabTo(/^Magnet/, 'button');
  await key('Enter');
  await expect(page.getByRole('menuitem', { name: 'Name …' })).toBeFocused();
  await key('ArrowDown');
  await expect(page.getByRole('menuitem', { name: 'Set aside on the shelf' })).toBeFocused();
  await key('Enter');
  await expect(page.getByText(/^A copy of “.*” is on the shelf/).last()).toBeVisible();
});

test('a magnet is begun, kept as a copy, and opened again by name', async ({ page }) => {
  await page.goto('/magnet?design=new');
  const name = `Kept ${Date.now()}`;
  await page.getByLabel('Name of the magnet').fill(name);
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  await fromMenu(page, 'Magnet', 'Keep a copy by itself');
  await page.getByRole('link', { name: 'Open it' }).click();
  await expect(page.getByLabel('Name of the magnet')).toHaveValue(`${name}, copy`);
  await fromMenu(page, 'Magnet', 'Take another, or a file');
  await page.getByRole('link', { name: `Open ${name}`, exact: true }).click();
  await expect(page.getByLabel('Name of the magnet')).toHaveValue(name);
});

test('a design file that is dropped on the page lies on the bench, and Undo takes it off', async ({
  page,
}) => {
  await page.goto('/magnet?design=new');
  const name = page.getByLabel('Name of the magnet');
  const before = await name.inputValue();
  const dropped = await page.evaluateHandle(async () => {
    const answer = await fetch('/api/investigations');
    const [one] = ((await answer.json()) as { design: { format: string } }[]).filter(
      ({ design }) => design.format === 'nab-design',
    );
    const data = new DataTransfer();
    const text = JSON.stringify({ ...one!.design, name: 'Dropped here' });
    data.items.add(new File([text], 'design.json', { type: 'application/json' }));
    return data;
  });
  await page.locator('nab-workbench').dispatchEvent('drop', { dataTransfer: dropped });
  await expect(name).toHaveValue('Dropped here');
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click();
  await expect(name).toHaveValue(before);
});

test('on a tablet the fields are a sheet below the drawing', async ({ page }) => {
  // Upright: across, it has drawing and fields side by side.
  await page.setViewportSize({ width: 768, height: 1024 });
  await page.goto('/magnet?design=new');
  await expect(sentence(page)).toBeVisible();
  const raise = page.getByRole('button', { name: 'Raise the fields' });
  await expect(raise).toHaveAttribute('aria-expanded', 'false');
  await expect(page.getByLabel('Length', { exact: true })).toBeHidden();
  await take(page, 'Winding');
  await expect(page.getByLabel('Turns', { exact: true })).toBeVisible();
  const drawing = (await page.getByRole('region', { name: 'Drawing' }).boundingBox())!;
  const sheet = (await page.getByRole('tabpanel').boundingBox())!;
  expect(drawing.y).toBeGreaterThanOrEqual(-1);
  expect(sheet.y).toBeGreaterThan(drawing.y + 200);
  await page.getByRole('button', { name: 'Lower the fields' }).click();
  await expect(page.getByLabel('Turns', { exact: true })).toBeHidden();
});

test('the bar between drawing and fields is moved by keys and keeps its place', async ({
  page,
}) => {
  await page.goto('/magnet?design=new');
  const bar = page.getByRole('separator', { name: 'Width of the drawing' });
  const before = Number(await bar.getAttribute('aria-valuenow'));
  await bar.focus();
  await page.keyboard.press('PageDown');
  await expect(bar).toHaveAttribute('aria-valuenow', String(before + 10));
  await page.reload();
  await expect(bar).toHaveAttribute('aria-valuenow', String(before + 10));
});

test('a magnet by itself is swapped in for an investigation’s, and taken back', async ({
  page,
  request,
}) => {
  const title = `Swapped ${Date.now()}?`;
  const { id } = await newInvestigation(request, { title });
  const before = (await stored(request, id)).design.design.name;
  await page.goto('/magnet?design=new');
  const name = `Swap ${Date.now()}`;
  await page.getByLabel('Name of the magnet').fill(name);
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  await fromMenu(page, 'Magnet', 'Swap in for an investigation');
  await expect(page.getByRole('button', { name: 'Swap it in' })).toBeDisabled();
  await choose(page, 'Investigation', title);
  await page.getByRole('button', { name: 'Swap it in' }).click();
  await expect(page.getByText(`“${name}” is now the magnet of “${title}”.`).last()).toBeVisible();
  expect((await stored(request, id)).design.design.name).toBe(name);
  await page.locator('.ant-notification-notice').getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await stored(request, id)).design.design.name).toBe(before);
});

test('a bolt by its size brings head and thread, and a material its own name', async ({ page }) => {
  await page.goto('/magnet?design=new');
  await choose(page, 'Shape', 'Bolt');
  await page.getByLabel('Diameter', { exact: true }).fill('M10');
  await expect(page.getByText(/An M10 bolt usually has a head 16 mm wide/)).toBeVisible();
  await page.getByRole('button', { name: 'Take these sizes' }).click();
  await expect(page.getByLabel('Head, width')).toHaveValue('16 mm');
  await expect(page.getByLabel('Pitch of the thread')).toHaveValue('1.5 mm');
  await page.getByLabel('You call it').fill('ferry rivet');
  await fromMenu(page, 'Magnet', 'Compare with another');
  await expect(page.getByRole('row', { name: /^Core differs/ })).toContainText('ferry rivet');
});
