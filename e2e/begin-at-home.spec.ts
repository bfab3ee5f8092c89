import { newInvestigation, RunBench, stored } from './bench.js';
import { faultless } from './faultless.js';
import { expect, test } from './test.js';

test('home says what can be done and greets a first visitor once', async ({ page }) => {
  await page.goto('/');
  const ways = page.getByRole('navigation', { name: 'Begin' });
  await expect(ways.getByRole('link')).toHaveText([
    /^Plan a lesson/,
    /^Design a magnet/,
    /^Look at a field/,
    /^Hold a load/,
    /^Let a cell run/,
    /^Mend a magnet/,
  ]);
  await page.getByRole('button', { name: 'Understood' }).click();
  await page.reload();
  await expect(page.getByRole('table', { name: 'Investigations' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Understood' })).toHaveCount(0);
});

test('an investigation is found, sorted, copied, archived, deleted and brought back', async ({
  page,
  request,
}) => {
  const title = `Zinc or brass ${Date.now()}?`;
  await newInvestigation(request, { title });
  await page.goto('/');
  const row = page.getByRole('row').filter({ hasText: title });
  await page.getByRole('searchbox', { name: 'Find an investigation' }).fill(title);
  await expect(row).toHaveCount(1);
  await expect(row).toContainText('Planned: ');
  const head = page.getByRole('columnheader', { name: 'Question' });
  await head.getByRole('button').focus();
  await page.keyboard.press('Enter');
  await expect(head).toHaveAttribute('aria-sort', 'ascending');

  const what = async (entry: string): Promise<void> => {
    await row.getByRole('button', { name: `More: ${title}` }).click();
    await page.getByRole('menuitem', { name: entry }).click();
  };
  await what('Archive');
  await expect(row).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(row).toHaveCount(1);
  // Without trials it is deleted at once, and found among the deleted ones.
  await what('Delete');
  await expect(row).toHaveCount(0);
  await page.getByText('Deleted', { exact: true }).click();
  await what('Bring back');
  await page.getByText('Open', { exact: true }).click();
  await what('Ask it again, as a copy');
  await expect(page.getByLabel('The question, in the class’s words')).toHaveValue(
    `${title} (again)`,
  );
});

test('one with trials is not deleted without a question', async ({ page, request }) => {
  const title = `Trials stay ${Date.now()}?`;
  const made = await newInvestigation(request, { title });
  await page.goto(`/investigations/${made.id}/run`);
  const bench = new RunBench(page);
  await bench.predict(3);
  await bench.trial({ lifted: 4 });
  await bench.isSaved();
  await page.goto('/');
  await page.getByRole('searchbox', { name: 'Find an investigation' }).fill(title);
  const row = page.getByRole('row').filter({ hasText: title });
  await row.getByRole('button', { name: `More: ${title}` }).click();
  await page.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(page.getByText(/It has 1 trial\. They stay/)).toBeVisible();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(row).toHaveCount(1);
});

test('everything is one file, and what is missing is put back from it', async ({
  page,
  request,
}) => {
  await page.goto('/');
  const file = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Download everything' }).click();
  const path = await (await file).path();
  const shelf = (await (await request.get('/api/shelf')).json()) as { id: string }[];
  for (const { id } of shelf.slice(0, 3)) await request.delete(`/api/shelf/${id}`);
  const choose = page.getByLabel('Put back from a file: the file');
  await choose.setInputFiles(path);
  await expect(page.getByText(/^Put back: 3 shelf items\. \d+ rows were there/)).toBeVisible();
  const after = (await (await request.get('/api/shelf')).json()) as { id: string }[];
  expect(after.map(({ id }) => id)).toEqual(expect.arrayContaining(shelf.map(({ id }) => id)));
  await choose.setInputFiles(path);
  await expect(page.getByText(/^Nothing was missing: /)).toBeVisible();
  await choose.setInputFiles({
    name: 'holiday.gz',
    mimeType: 'application/gzip',
    buffer: Buffer.from('no such file'),
  });
  await expect(page.getByText(/Nothing was put back\. file: It is damaged/)).toBeVisible();
});

test('a first lesson leads through five steps on a copy of an example, and is offered once', async ({
  page,
  request,
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: /^Take the first lesson/ }).click();
  await page.waitForURL('**/question');
  const id = page.url().split('/').at(-2)!;
  const bar = page.getByRole('region', { name: 'First lesson' });
  await expect(bar).toContainText('1 of 5, Question.');
  await expect(page.getByText('invented data')).toHaveCount(0);
  await faultless(page);
  for (const [step, name] of ['Magnet', 'Prepare'].entries()) {
    await bar.getByRole('button', { name: `Next: ${name}` }).click();
    await page.waitForURL(`**/${name.toLowerCase()}`);
    await expect(bar).toContainText(`${step + 2} of 5, ${name}.`);
  }
  // The sheets are there to be printed; the page is found again after it was closed.
  await page.getByRole('tab', { name: 'Sheets' }).click();
  await expect(page.getByRole('button', { name: /^Print \d+ pages?/ })).toBeEnabled();
  await page.reload();
  await expect(bar).toContainText('3 of 5');
  await bar.getByRole('button', { name: 'Next: Run' }).click();
  const bench = new RunBench(page);
  await bench.predict(5);
  await bench.trial({ lifted: 6 });
  await bench.isSaved();
  expect((await stored(request, id)).readings).toHaveLength(1);
  await bar.getByRole('button', { name: 'Next: Findings' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Findings' })).toBeVisible();
  await bar.getByRole('button', { name: 'Finish the first lesson' }).click();
  await expect(bar).toHaveCount(0);
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Investigations' })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Take the first lesson/ })).toHaveCount(0);

  // Asked for, it begins again, and is left at any time.
  await page.getByRole('button', { name: 'What can I do here?' }).click();
  const help = page.getByRole('dialog', { name: 'Investigations' });
  await expect(help.getByRole('listitem')).toHaveCount(3);
  await faultless(page);
  await help.getByRole('button', { name: 'Take the first lesson' }).click();
  await page.waitForURL('**/question');
  await bar.getByRole('button', { name: 'Leave the first lesson' }).click();
  await expect(bar).toHaveCount(0);
});

test('stations and ready questions say for whom they are, how long they take and what is there', async ({
  page,
}) => {
  await page.goto('/stations');
  const spinner = page.getByRole('link', { name: /^Spinner/ });
  await expect(spinner).toContainText('Ages 9 to 14 · 20 min');
  await expect(spinner).toContainText('wire (there)');
  // What is no stock is named without a state.
  await expect(spinner).toContainText('small strong magnets.');
  await spinner.scrollIntoViewIfNeeded();
  await expect(spinner.locator('nab-spinner-drawing svg')).toBeVisible();
  await page.goto('/new');
  const first = page.getByRole('list', { name: 'Ready questions' }).getByRole('listitem').first();
  await expect(first).toContainText(/Ages .* min/);
  await expect(first).toContainText('a nail or bolt (there)');
  await expect(first.locator('nab-sketch svg')).toBeVisible();
});
