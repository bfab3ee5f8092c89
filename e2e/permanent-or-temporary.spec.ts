import { choose, take, why } from './bench.js';
import { faultless } from './faultless.js';
import { expect, test } from './test.js';

test('a permanent magnet is held against the coil that equals it, and knocked', async ({
  page,
}) => {
  await page.goto('/stations');
  await page.getByRole('link', { name: /^Permanent or temporary/ }).click();
  const says = page.locator('.nab-sentence');
  await expect(says).toContainText(/^As strong as 2865 ampere-turns .* nobody can wind/);
  await expect(says).toContainText('does not lift the same');
  expect(await why(page, 'Current round its rim')).toContain('B_r = 1.2 T');
  await page.getByRole('button', { name: 'Knock it' }).click();
  await expect(page.getByText('1 knock left 100 % of it')).toBeVisible();

  await choose(page, 'Made of', 'Hardened steel, stroked');
  await page.getByRole('textbox', { name: 'Length along its axis' }).fill('80 mm');
  await page.getByRole('textbox', { name: 'Diameter' }).fill('8 mm');
  await expect(says).toContainText(/; with a nail inside \d+ lift the same \d+ clips\./);
  const clips = async (): Promise<number> =>
    Number(/the same ([\d.]+) clips/.exec((await says.textContent())!)![1]);
  const before = await clips();
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Knock it' }).click();
  await expect(page.getByText('4 knocks left 41 % of it')).toBeVisible();
  expect(await clips()).toBeLessThan(0.7 * before);

  await take(page, 'Coil');
  await page.getByRole('textbox', { name: 'Current' }).fill('1 A');
  expect(await why(page, 'The coil stands it for')).toMatch(/[\d ]+ turns/);
  await page.getByRole('textbox', { name: 'Current' }).fill('1 kg');
  await expect(page.getByText('That is how it was before')).toBeVisible();
  await page.getByRole('textbox', { name: 'Current' }).fill('2 A');
  await take(page, 'What each can do');
  await expect(
    page.getByRole('row', { name: /^Switched off Never\. Lets go but for/ }),
  ).toBeVisible();
  await expect(page.getByRole('row', { name: /^Knocked Forgets: 41 % is left/ })).toBeVisible();
  await faultless(page);
});
