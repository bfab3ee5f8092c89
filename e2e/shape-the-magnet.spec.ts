import { POLE_COUNTS, SENSES } from '@nab/contract/experiments';
import { CELL_SIZES, CHEMISTRIES, MATERIALS, YOKES } from '@nab/core/physics';
import { CORE_SHAPES } from '@nab/core/experiments';
import { choose, fromMenu, newInvestigation, stored, take } from './bench.js';
import { expect, test } from './test.js';

test('the ends of the winding are dragged along the core', async ({ page, request }) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  const lower = page.getByRole('slider', { name: 'Lower end of the winding' });
  await expect(lower).toHaveAttribute('aria-valuenow', '90');
  const box = (await lower.locator('.grip').boundingBox())!;
  await page.mouse.move(box.x + 8, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 8, box.y - 60, { steps: 8 });
  await page.mouse.up();
  const moved = Number(await lower.getAttribute('aria-valuenow'));
  expect(moved).toBeLessThan(85);
  await take(page, 'Winding');
  await expect(page.getByLabel('Lower end at')).toHaveValue(`${moved} mm`);
});

test('the ends of the winding are moved with the arrow keys', async ({ page, request }) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  const upper = page.getByRole('slider', { name: 'Upper end of the winding' });
  await upper.focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('PageDown');
  await expect(upper).toHaveAttribute('aria-valuenow', '41');
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  expect((await stored(request, id)).design.design).toMatchObject({ winding: { start: '41 mm' } });
});

test('a quantity steps in its own unit and a bare number takes the unit that stood there', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  await take(page, 'Winding');
  const wire = page.getByLabel('Wire', { exact: true });
  await wire.fill('24 AWG');
  await wire.press('ArrowUp');
  await expect(wire).toHaveValue('23 AWG');
  await take(page, 'Core');
  const length = page.getByLabel('Length', { exact: true });
  await length.fill('12 cm');
  await length.fill('11,5');
  await length.blur();
  await expect(length).toHaveValue('11,5 cm');
  await expect(page.getByText('= 115 mm')).toBeVisible();
});

test('a magnet that would burn is shown as such, and the run screen refuses it', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  await take(page, 'Supply');
  await page.getByLabel('In series', { exact: true }).fill('8');
  await expect(page.getByText('Heat is the limit').first()).toBeVisible();
  await expect(page.getByText(/gets too hot to touch before a trial is over/)).toBeVisible();
  await page.getByRole('link', { name: /^Run/ }).click();
  await expect(page.getByText(/gets too hot to touch before a trial is over/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save our prediction' })).toHaveCount(0);
});

test('a winding that runs out of core says so and the rest stays usable', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  await take(page, 'Winding');
  await page.getByLabel('Lower end at').fill('12 cm');
  await expect(
    page.getByText('The winding must end on the core, or lie on a sleeve.'),
  ).toBeVisible();
  await expect(page.getByText(/what is typed now cannot be built/)).toBeVisible();
  await page.getByLabel('Lower end at').fill('9 cm');
  await expect(page.getByText(/must end on the core/)).toHaveCount(0);
  await expect(page.getByText(/what is typed now cannot be built/)).toHaveCount(0);
  await expect(page.getByText(/^Lifts about/)).toBeVisible();
});

test('a pipe asks for its bore and a bolt for its head', async ({ page, request }) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  await choose(page, 'Shape', CORE_SHAPES.pipe);
  await expect(page.getByLabel('Bore')).toHaveValue('3.5 mm');
  await choose(page, 'Shape', CORE_SHAPES.bolt);
  await expect(page.getByLabel('Head, width')).toHaveValue('8 mm');
  await choose(page, 'Material', MATERIALS.brass.name);
  await expect(page.getByText(/Lifts nothing/)).toBeVisible();
  await expect(page.getByText(/nothing magnetic is inside the coil/)).toBeVisible();
  await expect(page.getByText(/A core of annealed steel: more than a hundred times/)).toBeVisible();
});

