import { test as base, type BrowserContext, type Page } from '@playwright/test';

export { expect } from '@playwright/test';

/** Kept by a browser for an address, but for what it has fetched and compiled. */
const KEPT = 'cookies,file_systems,indexeddb,local_storage,websql,service_workers,cache_storage';

const OPTIONS = {
  baseURL: process.env['NAB_ADDRESS']!,
  viewport: { width: 1280, height: 800 },
  reducedMotion: 'reduce',
  locale: 'en-GB',
  // It would fetch the whole application during each test; its own tests allow it.
  serviceWorkers: 'block',
} as const;

interface Options {
  /** A context of its own, for what belongs to a whole context, such as its clock. */
  readonly ownContext: boolean;
}

interface Shared {
  readonly context: BrowserContext;
  /** Stays open, so that the process that has compiled the application goes on. */
  readonly keeper: Page;
}

/**
 * One browser context a worker, emptied after each test: fetching and compiling half a megabyte for
 * each of them took as long as the tests. Pages are a test's own, and so is what they emulate.
 */
export const test = base.extend<Options, { readonly shared: Shared }>({
  ownContext: [false, { option: true }],
  shared: [
    async ({ browser }, use) => {
      const context = await browser.newContext(OPTIONS);
      const keeper = await context.newPage();
      await keeper.goto('/api/health');
      await use({ context, keeper });
      await context.close();
    },
    { scope: 'worker' },
  ],
  context: async ({ browser, ownContext, shared: { context, keeper } }, use) => {
    if (ownContext) {
      const own = await browser.newContext(OPTIONS);
      await use(own);
      await own.close();
      return;
    }
    await use(context);
    const pages = context.pages().filter((page) => page !== keeper);
    await Promise.all(pages.map((page) => page.close()));
    const session = await context.newCDPSession(keeper);
    const { origin } = new URL(OPTIONS.baseURL);
    await session.send('Storage.clearDataForOrigin', { origin, storageTypes: KEPT });
    await session.detach();
  },
});
