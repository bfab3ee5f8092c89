import { demoOf, finishedDemo, newInvestigation } from './bench.js';
import { faultless, faultlessDayAndNight, faultsOf, settled } from './faultless.js';
import { expect, test } from './test.js';

const STEPS = ['question', 'magnet', 'prepare', 'run', 'findings'] as const;

test('the list of investigations has no faults that axe can find', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('searchbox', { name: 'Find an investigation' }).fill('steel litter');
  await expect(page.getByRole('link', { name: /steel litter/ })).toBeVisible();
  await faultlessDayAndNight(page);
});

for (const place of [
  '/new',
  '/shelf',
  '/shelf/search',
  '/compare',
  '/wire-and-compass',
  '/shell-magnet',
  '/track',
  '/spinner',
  '/stations',
  '/needle',
  '/filings',
  '/permanent',
  '/trainer?seed=7',
  '/guess?seed=7',
  '/magnet/fix-it',
  '/magnet',
  '/magnet/field',
]) {
  test(`${place} has no faults that axe can find`, async ({ page }) => {
    await page.goto(place);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await settled(page);
    await faultlessDayAndNight(page);
  });
}

for (const step of STEPS) {
  test(`${step} has no faults that axe can find`, async ({ page, request }) => {
    const { id } = await finishedDemo(request);
    await page.goto(`/investigations/${id}/${step}`);
    await expect(page.getByRole('heading', { level: 1 })).toBeAttached();
    await settled(page);
    await faultlessDayAndNight(page);
  });
}

for (const title of [
  'Does the needle turn farther',
  'How many sheets of paper',
  'How few cells hold',
  'One, two or three cells',
  'What must the core be made of',
]) {
  test(`every step of “${title} …” is free of faults`, async ({ page, request }) => {
    const { id } = await demoOf(request, title);
    for (const step of STEPS) {
      await page.goto(`/investigations/${id}/${step}`);
      await expect(page.getByRole('heading', { level: 1 })).toBeAttached();
      await settled(page);
      // Their colours are those of the finished demo above, which take half of the time.
      expect(await faultsOf(page, { without: ['color-contrast'] }), step).toEqual([]);
    }
  });
}

test('an open list and an open question of the library have no faults either', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/question`);
  await page.getByRole('combobox', { name: 'What we change' }).click();
  await expect(page.getByRole('option', { name: 'Kind of wire' })).toBeVisible();
  await faultless(page);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Remove level 10 turns' }).click();
  await expect(page.getByText('Leave 10 turns out of this question?')).toBeVisible();
  // The library's guards of a focus trap pass the focus on as soon as they have it.
  expect(await faultsOf(page, { except: '.cdk-focus-trap-anchor' })).toEqual([]);
});

test('findings without trials and the correction dialog have no faults either', async ({
  page,
  request,
}) => {
  const { id } = await newInvestigation(request);
  await page.goto(`/investigations/${id}/findings`);
  await expect(page.getByRole('link', { name: 'Go to Run' })).toBeVisible();
  await faultless(page);
  const demo = await finishedDemo(request);
  await page.goto(`/investigations/${demo.id}/run`);
  await page
    .getByRole('button', { name: /^Correct / })
    .first()
    .click();
  await expect(page.getByRole('dialog')).toBeVisible();
  await faultless(page);
});

test('nothing runs off the side of a telephone', async ({ page, request }) => {
  const { id } = await finishedDemo(request);
  await page.setViewportSize({ width: 360, height: 740 });
  for (const step of STEPS) {
    await page.goto(`/investigations/${id}/${step}`);
    await expect(page.getByRole('heading', { level: 1 })).toBeAttached();
    const overflow = await page.evaluate(
      () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
    );
    expect(overflow, step).toBeLessThanOrEqual(0);
  }
});

test('a page with faults is found to have them', async ({ page }) => {
  await page.goto('/stations');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.evaluate(() => {
    const pale = '<p style="color: #ccc; background: #fff">Too pale to read</p>';
    document.querySelector('main')!.insertAdjacentHTML('beforeend', `${pale}<button></button>`);
  });
  expect(await faultsOf(page)).toEqual([
    'button-name: <button></button>',
    expect.stringMatching(/^color-contrast: .*Too pale/),
  ]);
});

test('the page follows the system’s day and night until somebody chooses', async ({ page }) => {
  await page.emulateMedia({ colorScheme: 'light' });
  await page.goto('/stations');
  const theme = page.locator('html');
  await expect(theme).toHaveAttribute('data-theme', 'light');
  await page.emulateMedia({ colorScheme: 'dark' });
  await expect(theme).toHaveAttribute('data-theme', 'dark');
  await page.getByRole('button', { name: 'Light' }).click();
  await page.emulateMedia({ colorScheme: 'light' });
  await page.emulateMedia({ colorScheme: 'dark' });
  await expect(theme).toHaveAttribute('data-theme', 'light');
});

test('an address that leads nowhere says so', async ({ page }) => {
  await page.goto('/investigations/00000000-0000-4000-8000-000000000000/run');
  await expect(page.getByRole('heading', { name: 'There is no such investigation' })).toBeVisible();
  await page.goto('/nowhere');
  await expect(page.getByRole('heading', { name: 'There is nothing here' })).toBeVisible();
});
