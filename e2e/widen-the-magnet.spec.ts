import { expect, test, type Page } from '@playwright/test';
import { finishedDemo, newInvestigation, stored } from './bench.js';

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
  await page.getByLabel('Shape').selectOption('bolt');
  await page.getByLabel('Pitch of the thread').fill('0.8 mm');
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  const before = await sentence(page).textContent();
  await page.getByLabel('Head', { exact: true }).selectOption('tip');
  await expect(sentence(page)).not.toHaveText(before!);
  await page.getByLabel('Pitch of the thread').fill('9 mm');
  await expect(page.getByText('Must be from 0.2 mm to 5 mm.')).toBeVisible();
  await page.getByLabel('Pitch of the thread').fill('');
  await expect(page.getByText('Must be from 0.2 mm to 5 mm.')).toHaveCount(0);
});

test('a spoon handle is a strip, and a coil may have no core at all', async ({ page }) => {
  await page.getByLabel('Shape').selectOption('strip');
  await expect(page.getByLabel('Width', { exact: true })).toHaveValue('10 mm');
  await expect(page.getByText(/wound by its girth/)).toBeVisible();
  await page.getByLabel('Shape').selectOption('none');
  await expect(page.getByText(/Lifts nothing/)).toBeVisible();
});

test('two cores wound the wrong way lose, and the screen offers the remedy', async ({ page }) => {
  await page.getByLabel('Cores').selectOption('two');
  await expect(page.getByLabel('Turns on each core')).toBeVisible();
  const right = await count(page);
  await page.getByLabel('Second coil wound').selectOption('alike');
  await expect(page.getByText(/wound against the first/)).toBeVisible();
  expect(await count(page)).toBeLessThan(right);
  await page.getByRole('button', { name: 'Try it: The second core wound the other way' }).click();
  await expect(page.getByLabel('Second coil wound')).toHaveValue('opposite');
  await page.getByLabel('Distance of the axes').fill('5 mm');
  await expect(page.getByText('The windings of the two cores would touch.')).toBeVisible();
});

test('a cable counts twice, or cancels when it is joined the wrong way', async ({ page }) => {
  await page.getByLabel('Turns', { exact: true }).fill('15');
  await page.getByLabel('Form', { exact: true }).selectOption('cable');
  const adding = await page
    .getByText(/^\d+(\.\d+)? A$/)
    .first()
    .textContent();
  expect(adding).not.toBe('0 A');
  await page.getByLabel('Its conductors joined').selectOption('cancelling');
  await expect(page.getByText(/as often one way as the other/)).toBeVisible();
  await expect(page.getByText(/Lifts nothing/)).toBeVisible();
});

test('kitchen foil is folded and wound', async ({ page }) => {
  await page.getByLabel('Form', { exact: true }).selectOption('foil');
  await page.getByLabel('Turns', { exact: true }).fill('20');
  await expect(page.getByLabel('Strip cut, width')).toHaveValue('40 mm');
  await expect(sentence(page)).toBeVisible();
  await page.getByLabel('Folded in half').fill('6');
  await page.getByLabel('Strip cut, width').fill('2 mm');
  await expect(page.getByText('This strip cannot be folded so often.')).toBeVisible();
});

test('a bench supply holds its limit, and used or cold cells give less', async ({ page }) => {
  const fresh = await count(page);
  await page.getByText('Used or cold cells, switch, diode').click();
  await page.getByLabel('Charge used, %').fill('80');
  await expect.poll(() => count(page)).toBeLessThan(fresh);
  await page.getByLabel('Charge used, %').fill('0');
  await page.getByLabel('Temperature of the cells').fill('0 °C');
  await expect.poll(() => count(page)).toBeLessThan(fresh);
  await page.getByLabel('Supply', { exact: true }).selectOption('bench');
  await page.getByLabel('Current limit set').fill('1 A');
  await expect(page.getByText(/The bench supply is the limit/)).toBeVisible();
  await expect(page.getByText(/low-voltage supply made for schools/)).toBeVisible();
});

