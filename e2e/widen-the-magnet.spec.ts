import type { Page } from '@playwright/test';
import {
  CABLE_JOINS,
  DIODES,
  HEAD_ENDS,
  POLE_COUNTS,
  SECOND_SENSES,
  SUPPLY_KINDS,
} from '@nab/contract/experiments';
import { MATERIALS, SMALL_OBJECTS, TOUCH_TIMES, WIRE_FORMS } from '@nab/core/physics';
import { CORE_SHAPES } from '@nab/core/experiments';
import { choose, chosen, finishedDemo, newInvestigation, stored, take, why } from './bench.js';
import { expect, test } from './test.js';

const sentence = (page: Page) => page.getByText(/^Lifts about \d+/);
async function count(page: Page): Promise<number> {
  return Number(/about (\d+)/.exec((await sentence(page).textContent()) ?? '')?.[1]);
}

test.beforeEach(async ({ page, request }) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  await expect(sentence(page)).toBeVisible();
});

test('a bolt has a thread and a head, which may be the pole face', async ({ page }) => {
  await choose(page, 'Shape', CORE_SHAPES.bolt);
  await page.getByLabel('Pitch of the thread').fill('0.8 mm');
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  const before = await sentence(page).textContent();
  await choose(page, 'Head', HEAD_ENDS.tip);
  await expect(sentence(page)).not.toHaveText(before!);
  await page.getByLabel('Pitch of the thread').fill('9 mm');
  await expect(page.getByText('Must be from 0.2 mm to 5 mm.')).toBeVisible();
  await page.getByLabel('Pitch of the thread').fill('');
  await expect(page.getByText('Must be from 0.2 mm to 5 mm.')).toHaveCount(0);
});

test('a spoon handle is a strip, and a coil may have no core at all', async ({ page }) => {
  await choose(page, 'Shape', CORE_SHAPES.strip);
  await expect(page.getByLabel('Width', { exact: true })).toHaveValue('10 mm');
  await expect(page.getByText(/wound by its girth/)).toBeVisible();
  await choose(page, 'Shape', CORE_SHAPES.none);
  await expect(page.getByText(/Lifts nothing/)).toBeVisible();
});

test('two cores wound the wrong way lose, and the screen offers the remedy', async ({ page }) => {
  await choose(page, 'Cores', POLE_COUNTS.two);
  await take(page, 'Winding');
  await expect(page.getByLabel('Turns on each core')).toBeVisible();
  const right = await count(page);
  await take(page, 'Core');
  await choose(page, 'Second coil wound', SECOND_SENSES.alike);
  await expect(page.getByText(/wound against the first/)).toBeVisible();
  expect(await count(page)).toBeLessThan(right);
  await page.getByRole('button', { name: 'Try it: The second core wound the other way' }).click();
  await expect(chosen(page, 'Second coil wound')).toHaveText(SECOND_SENSES.opposite);
  await page.getByLabel('Distance of the axes').fill('5 mm');
  await expect(page.getByText('The windings of the two cores would touch.')).toBeVisible();
});

test('a cable counts twice, or cancels when it is joined the wrong way', async ({ page }) => {
  await take(page, 'Winding');
  await page.getByLabel('Turns', { exact: true }).fill('15');
  await choose(page, 'Form', WIRE_FORMS.cable);
  const current = page.locator('nz-statistic').filter({ hasText: 'Current' });
  await expect(current).not.toContainText(/\b0 A/);
  await choose(page, 'Its conductors joined', CABLE_JOINS.cancelling);
  await expect(page.getByText(/as often one way as the other/)).toBeVisible();
  await expect(page.getByText(/Lifts nothing/)).toBeVisible();
});

test('kitchen foil is folded and wound', async ({ page }) => {
  await take(page, 'Winding');
  await choose(page, 'Form', WIRE_FORMS.foil);
  await page.getByLabel('Turns', { exact: true }).fill('20');
  await expect(page.getByLabel('Strip cut, width')).toHaveValue('40 mm');
  await expect(sentence(page)).toBeVisible();
  await page.getByLabel('Folded in half').fill('6');
  await page.getByLabel('Strip cut, width').fill('2 mm');
  await expect(page.getByText('This strip cannot be folded so often.')).toBeVisible();
});

test('a bench supply holds its limit, and used or cold cells give less', async ({ page }) => {
  const fresh = await count(page);
  await take(page, 'Supply');
  await page.getByRole('button', { name: /^Used or cold cells/ }).click();
  await page.getByLabel('Charge used, %').fill('80');
  await expect.poll(() => count(page)).toBeLessThan(fresh);
  await page.getByLabel('Charge used, %').fill('0');
  await page.getByLabel('Temperature of the cells').fill('0 °C');
  await expect.poll(() => count(page)).toBeLessThan(fresh);
  await choose(page, 'Supply', SUPPLY_KINDS.bench);
  await page.getByLabel('Current limit set').fill('1 A');
  await expect(page.getByText(/The bench supply is the limit/)).toBeVisible();
  await expect(page.getByText(/low-voltage supply made for schools/)).toBeVisible();
});