test('swapping the battery swaps the poles', async ({ page, request }) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  await expect(page.getByText('S at the lifting end ·')).toBeVisible();
  await page.getByRole('button', { name: 'Swap the battery round' }).click();
  await expect(page.getByText('N at the lifting end ·')).toBeVisible();
  await take(page, 'Winding');
  await page.getByRole('button', { name: 'How it is wound' }).click();
  await choose(page, 'Sense', SENSES.anticlockwise);
  await expect(page.getByText('S at the lifting end ·')).toBeVisible();
});

test('a bar across two cores has its own section and air at its joints', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  await choose(page, 'Cores', POLE_COUNTS.two);
  const field = (name: string) => page.getByRole('textbox', { name });
  const current = page.locator('.nab-sentence').getByText(/^Lifts about \d+ clips/);
  const lifted = async (): Promise<number> =>
    Number(/about (\d+)/.exec((await current.textContent()) ?? '')![1]);
  await expect(current).toBeVisible();
  const screwed = await lifted();
  await field('Air at each joint').fill('3 mm');
  await expect.poll(lifted).toBeLessThan(screwed);
  await field('Air at each joint').fill('5 cm');
  await expect(page.getByText('Must be from 0 mm to 5 mm.')).toBeVisible();
  await field('Air at each joint').fill('0.1 mm');
  await expect.poll(lifted).toBe(screwed);
  await field('Bar, thickness').fill('12 mm');
  await field('Bar, width').fill('15 mm');
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  const bar = { yokeThickness: '12 mm', yokeWidth: '15 mm', yokeGap: '0.1 mm' };
  expect((await stored(request, id)).design.design).toMatchObject({ core: bar });
  await choose(page, 'Upper ends joined by', YOKES.none);
  await expect(field('Bar, width')).toHaveCount(0);
});

test('a proposed change is tried and taken back', async ({ page, request }) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  const sentence = page.getByText(/^Lifts about \d+ clips/);
  const before = await sentence.textContent();
  await page.getByRole('button', { name: 'Try it: A second pack beside the first' }).click();
  await take(page, 'Supply');
  await expect(page.getByLabel('Packs in parallel')).toHaveValue('2');
  await expect(sentence).not.toHaveText(before!);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Packs in parallel')).toHaveValue('1');
  await expect(sentence).toHaveText(before!);
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(page.getByLabel('Packs in parallel')).toHaveValue('2');
});

test('letters lead to the fields, and a question mark lists them', async ({ page, request }) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  await expect(page.getByText(/^Lifts about/)).toBeVisible();
  await page.keyboard.press('t');
  await expect(page.getByLabel('Turns', { exact: true })).toBeFocused();
  await page.keyboard.type('45');
  await page.keyboard.press('Tab');
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('c');
  await expect(page.getByLabel('In series', { exact: true })).toBeFocused();
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('?');
  await expect(page.getByText('to the cells in series')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await take(page, 'Winding');
  await expect(page.getByLabel('Turns', { exact: true })).toHaveValue('60');
});

test('the sparklines come from the worker and mark where it gets too hot', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  await take(page, 'Winding');
  await expect(page.getByRole('img', { name: /against turns/ })).toBeVisible();
  await take(page, 'Supply');
  await expect(page.getByRole('img', { name: /against cells in series.*too hot/ })).toBeVisible();
});

test('wire at hand is turned into turns', async ({ page, request }) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  await take(page, 'Winding');
  await page.getByRole('button', { name: 'How it is wound' }).click();
  await page.getByLabel('Wire at hand').fill('6 ft');
  await page.getByRole('button', { name: 'Wind them' }).click();
  const turns = Number(await page.getByLabel('Turns', { exact: true }).inputValue());
  expect(turns).toBeGreaterThan(80);
  expect(turns).toBeLessThan(92);
});

