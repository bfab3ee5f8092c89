import { expect, type APIRequestContext, type Locator, type Page } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { newDesign, type Investigation, type InvestigationSummary } from '@nab/contract';

/** An investigation of its own, so that tests may run side by side. */
export async function newInvestigation(
  request: APIRequestContext,
  { title = 'How many turns?', turns = [10, 20, 40] } = {},
): Promise<Investigation> {
  const answer = await request.post('/api/investigations', {
    data: {
      id: randomUUID(),
      design: newDesign(),
      plan: {
        title,
        factor: 'turns',
        levels: turns.map((n) => ({ id: randomUUID(), turns: n })),
        groups: ['Limpets', 'Terns'].map((name) => ({ id: randomUUID(), name })),
        repeats: 2,
        traySize: 60,
      },
    },
  });
  expect(answer.status()).toBe(201);
  return answer.json() as Promise<Investigation>;
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
    await this.page.getByRole('button', { name: 'Checked: ready to switch on' }).click();
    await this.page.getByRole('button', { name: 'Switch on now' }).click();
    await expect(this.page.getByRole('timer')).toBeVisible();
    await this.page.getByRole('button', { name: 'Switched off' }).click();
    await this.page.getByRole('textbox', { name: /^Lifted:/ }).fill(String(lifted));
    await this.page.getByRole('textbox', { name: 'Of these, stayed stuck' }).fill(String(stuck));
    if (note) await this.page.getByLabel('Note, if something was odd').fill(note);
    await this.page.getByRole('button', { name: 'Save this trial' }).click();
  }

  async isSaved(): Promise<void> {
    await expect(this.page.getByTestId('save-status')).toHaveText('Saved');
  }
}