test('a diode tames the kick', async ({ page }) => {
  await page.getByLabel('Turns', { exact: true }).fill('300');
  await page.getByText('Used or cold cells, switch, diode').click();
  await expect(page.getByText(/without a diode, the coil kicks/)).toBeVisible();
  await page.getByLabel('Diode').selectOption('yes');
  await expect(page.getByText(/The diode holds the kick at/)).toBeVisible();
});

test('the layer edge is dragged out with the arrow keys, layer by layer', async ({ page }) => {
  const layers = page.getByRole('slider', { name: 'Layers of the winding' });
  await layers.focus();
  await page.keyboard.press('ArrowLeft');
  await expect(layers).toHaveAttribute('aria-valuenow', '2');
  await expect(
    page.getByText(/^The wire runs out of core after \d+ turns: 2 layers/),
  ).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await expect(layers).toHaveAttribute('aria-valuenow', '1');
});

test('core and supply are changed by clicking the drawing', async ({ page }) => {
  await page.getByRole('button', { name: 'Supply: add or take away cells' }).click();
  await page.getByRole('menuitem', { name: 'One more pack beside' }).click();
  await expect(page.getByLabel('Packs in parallel')).toHaveValue('2');
  const core = page.getByRole('button', { name: 'Core: choose its material' });
  await core.focus();
  await page.keyboard.press('Enter');
  await expect(
    page.getByRole('menuitemradio', { name: 'Low-carbon steel, cold-worked' }),
  ).toHaveAttribute('aria-checked', 'true');
  await page.getByRole('menuitemradio', { name: 'Soft iron' }).click();
  await expect(page.getByLabel('Material', { exact: true })).toHaveValue('soft-iron');
});

test('objects are weighed twenty at a time', async ({ page, request }) => {
  await page.getByLabel('Objects', { exact: true }).selectOption('own');
  await page.getByLabel('What they are called').fill('hooks');
  // While predictions still come in, the page may move under the first click.
  await expect(async () => {
    if (!(await page.getByLabel('weigh together').isVisible())) {
      await page.getByText('Weigh them').click();
    }
    await expect(page.getByLabel('weigh together')).toBeVisible({ timeout: 1000 });
  }).toPass();
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
  await expect(page.getByText(/^Across 0.1 mm it pulls with/)).toBeVisible();
  const before = await page.getByText(/^Across 0.1 mm it pulls with/).textContent();
  await page.getByLabel('Contact gap', { exact: true }).fill('0.5 mm');
  await expect(page.getByText(/^Across 0.5 mm it pulls with/)).toBeVisible();
  await page.getByText('Load against gap as a table').click();
  await expect(page.getByRole('cell', { name: 'a sheet of paper' })).toBeVisible();
  expect(before).toContain('holds about');
  await page.getByRole('button', { name: 'Chain: why?' }).click();
  await expect(page.getByRole('region', { name: 'Why Chain' })).toContainText(
    'contacts from the top',
  );
});

test('what a class has shown does not change when its magnet is changed afterwards', async ({
  page,
  request,
}) => {
  const { id } = await finishedDemo(request);
  await page.goto(`/investigations/${id}/magnet`);
  await page.getByLabel('Turns', { exact: true }).fill('30');
  await expect(sentence(page)).toBeVisible();
  const few = await count(page);
  await page.getByLabel('Cores').selectOption('two');
  await expect.poll(() => count(page)).toBeGreaterThan(1.5 * few);
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
});

test('the touch limit follows surface and time', async ({ page }) => {
  const onTime = page.getByText(/from cold to \d+ °C/);
  await expect(onTime).toHaveText('from cold to 45 °C');
  await page.getByLabel('The winding may be').selectOption('10s');
  await expect(onTime).toHaveText('from cold to 55 °C');
});