test('a design is kept as a file and opened again; a wrong file says what is wrong', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    fromMenu(page, 'Magnet', 'Save as a file'),
  ]);
  expect(download.suggestedFilename()).toBe('Nail-magnet.json');
  const box = page.getByLabel('A design file: the file');
  const open = async (file: Parameters<typeof box.setInputFiles>[0]): Promise<void> => {
    await fromMenu(page, 'Magnet', 'Take another, or a file');
    await box.setInputFiles(file);
    await expect(page.getByRole('dialog')).toHaveCount(0);
  };
  await open('docs/examples/bolt.json');
  await expect(page.getByLabel('Head, width')).toHaveValue('13 mm');
  await expect(page.getByLabel('Name of the magnet')).toHaveValue('Strand-line bolt, 150 turns');
  await open({
    name: 'wrong.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format":"nab-design","version":1,"name":"x","wire":{"size":"99 AWG"}}'),
  });
  await expect(page.getByText(/wire\.size: There is no 99 AWG/)).toBeVisible();
  await expect(page.getByLabel('Name of the magnet')).toHaveValue('Strand-line bolt, 150 turns');
  await open(await download.path());
  await expect(page.getByLabel('Name of the magnet')).toHaveValue('Nail magnet');
});

test('a number answers why, and all figures stand in one drawer', async ({ page, request }) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  await page.getByRole('button', { name: 'Current: why?' }).click();
  const drawer = page.getByRole('dialog', { name: 'All figures' });
  await expect(drawer.getByText('I = E ÷ (r + leads + coil)')).toBeVisible();
  await expect(drawer.getByText('E = 1.58 V, inside the cells r = 0.12 Ω')).toBeVisible();
  const full = drawer.getByRole('button', { name: /^How full the steel is/ });
  await expect(full).toHaveAttribute('aria-expanded', 'false');
  await full.focus();
  await page.keyboard.press('Enter');
  await expect(drawer.getByText(/^greatest flux density in the steel: 0\.\d+ T/)).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(drawer).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Current: why?' })).toBeFocused();
});

test('the warmth over a lesson follows the pattern of on and off', async ({ page, request }) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  await take(page, 'Warmth');
  await expect(page.getByText(/^2 trials of 5 s with 60 s between them/)).toBeVisible();
  await page.getByLabel('Trials in a row').fill('20');
  await page.getByLabel('On, seconds').fill('15');
  await page.getByLabel('Off, seconds').fill('5');
  await expect(page.getByText(/20 trials of 15 s with 5 s .* too hot to touch/)).toBeVisible();
  await page.getByLabel('Off, seconds').fill('x');
  await expect(page.getByText('Type whole seconds and trials.')).toBeVisible();
});

test('a measured cell takes the place of the typical one', async ({ page, request }) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  await take(page, 'Supply');
  await page.getByRole('button', { name: 'Measure your cell' }).click();
  await page.getByLabel('Voltage, nothing connected').fill('1.5 V');
  await page.getByLabel('Voltage across a resistor').fill('1 V');
  await page.getByRole('button', { name: 'Use this cell' }).click();
  await expect(page.getByText('Cell as measured: 1.5 V, 0.5 Ω')).toBeVisible();
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  expect((await stored(request, id)).design.design.supply).toMatchObject({
    emf: '1.5 V',
    internalResistance: '0.5 Ω',
  });
  // Another cell is another cell.
  await choose(page, 'Cell', CELL_SIZES.C);
  await expect(page.getByText('Cell as measured')).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Back to typical values' }).click();
  await expect(page.getByText('Cell as measured')).toHaveCount(0);
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
});

test('both ends counted together lift more', async ({ page, request }) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/question`);
  const strip = page.getByRole('group', { name: /^Predicted Objects lifted/ });
  const before = await strip.getAttribute('aria-label');
  await choose(page, 'What we measure', 'Objects lifted at both ends together');
  await expect(strip).not.toHaveAttribute('aria-label', before!);
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  expect((await stored(request, id)).plan.measure).toBe('objects-both-ends');
});

test('a car battery is for demonstrations only, with its fuse, and no group can run it', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/magnet`);
  await take(page, 'Supply');
  await choose(page, 'Chemistry', CHEMISTRIES['lead-acid']);
  await choose(page, 'Cell', CELL_SIZES.car);
  await expect(page.getByText(/Only an adult uses it.*Fuse for this coil: \d+ A/)).toBeVisible();
  await expect(page.getByTestId('save-status')).toHaveText('Saved');
  await page.getByRole('link', { name: /^Run/ }).click();
  await expect(
    page.getByText('This is a demonstration. Only an adult switches it on.'),
  ).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save our prediction' })).toHaveCount(0);
});
