import { readFile } from 'node:fs/promises';
import { choose, take, why } from './bench.js';
import { faultless } from './faultless.js';
import { expect, test } from './test.js';

test('a needle is stroked, floats and finds north, and is kept as a file', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Stations', exact: true }).click();
  await page.getByRole('link', { name: /^Needle/ }).click();
  await expect(page.getByRole('link', { name: 'Stations', exact: true })).toHaveAttribute(
    'aria-current',
    'page',
  );
  const says = page.locator('.nab-sentence');
  await expect(says).toContainText(/^Its eye turns to the north\. Let go .* after about \d/);
  await choose(page, 'Pole that touches it', 'South');
  await expect(says).toContainText('Its point turns to the north');
  await page.getByRole('spinbutton', { name: 'Strokes' }).fill('0');
  await expect(says).toHaveText('It does not turn: no stroke has magnetised it.');
  await expect(page.getByRole('button', { name: 'Let it swing' })).toBeDisabled();
  await page.getByRole('spinbutton', { name: 'Strokes' }).fill('40');
  await page.getByRole('button', { name: 'Let it swing' }).click();
  await expect(page.getByText(/^-?\d+° after [\d.]+ s$/)).toBeVisible();

  // Further north the earth’s level field is weaker, and the needle slower.
  expect(await why(page, 'Once to and fro')).toMatch(/m B = [\d.]+ nN·m/);
  const settles = async (): Promise<number> =>
    Number(/after about (\d+) s/.exec((await says.textContent())!)![1]);
  const before = await settles();
  await take(page, 'Place');
  await page.getByRole('spinbutton', { name: 'Latitude, °' }).fill('70');
  await expect.poll(settles).toBeGreaterThan(before);
  await page.getByRole('spinbutton', { name: 'Latitude, °' }).fill('95');
  await expect(page.getByText('Must be degrees from −90 to 90.')).toBeVisible();
  await page.getByRole('spinbutton', { name: 'Latitude, °' }).fill('70');

  await take(page, 'Float');
  await page.getByRole('textbox', { name: 'Float, diameter' }).fill('5 mm');
  await expect(page.getByText('The float cannot carry the needle')).toBeVisible();
  await page.getByRole('textbox', { name: 'Float, diameter' }).fill('3 cm');
  await faultless(page);

  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as a file' }).click();
  const path = await (await download).path();
  expect(JSON.parse(await readFile(path, 'utf8'))).toMatchObject({
    format: 'nab-needle',
    strokes: 40,
    pole: 'south',
    float: { diameter: '3 cm' },
  });
  await page.getByRole('button', { name: 'Start again' }).click();
  await expect(says).toContainText('Its eye turns to the north');
  await page.getByLabel('Open a file: the file').setInputFiles(path);
  await expect(says).toContainText('Its point turns to the north');
  await page.reload();
  await expect(says).toContainText('Its point turns to the north');
});
