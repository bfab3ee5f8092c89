import { choose, fromMenu, newInvestigation, take } from './bench.js';
import { faultless, faultlessDayAndNight } from './faultless.js';
import { expect, test } from './test.js';

// A test for each directive of web/src/app/ui/accessibility that fails without it, with ng-zorro-antd
// 21.3.3: when one passes without its directive, the library has learnt it and the directive can go.

test.beforeEach(async ({ page }) => {
  await page.goto('/magnet?design=new');
  await expect(page.getByText(/^Lifts about \d+/)).toBeVisible();
});

test('tabs: the list has a name, and each tab its own panel', async ({ page }) => {
  const list = page.getByRole('tablist', { name: 'Parts of the magnet' });
  await expect(list.getByRole('tab')).toHaveCount(6);
  await take(page, 'Winding');
  const tab = page.getByRole('tab', { name: 'Winding' });
  const panel = page.getByRole('tabpanel', { name: /Winding/ });
  await expect(panel).toBeVisible();
  expect(await tab.getAttribute('aria-controls')).toBe(await panel.getAttribute('id'));
  expect(await tab.getAttribute('id')).not.toBe(await panel.getAttribute('id'));
});

test('folded part: one button that keys press, which says what it opens', async ({ page }) => {
  await take(page, 'Winding');
  const header = page.getByRole('button', { name: 'How it is wound' });
  await expect(header).toHaveAttribute('aria-expanded', 'false');
  await expect(header.getByRole('button')).toHaveCount(0);
  await header.focus();
  await page.keyboard.press('Tab');
  // What is closed is not reached.
  const inside = await page.evaluate(
    () => document.activeElement?.closest('.ant-collapse-panel') !== null,
  );
  expect(inside).toBe(false);
  await header.press('Enter');
  await expect(header).toHaveAttribute('aria-expanded', 'true');
  const opened = page.locator(`#${await header.getAttribute('aria-controls')}`);
  await expect(opened.getByLabel('Neatness')).toBeVisible();
});

test('drawer: a dialog with a name, and only while it is open', async ({ page }) => {
  const drawer = page.getByRole('dialog', { name: 'All figures' });
  await expect(drawer).toHaveCount(0);
  const opener = page.getByRole('button', { name: 'All figures' });
  await opener.click();
  await expect(drawer).toHaveAttribute('aria-modal', 'true');
  await faultless(page);
  await page.keyboard.press('Escape');
  await expect(drawer).toHaveCount(0);
  await expect(opener).toBeFocused();
});

test('menu: roles, arrow keys, letters, and Escape back to where it was opened', async ({
  page,
}) => {
  const trigger = page.getByRole('button', { name: /^Magnet/ });
  await expect(trigger).toHaveAttribute('aria-haspopup', 'menu');
  await trigger.press('Enter');
  await expect(trigger).toHaveAttribute('aria-expanded', 'true');
  const item = (name: string) => page.getByRole('menuitem', { name });
  await expect(item('Name …')).toBeFocused();
  await page.keyboard.press('End');
  await expect(item('Keys')).toBeFocused();
  await page.keyboard.press('ArrowDown');
  await expect(item('Name …')).toBeFocused();
  await page.keyboard.press('c');
  await expect(item('Compare with another')).toBeFocused();
  await faultless(page);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('menu')).toHaveCount(0);
  await expect(trigger).toBeFocused();
});

test('menu of the drawing: what is chosen is said', async ({ page }) => {
  const core = page.getByRole('button', { name: 'Core: take it in hand' }).first();
  await core.click({ button: 'right' });
  const menu = page.getByRole('menu', { name: 'Material of the core' });
  await expect(menu.getByRole('menuitemradio', { checked: true })).toHaveCount(1);
  await page.keyboard.press('Escape');
  await expect(menu).toHaveCount(0);
  await page.getByRole('button', { name: 'Supply: take it in hand' }).click({ button: 'right' });
  const fewer = page.getByRole('menuitem', { name: 'One cell fewer in series' });
  await expect(fewer).toHaveAttribute('aria-disabled', 'true');
});

test('list: a combobox with a name, its value, its fault and the option in hand', async ({
  page,
}) => {
  const shape = page.getByRole('combobox', { name: 'Shape', exact: true });
  await expect(shape).toHaveAccessibleDescription(/Nail/);
  await shape.click();
  await expect(page.getByRole('listbox', { name: 'Shape' })).toBeVisible();
  await expect(page.getByRole('option', { name: 'Nail', exact: true })).toHaveAttribute(
    'aria-selected',
    'true',
  );
  await page.keyboard.press('ArrowDown');
  await expect(shape).toHaveAttribute('aria-activedescendant', /option/);
  await page.keyboard.press('Escape');
});

