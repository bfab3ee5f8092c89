import { choose, take } from './bench.js';
import { faultless } from './faultless.js';
import { expect, test } from './test.js';

test('filings are sprinkled, tapped, seen and gathered', async ({ page }) => {
  await page.goto('/stations');
  await page.getByRole('link', { name: /^Filings on paper/ }).click();
  await page.getByRole('button', { name: 'Start again' }).click();
  const says = page.locator('.nab-sentence');
  const canvas = page.getByRole('img', { name: /filings, a bar magnet under the sheet/ });
  await expect(canvas).toBeVisible();
  // They are seen before anybody taps.
  const ink = () =>
    canvas.evaluate((element) => {
      const { width, height } = element as HTMLCanvasElement;
      const pixels = (element as HTMLCanvasElement)
        .getContext('2d')!
        .getImageData(0, 0, width, height).data;
      return pixels.filter((value, i) => i % 4 === 3 && value > 0).length;
    });
  await expect.poll(ink).toBeGreaterThan(10_000);
  for (let tap = 0; tap < 3; tap++) {
    await page.getByRole('button', { name: 'Tap the sheet' }).click();
    await page.waitForTimeout(400);
  }
  await expect(says).toContainText(/stronger than 0\.\d+ mT, [5-9]\d % of them/);

  // A compass goes where the hand leads it, and shows the field there.
  const compass = page.getByRole('img', { name: /^Compass 1:/ });
  const before = await compass.getAttribute('aria-label');
  await compass.focus();
  for (let i = 0; i < 6; i++) await page.keyboard.press('Shift+ArrowRight');
  await expect(compass).not.toHaveAttribute('aria-label', before!);
  const box = (await compass.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 60, box.y - 90, { steps: 4 });
  await page.mouse.up();
  await expect.poll(async () => (await compass.boundingBox())!.y).toBeLessThan(box.y - 50);

  // A current that a class has turns compasses long before it moves a filing.
  await choose(page, 'Through or under the sheet', 'A wire through the sheet');
  const slider = page.getByRole('slider', { name: 'Current' });
  await expect(slider).toHaveAttribute('aria-valuetext', '20 A');
  await page.getByRole('textbox', { name: 'Current' }).fill('2 A');
  await page.getByRole('button', { name: 'Tap the sheet' }).click();
  await expect(says).toHaveText('Nothing is to be seen of the field yet.');
  await expect(compass).toHaveAttribute('aria-label', /: (?!0°)\d+° (east|west) of north/);
  await page.getByRole('textbox', { name: 'Current' }).fill('50 A');
  for (let tap = 0; tap < 5; tap++) {
    await page.getByRole('button', { name: 'Tap the sheet' }).click();
    await page.waitForTimeout(300);
  }
  await expect(says).toContainText('The filings follow the field');
  await page.getByRole('button', { name: /cautions/ }).click();
  await expect(page.getByText(/nearly a short circuit/)).toBeVisible();
  await slider.focus();
  await page.keyboard.press('ArrowLeft');
  await expect(slider).toHaveAttribute('aria-valuetext', '49.5 A');

  // The bag gathers what it passes.
  await page.getByRole('checkbox', { name: 'Magnet in a bag' }).check();
  const bag = page.getByRole('img', { name: /^Magnet in a bag/ });
  await bag.focus();
  for (let i = 0; i < 8; i++) await page.keyboard.press('Shift+ArrowLeft');
  await expect(bag).toHaveAttribute('aria-label', /; \d{3,} gathered/);
  await expect(says).toContainText(/\d{3,} are in the bag/);
  await faultless(page);

  await take(page, 'Filings');
  await page.getByRole('spinbutton', { name: 'Filings on a clean sheet' }).fill('99999');
  await expect(page.getByText('Must be a whole number from 100 to 12000.')).toBeVisible();
  await page.getByRole('spinbutton', { name: 'Filings on a clean sheet' }).fill('3000');
  await expect(page.getByRole('img', { name: /^(29[89]\d|3000) filings/ })).toBeVisible();
  await page.reload();
  await expect(
    page.getByRole('img', { name: /^(29[89]\d|3000) filings, a wire through/ }),
  ).toBeVisible();
});
