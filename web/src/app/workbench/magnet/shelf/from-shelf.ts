import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { ShelfKind } from '@nab/contract/shelf';
import { WIRE_RESERVE } from '@nab/core/physics';
import { shortagesOf } from '@nab/words/lesson';
import { followCore } from '../advice';
import { MagnetStore } from '../magnet-store';
import { ChoiceField } from '../../../ui/fields';
import { Notice } from '../../../ui/notices';
import { ShelfStore, takeFromShelf } from '../../../shelf';

const PARTS = { core: 'core', reel: 'wire', cell: 'supply', object: 'load' } as const;
const TYPED = 'typed';

/** Draws one part of the design from the shelf, and says when there is not enough for the class. */
@Component({
  selector: 'nab-from-shelf',
  imports: [ChoiceField, Notice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (entries().length > 0) {
      <nab-choice
        [label]="label()"
        [options]="options()"
        [value]="present()"
        (valueChange)="take($event)"
      />
    }
    @for (short of shortages(); track short.name) {
      <nab-notice state="caution">
        Not enough on the shelf: “{{ short.name }}” has {{ short.there }},
        {{ store.lesson() ? 'the class' : 'this magnet' }} needs {{ short.needed }}.
      </nab-notice>
    }
  `,
  styles: `
    :host {
      display: contents;
    }
    nab-notice {
      grid-column: 1 / -1;
    }
  `,
})
export class FromShelf {
  readonly kind = input.required<Exclude<ShelfKind, 'design'>>();
  readonly label = input.required<string>();
  protected readonly store = inject(MagnetStore);
  private readonly shelf = inject(ShelfStore);

  protected readonly entries = computed(() => this.shelf.byKind().get(this.kind()) ?? []);
  protected readonly options = computed((): Record<string, string> => ({
    [TYPED]: 'Typed in below',
    ...Object.fromEntries(this.entries().map(({ id, item }) => [id, item.name])),
  }));
  protected readonly present = computed(() => {
    const id = this.store.design().value()[PARTS[this.kind()]].shelf;
    return id !== undefined && id in this.options() ? id : TYPED;
  });
  /** What the shelf has too little of for this lesson, or for the magnet alone. */
  protected readonly shortages = computed(() => {
    const lesson = this.store.lesson();
    const alone = this.store.restingEvaluation()?.wireLength ?? 0;
    const wire = lesson ? lesson.wirePerGroup * lesson.groups * WIRE_RESERVE : alone;
    const needs = {
      magnets: lesson?.groups ?? 1,
      packs: lesson?.groups ?? 1,
      wire,
      objects: (lesson?.groups ?? 0) * (lesson?.traySize ?? 0),
    };
    return shortagesOf(this.store.design().valid(), this.shelf.items() ?? [], needs).filter(
      ({ part }) => part === PARTS[this.kind()],
    );
  });

  protected take(id: string): void {
    const part = PARTS[this.kind()];
    const entry = this.entries().find((item) => item.id === id);
    this.store.design().edit((design) => {
      if (entry) {
        const taken = takeFromShelf(design, entry);
        return followCore(design, taken)?.design ?? taken;
      }
      const { shelf: _shelf, ...typed } = design[part];
      return { ...design, [part]: typed };
    });
  }
}
