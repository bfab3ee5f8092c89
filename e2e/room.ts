import {
  expect,
  request,
  type APIRequestContext,
  type Browser,
  type BrowserContext,
  type BrowserContextOptions,
  type Page,
} from '@playwright/test';

/** Two servers behind one database: what happens at one is seen at the other. */
export const [first, second] = (process.env['NAB_ROOM_ADDRESSES'] ?? '').split(' ') as [
  string,
  string,
];
const phrase = process.env['NAB_ROOM_PHRASE'] ?? '';

/** Somebody with a browser of their own. */
export const person = (
  browser: Browser,
  baseURL: string,
  viewport = { width: 1280, height: 800 },
  more: BrowserContextOptions = {},
): Promise<BrowserContext> =>
  browser.newContext({ baseURL, viewport, reducedMotion: 'reduce', ...more });

export async function signIn(context: BrowserContext): Promise<Page> {
  const page = await context.newPage();
  await page.goto('/');
  await expect(page).toHaveURL(/\/join\?to=/);
  await page.getByLabel('Pass phrase').fill(phrase);
  await page.getByLabel('Pass phrase').press('Enter');
  await expect(page.getByRole('button', { name: 'Sign out' })).toBeVisible();
  return page;
}

/** Requests that come from the educator's pages. */
export const asPage = async (context: BrowserContext, origin: string): Promise<APIRequestContext> =>
  request.newContext({
    baseURL: origin,
    extraHTTPHeaders: { origin },
    storageState: await context.storageState(),
  });

/** Types the code and says which group holds the tablet, by keyboard alone. */
export async function join(context: BrowserContext, code: string, group: string): Promise<Page> {
  const page = await context.newPage();
  await page.goto('/join');
  await page.getByLabel(/^Code on the board/).focus();
  await page.keyboard.type(code.toLowerCase());
  await page.getByRole('button', { name: group }).focus();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/run$/);
  await expect(page.getByRole('list', { name: 'Parts of a trial' })).toBeVisible();
  return page;
}
