import { computed, inject, Injectable, signal } from '@angular/core';
import type { Investigation } from '@nab/contract/lesson';
import { firstValueFrom } from 'rxjs';
import { v4 as uuid } from 'uuid';
import { readLocal, writeLocal } from '../../platform/local-storage';
import { Server } from '../../platform/server';

const KEY = 'nab-first-lesson';
const DONE = 'done';

/** One step of the first lesson: a page, and what is done there. */
export interface LessonStep {
  readonly page: string;
  readonly name: string;
  readonly task: string;
}

/** Said where every example was deleted. */
export const NO_EXAMPLE = 'There is no example left to copy.';

export const FIRST_LESSON: readonly LessonStep[] = [
  {
    page: 'question',
    name: 'Question',
    task: 'This is what the class asks. Drag a level along the strip and see what Nab predicts.',
  },
  {
    page: 'magnet',
    name: 'Magnet',
    task: 'This is the magnet, to scale. Click the supply to add a cell and read the sentence above.',
  },
  {
    page: 'prepare',
    name: 'Prepare',
    task: 'Open Sheets and print them, or save them as a PDF: that is what a group writes on.',
  },
  {
    page: 'run',
    name: 'Run',
    task: 'Record one trial: predict, switch on, switch off, and press how many were lifted.',
  },
  {
    page: 'findings',
    name: 'Findings',
    task: 'This is where the answer will stand. It says what is still missing after one trial.',
  },
];

/** A guided first lesson on a copy of an example: offered once, can be left at any time, starts again from the help. */
@Injectable({ providedIn: 'root' })
export class FirstLesson {
  private readonly server = inject(Server);
  /** `done`, or the investigation and the step, or nothing before it was ever offered. */
  private readonly kept = signal(readLocal(KEY));
  readonly offered = computed(() => this.kept() === null);
  private readonly place = computed(() => {
    const [id, step] = (this.kept() ?? '').split(' ');
    const index = Number(step);
    return id && FIRST_LESSON[index] ? { id, index } : null;
  });
  readonly id = computed(() => this.place()?.id ?? null);
  readonly index = computed(() => this.place()?.index ?? 0);
  readonly step = computed(() => (this.place() ? FIRST_LESSON[this.index()]! : null));

  /**
   * Makes a copy of the first example, without readings, and begins there.
   * @returns the copy's id; null where there is no example to copy.
   */
  async begin(): Promise<string | null> {
    const list = await firstValueFrom(this.server.investigations());
    const examples = list.filter(
      ({ demo, experiment, place }) => demo && experiment === 'straight-magnet' && place === 'open',
    );
    // One whose levels are numbers can be dragged.
    const example = examples.find(({ question }) => /^number/i.test(question)) ?? examples[0];
    if (!example) return null;
    const { plan, design } = await firstValueFrom(this.server.investigation(example.id));
    const made = await firstValueFrom(
      this.server.create({
        id: uuid(),
        plan: asOwn(plan),
        design: design.design,
        actor: 'educator',
      }),
    );
    this.keep(`${made.id} 0`);
    return made.id;
  }

  goTo(index: number): void {
    const id = this.id();
    if (id !== null) this.keep(`${id} ${index}`);
  }

  /** Over, or not wanted. */
  end(): void {
    this.keep(DONE);
  }

  private keep(value: string): void {
    writeLocal(KEY, value);
    this.kept.set(value);
  }
}

/** A copy of an example’s plan with new ids, so that its class and readings stay separate. */
function asOwn(plan: Investigation['plan']): Investigation['plan'] {
  const fresh = <T extends { readonly id: string }>(items: readonly T[]): T[] =>
    items.map((item) => ({ ...item, id: uuid() }));
  return {
    ...plan,
    ...(plan.class && { class: { ...plan.class, id: uuid(), name: 'First lesson' } }),
    title: `My first lesson: ${plan.title}`.slice(0, 120),
    levels: fresh(plan.levels),
    series: plan.series && { ...plan.series, levels: fresh(plan.series.levels) },
    groups: fresh(plan.groups),
    objects: fresh(plan.objects),
  };
}