test('a diode tames the kick', async ({ page }) => {
  await take(page, 'Winding');
  await page.getByLabel('Turns', { exact: true }).fill('300');
  await take(page, 'Supply');
  await page.getByRole('button', { name: /^Used or cold cells/ }).click();
  await expect(page.getByText(/without a diode, the coil kicks/)).toBeVisible();
  await choose(page, 'Diode', DIODES.yes);
  await expect(page.getByText(/The diode holds the kick at/)).toBeVisible();
});

test('the layer edge is dragged out with the arrow keys, layer by layer', async ({ page }) => {
  const layers = page.getByRole('slider', { name: 'Layers of the winding' });
  await layers.focus();
  await page.keyboard.press('ArrowLeft');
  await expect(layers).toHaveAttribute('aria-valuenow', '2');
  await take(page, 'Winding');
  await expect(page.getByText(/The wire runs out of core after \d+ turns: 2 layers/)).toBeVisible();
  await layers.press('ArrowRight');
  await expect(layers).toHaveAttribute('aria-valuenow', '1');
});

test('a part that is pressed in the drawing is taken in hand and marked', async ({ page }) => {
  const supply = page.getByRole('button', { name: 'Supply: take it in hand' });
  await supply.click();
  await expect(supply).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByRole('tab', { name: /Supply/ })).toHaveAttribute('aria-selected', 'true');
  await expect(page.getByLabel('Packs in parallel')).toBeVisible();
  await page.keyboard.press('6');
  await expect(page.getByRole('button', { name: 'Plate: take it in hand' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await expect(page.getByLabel('Diameter of the plate')).toBeVisible();
});

test('core and supply have a menu that changes them at once', async ({ page }) => {
  await page.getByRole('button', { name: 'Supply: take it in hand' }).click({ button: 'right' });
  await page.getByRole('menuitem', { name: 'One more pack beside' }).click();
  await take(page, 'Supply');
  await expect(page.getByLabel('Packs in parallel')).toHaveValue('2');
  await take(page, 'Core');
  const core = page.getByRole('button', { name: 'Core: take it in hand' }).first();
  await core.focus();
  await page.keyboard.press('Shift+F10');
  await expect(
    page.getByRole('menuitemradio', { name: 'Low-carbon steel, cold-worked' }),
  ).toHaveAttribute('aria-checked', 'true');
  await page.keyboard.press('ArrowDown');
  await page.getByRole('menuitemradio', { name: MATERIALS['soft-iron'].name }).click();
  await expect(chosen(page, 'Material')).toHaveText(MATERIALS['soft-iron'].name);
});

test('objects are weighed twenty at a time', async ({ page, request }) => {
  await take(page, 'Lifts');
  await choose(page, 'Objects', SMALL_OBJECTS.own.name);
  await page.getByLabel('What they are called').fill('hooks');
  await page.getByRole('button', { name: 'Weigh them' }).click();
  await page.getByLabel('weigh together').fill('14 g');
  await page.getByRole('button', { name: 'Use this mass' }).click();
  await expect(page.getByText(/^Lifts about \d+ hooks/)).toBeVisible();
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  const id = /investigations\/([^/]+)/.exec(page.url())![1]!;
  expect((await stored(request, id)).design.design).toMatchObject({
    load: { massEach: '0.7 g', ownName: 'hooks' },
  });
});

test('the plate it holds depends on what lies between, with a chart and its table', async ({
  page,
}) => {
  await take(page, 'Plate');
  await expect(page.getByText(/^Across 0.1 mm it pulls with/)).toBeVisible();
  const before = await page.getByText(/^Across 0.1 mm it pulls with/).textContent();
  await page.getByLabel('Contact gap', { exact: true }).fill('0.5 mm');
  await expect(page.getByText(/^Across 0.5 mm it pulls with/)).toBeVisible();
  await page.getByRole('button', { name: 'Load against the gap' }).click();
  await page.getByRole('button', { name: 'Load against gap as a table' }).click();
  await expect(page.getByRole('cell', { name: 'a sheet of paper' })).toBeVisible();
  expect(before).toContain('holds about');
  expect(await why(page, 'Chain')).toContain('contacts from the top');
});

test('what a class has shown does not change when its magnet is changed afterwards', async ({
  page,
  request,
}) => {
  const { id } = await finishedDemo(request);
  await page.goto(`/investigations/${id}/magnet`);
  await take(page, 'Winding');
  await page.getByLabel('Turns', { exact: true }).fill('30');
  await expect(sentence(page)).toBeVisible();
  const few = await count(page);
  await take(page, 'Core');
  await choose(page, 'Cores', POLE_COUNTS.two);
  await expect.poll(() => count(page)).toBeGreaterThan(1.5 * few);
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
});

test('the touch limit follows surface and time', async ({ page }) => {
  const before = await why(page, 'On at most');
  expect(before).toContain('limit 45 °C');
  await take(page, 'Warmth');
  await choose(page, 'The winding may be', TOUCH_TIMES['10s']);
  expect(await why(page, 'On at most')).toContain('limit 55 °C');
});
