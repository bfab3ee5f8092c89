import { expect, type APIRequestContext, type Locator, type Page } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { newDesign, type ExperimentDocument } from '@nab/contract/experiments';
import type { Investigation, InvestigationSummary, Plan, Reading } from '@nab/contract/lesson';
import { examplePlan } from '@nab/contract/testing';

/** An investigation of its own, so that tests may run side by side. */
export async function newInvestigation(
  request: APIRequestContext,
  {
    title = 'How many turns?',
    turns = [10, 20, 40],
    design = newDesign(),
    plan = {},
  }: {
    title?: string;
    turns?: readonly number[];
    design?: ExperimentDocument;
    plan?: Partial<Plan>;
  } = {},
): Promise<Investigation> {
  const ids = new Map<number, string>();
  const idOf = (n: number): string => {
    if (!ids.has(n)) ids.set(n, randomUUID());
    return ids.get(n)!;
  };
  const answer = await request.post('/api/investigations', {
    data: {
      id: randomUUID(),
      design,
      plan: examplePlan(idOf, {
        title,
        levels: turns.map((n) => ({ id: randomUUID(), value: `${n} turns` })),
        repeats: 2,
        ...plan,
      }),
      actor: 'educator',
    },
  });
  expect(answer.status(), await answer.text()).toBe(201);
  return answer.json() as Promise<Investigation>;
}

/** Levels of a plan from what is typed. */
export const levels = (...values: string[]) => values.map((value) => ({ id: randomUUID(), value }));

/** What was counted, of a reading. */
export const countOf = ({ outcome }: Reading): number =>
  outcome.kind === 'count' ? outcome.count : NaN;

/** Chooses an option of one of the library's lists, as a person does: opens it, types, presses. */
export async function choose(page: Page, label: string, option: string | RegExp): Promise<void> {
  const box = page.getByRole('combobox', { name: label, exact: true });
  await box.click();
  // A long list shows only its first options until something is typed.
  if (typeof option === 'string' && (await box.isEditable())) await box.fill(option);
  await page.getByRole('option', { name: option, exact: true }).click();
  await expect(page.getByRole('listbox')).toHaveCount(0);
}

/**
 * Which of several parts is shown, once one of them is: all are looked at together, so that the page
 * cannot pass from one to another between two questions.
 */
export async function whichShows(...parts: Locator[]): Promise<number> {
  let shown = -1;
  await expect
    .poll(async () => {
      shown = (await Promise.all(parts.map((part) => part.isVisible()))).indexOf(true);
      return shown;
    })
    .not.toBe(-1);
  return shown;
}

/** Has a coil that is still warm said to be cool, whenever that is in the way of what is pressed. */
export const sayCool = (page: Page): Promise<void> =>
  page.addLocatorHandler(page.getByRole('button', { name: 'It feels cool already' }), (cool) =>
    // It may have cooled by itself meanwhile.
    cool.click({ timeout: 2_000 }).catch(() => undefined),
  );

/** What one of the library's lists shows as chosen. */
export function chosen(page: Page, label: string): Locator {
  return page
    .locator('nz-select')
    .filter({ has: page.getByRole('combobox', { name: label, exact: true }) })
    .locator('nz-select-item');
}

/** Takes a part of what is designed in hand, such as Winding. */
export async function take(page: Page, part: string): Promise<void> {
  await page.getByRole('tab', { name: part }).click();
  await expect(page.getByRole('tab', { name: part })).toHaveAttribute('aria-selected', 'true');
}

/** Does one of the things in the menu of what is designed. */
export async function fromMenu(page: Page, menu: string, entry: string): Promise<void> {
  await page.getByRole('button', { name: new RegExp(`^${menu}`) }).click();
  await page.getByRole('menuitem', { name: entry }).click();
  // It closes in its own time, and until then its button would only close it.
  await expect(page.getByRole('menu')).toHaveCount(0);
}

/** Opens the drawer of all figures at one of them, and reads its why. */
export async function why(page: Page, figure: string): Promise<string> {
  await page.getByRole('button', { name: 'All figures' }).click();
  const drawer = page.getByRole('dialog', { name: 'All figures' });
  const header = page.getByRole('button', { name: new RegExp(`^${figure}`) });
  const panel = drawer.locator('nz-collapse-panel').filter({ has: header });
  await panel.getByRole('button').click();
  await expect(panel.getByRole('button')).toHaveAttribute('aria-expanded', 'true');
  const answer = await panel.innerText();
  await page.keyboard.press('Escape');
  await expect(drawer).toHaveCount(0);
  // The overlay around it goes a moment later, and until then keeps what holds the focus in it.
  await expect(page.locator('.cdk-focus-trap-anchor')).toHaveCount(0);
  return answer;
}