test('number field: a name, a value, a fault, and text that is no number stays', async ({
  page,
}) => {
  await take(page, 'Winding');
  const turns = page.getByRole('spinbutton', { name: 'Turns' });
  await expect(turns).toHaveAttribute('aria-valuenow', '60');
  await expect(turns).not.toHaveAttribute('aria-valuemax', /./);
  await turns.fill('sixty');
  await page.getByRole('heading', { level: 1 }).click();
  await expect(turns).toHaveValue('sixty');
  await expect(turns).toHaveAttribute('aria-invalid', 'true');
  await expect(page.getByRole('tab', { name: /Winding, needs mending|Winding/ })).toContainText(
    'needs mending',
  );
  await turns.fill('60');
});

test('bar of the splitter: a name, a direction and keys', async ({ page }) => {
  const bar = page.getByRole('separator', { name: 'Width of the drawing' });
  await expect(bar).toHaveAttribute('aria-orientation', 'vertical');
  const before = Number(await bar.getAttribute('aria-valuenow'));
  await bar.press('ArrowRight');
  await expect(bar).toHaveAttribute('aria-valuenow', String(before + 2));
});

test('dialog and upload: both have names, and the file box is no stop of its own', async ({
  page,
}) => {
  await fromMenu(page, 'Magnet', 'Take another, or a file');
  const dialog = page.getByRole('dialog', { name: 'Take a design' });
  await expect(dialog.getByRole('button', { name: 'A design file', exact: true })).toBeVisible();
  await expect(dialog.getByLabel('A design file: the file')).toHaveAttribute('tabindex', '-1');
  await faultless(page);
  await page.keyboard.press('Escape');
  await expect(dialog).toHaveCount(0);
});

test('notification: it is announced, and its cross is a button that keys press', async ({
  page,
}) => {
  await fromMenu(page, 'Magnet', 'Set aside on the shelf');
  await expect(page.getByRole('status').filter({ hasText: /is on the shelf/ })).toBeAttached();
  const cross = page.locator('.ant-notification-notice').getByRole('button', { name: 'Close' });
  await cross.press('Enter');
  await expect(page.locator('.ant-notification-notice')).toHaveCount(0);
});

test('table and sorted column: a name, an order, and keys', async ({ page }) => {
  await page.goto('/');
  const table = page.getByRole('table', { name: 'Investigations' });
  const head = table.getByRole('columnheader', { name: 'Last change' });
  await head.getByRole('button').press('Enter');
  await expect(head).toHaveAttribute('aria-sort', 'ascending');
  await head.getByRole('button').press(' ');
  await expect(head).toHaveAttribute('aria-sort', 'descending');
});

test('auto-complete: a combobox that knows its list and the option in hand', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/question`);
  await choose(page, 'What we change', 'Material of the core');
  const box = page.getByRole('combobox', { name: 'Level 2', exact: true });
  await expect(box).toHaveAttribute('aria-expanded', 'false');
  await box.fill('s');
  await expect(box).toHaveAttribute('aria-expanded', 'true');
  const list = page.locator(`[id="${await box.getAttribute('aria-controls')}"]`);
  await expect(list).toHaveRole('listbox');
  await expect(list).toHaveAccessibleName('Kinds to choose from');
  await box.press('ArrowDown');
  // It is set a moment after the key.
  await expect(box).toHaveAttribute('aria-activedescendant', /./);
  const option = page.locator(`[id="${await box.getAttribute('aria-activedescendant')}"]`);
  await expect(option).toHaveRole('option');
  await faultless(page);
  const words = (await option.textContent())!.trim();
  await box.press('Enter');
  await expect(box).toHaveValue(words);
  await expect(box).toHaveAttribute('aria-expanded', 'false');
});

test('date picker: its box has a name, and its cross is no stop of its own', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/prepare`);
  const box = page.getByRole('textbox', { name: 'It begins' });
  await box.fill('30 Nov 2026, 09:15');
  await box.press('Enter');
  await expect(box).toHaveValue('30 Nov 2026, 09:15');
  await expect(page.locator('.ant-picker-clear')).toHaveAttribute('aria-hidden', 'true');
  await faultless(page);
});

test('segmented control: a group of radio buttons with a name', async ({ page }) => {
  await page.goto('/');
  const group = page.getByRole('radiogroup', { name: 'Which investigations' });
  await expect(group.getByRole('radio')).toHaveCount(3);
  await expect(group.locator('[aria-selected]')).toHaveCount(0);
});

test('every part of the bench is free of faults by day and by night', async ({ page }) => {
  for (const part of ['Core', 'Winding', 'Supply', 'Lifts', 'Warmth', 'Plate']) {
    await take(page, part);
    await faultlessDayAndNight(page, part);
  }
});

test('at four times the size everything is there, one thing below the other', async ({ page }) => {
  // 1280 × 800 at 400 % is a page of 320 × 200 units.
  await page.setViewportSize({ width: 320, height: 200 });
  for (const path of ['/magnet', '/', '/shell-magnet', '/shelf']) {
    await page.goto(path);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    const wider = await page.evaluate(
      () => document.scrollingElement!.scrollWidth - document.scrollingElement!.clientWidth,
    );
    expect(wider, path).toBeLessThanOrEqual(0);
  }
});
