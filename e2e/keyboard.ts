import { expect, type Locator, type Page } from '@playwright/test';

type Role = Parameters<Page['getByRole']>[0];

/** Tabs until the element with this role and name has the focus. */
export async function tabTo(page: Page, role: Role, name: string | RegExp): Promise<Locator> {
  const target = page.getByRole(role, { name }).first();
  await expect(target).toBeVisible();
  for (let i = 0; i < 120; i++) {
    if (await target.evaluate((element) => element === document.activeElement)) return target;
    await page.keyboard.press('Tab');
  }
  throw new Error(`the keyboard never reaches ${String(name)}`);
}

/** Tabs to it and presses a key there. */
export async function pressAt(
  page: Page,
  role: Role,
  name: string | RegExp,
  key = 'Enter',
): Promise<void> {
  await tabTo(page, role, name);
  await page.keyboard.press(key);
}

/** Tabs to a field, writes over what stands in it. */
export async function typeAt(page: Page, name: string | RegExp, text: string): Promise<void> {
  await tabTo(page, 'textbox', name);
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.type(text);
}
