import { computed, inject, Injectable } from '@angular/core';
import { USUAL_LESSON, type LessonSettings } from '@nab/contract/lesson';
import { batteryUse, tasksOf, timetableOf } from '@nab/core/lesson';
import { againstShelf, kitOf } from '@nab/words/lesson';
import { InvestigationStore } from '../../investigation';
import { ShelfStore } from '../../shelf';

/** The lesson as it is laid out: each step is recomputed only when its inputs change. */
@Injectable()
export class Preparation {
  private readonly store = inject(InvestigationStore);
  private readonly shelf = inject(ShelfStore);

  /** As typed, faults and all. */
  readonly typed = computed(() => this.store.plan().value().lesson ?? USUAL_LESSON);
  readonly settings = computed(() => this.store.plan().valid().lesson ?? USUAL_LESSON);
  readonly plan = computed(() => this.store.plan().valid());
  readonly document = computed(() => this.store.design().valid());

  private readonly on = computed(() => this.settings().on);
  readonly tasks = computed(() => tasksOf(this.store.lesson(), this.store.cases(), this.on()));
  readonly timetable = computed(() => {
    const { arrangement, minutes } = this.settings();
    const { groups, repeats } = this.plan();
    return timetableOf({
      arrangement,
      minutes,
      tasks: this.tasks(),
      groups: groups.length,
      repeats,
    });
  });
  private readonly orders = computed(() => this.timetable().orders, {
    equal: (p, q) => JSON.stringify(p) === JSON.stringify(q),
  });
  private readonly repeats = computed(() => this.plan().repeats);
  readonly battery = computed(() =>
    batteryUse(
      this.store.lesson(),
      this.store.cases(),
      this.tasks(),
      this.orders(),
      this.repeats(),
    ),
  );

  private readonly kitOf = computed(() => ({
    plan: this.plan(),
    document: this.document(),
    cases: this.store.cases(),
    tasks: this.tasks(),
    timetable: this.timetable(),
    battery: this.battery(),
  }));
  readonly kit = computed(() => kitOf(this.kitOf()));
  readonly shelved = computed(() => againstShelf(this.kitOf(), this.shelf.items() ?? []));

  /** Whether the lesson fits, minutes to spare; less than nothing when it does not. */
  readonly spare = computed(() => this.settings().length - this.timetable().end);

  edit(change: Partial<LessonSettings>): void {
    this.store.plan().edit((plan) => ({
      ...plan,
      lesson: { ...(plan.lesson ?? USUAL_LESSON), ...change },
    }));
  }

  editMinutes(change: Partial<LessonSettings['minutes']>): void {
    this.edit({ minutes: { ...this.typed().minutes, ...change } });
  }

  fault(path: string): string | null {
    return this.store.plan().errorAt(`lesson.${path}`);
  }
}