export async function stored(request: APIRequestContext, id: string): Promise<Investigation> {
  return (await request.get(`/api/investigations/${id}`)).json() as Promise<Investigation>;
}

/** The demo's finished investigation. */
export async function finishedDemo(request: APIRequestContext): Promise<InvestigationSummary> {
  const list = (await (await request.get('/api/investigations')).json()) as InvestigationSummary[];
  const demos = list.filter((item) => item.demo);
  return demos.reduce((p, q) => (q.trials > p.trials ? q : p));
}

/** The demo's investigation whose title begins so. */
export async function demoOf(
  request: APIRequestContext,
  title: string,
): Promise<InvestigationSummary> {
  const list = (await (await request.get('/api/investigations')).json()) as InvestigationSummary[];
  return list.find((item) => item.demo && item.title.startsWith(title))!;
}

/** The verbs of a group at its bench. */
export class RunBench {
  constructor(private readonly page: Page) {}

  stage(name: string): Locator {
    return this.page
      .getByRole('list', { name: 'Parts of a trial' })
      .locator('[aria-current=step]')
      .filter({ hasText: name });
  }

  async predict(count: number): Promise<void> {
    await this.page.getByRole('textbox', { name: 'We predict' }).fill(String(count));
    await this.page.getByRole('button', { name: 'Save our prediction' }).click();
  }

  async trial({
    lifted,
    stuck = 0,
    note = '',
  }: {
    lifted: number;
    stuck?: number;
    note?: string;
  }): Promise<void> {
    await this.page.getByRole('button', { name: 'Nothing hung on: switch on' }).click();
    await expect(this.page.getByRole('timer')).toBeVisible();
    await this.page.getByRole('button', { name: 'Switched off' }).click();
    await this.page.getByRole('textbox', { name: /^Lifted:/ }).fill(String(lifted));
    if (stuck > 0) {
      await this.page.getByRole('button', { name: 'Some stayed stuck' }).click();
      await this.page.getByRole('textbox', { name: 'Of these, stayed stuck' }).fill(String(stuck));
    }
    if (note) {
      await this.page.getByRole('button', { name: 'Was something odd?' }).click();
      await this.page.getByLabel('Note, if something was odd').fill(note);
    }
    await this.page.getByRole('button', { name: 'Save this trial' }).click();
  }

  async isSaved(): Promise<void> {
    await expect(this.page.getByTestId('save-status')).toHaveText('Saved');
  }
}

/** Begins with a ready question and returns the investigation's id. */
export async function beginWith(page: Page, title: string): Promise<string> {
  await page.goto('/new');
  await page.getByRole('button', { name: `Begin with: ${title}` }).click();
  await page.waitForURL('**/question');
  await expect(page.getByLabel(/The question/)).toHaveValue(title);
  return page.url().split('/').at(-2)!;
}

/** That claim, chart and figures of the findings are all within the window, and nothing scrolls. */
export async function expectAnswerOnOneScreen(page: Page, of: string): Promise<void> {
  const { height } = page.viewportSize()!;
  const parts = [
    page.locator('nab-findings .nab-sentence'),
    page.getByRole('group', { name: /^Chart of/ }),
    page.locator('nab-answer-part dl'),
  ];
  for (const part of parts) {
    const box = await part.boundingBox();
    expect.soft(box && box.y >= 0 && box.y + box.height <= height, of).toBe(true);
  }
  const whole = await page.evaluate(() => document.documentElement.scrollHeight);
  expect.soft(whole, of).toBeLessThanOrEqual(height);
}

/** Takes a part of the findings in hand. */
export async function openPart(page: Page, name: string): Promise<void> {
  await page.getByRole('tab', { name, exact: true }).click();
  await expect(page.getByRole('tab', { name, exact: true })).toHaveAttribute(
    'aria-selected',
    'true',
  );
}

/** What the chart of the findings says of every trial, in its own order, by the keys of a reader. */
export async function trialsOnChart(page: Page): Promise<string[]> {
  const cursor = page.getByRole('slider', { name: 'Trials, one by one' });
  await cursor.press('Home');
  const count = Number(await cursor.getAttribute('aria-valuemax'));
  const texts: string[] = [];
  for (let i = 0; i < count; i++) {
    // The page says where it is after it has drawn it.
    await expect(cursor).toHaveAttribute('aria-valuenow', String(i + 1));
    texts.push((await cursor.getAttribute('aria-valuetext')) ?? '');
    await cursor.press('ArrowRight');
  }
  return texts;
}
