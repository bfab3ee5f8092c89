import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Need } from './needs';
import { ShelfStore } from './shelf-store';

/** What is needed, in one line, each with whether it is on the shelf. */
@Component({
  selector: 'nab-needs',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    .there {
      color: var(--nab-verdigris);
    }
  `,
  template: `
    Needs
    @for (need of stated(); track need.name; let last = $last) {
      <span [class.there]="need.state === 'there'"
        >{{ need.name }}{{ need.state ? ' (' + need.state + ')' : '' }}{{ last ? '.' : ', ' }}</span
      >
    }
  `,
})
export class NeedsLine {
  readonly needs = input.required<readonly Need[]>();
  private readonly shelf = inject(ShelfStore);
  protected readonly stated = computed(() => {
    const isKnown = this.shelf.items() !== null;
    const kinds = this.shelf.byKind();
    return this.needs().map(({ name, kind }) => {
      if (kind === null || !isKnown) return { name, state: '' };
      return { name, state: (kinds.get(kind)?.length ?? 0) > 0 ? 'there' : 'to buy' };
    });
  });

  constructor() {
    void this.shelf.load();
  }
}
