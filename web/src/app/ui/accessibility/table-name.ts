import { afterEveryRender, DestroyRef, Directive, ElementRef, inject, input } from '@angular/core';
import { onResize } from '../drawing';
import { set } from './set';

/**
 * Repairs `nz-table` of ng-zorro-antd 21.3.3, whose table, drawn inside it, cannot be given a name. Where
 * a table is wider than its place, each row becomes a card that says what each of its cells is.
 */
@Directive({ selector: 'nz-table[nabTable]' })
export class TableName {
  readonly nabTable = input.required<string>();
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  /** Width that the table asked for when it last did not fit; 0 while it fits. */
  private needed = 0;

  constructor() {
    const watched = new WeakSet<Element>();
    const ended: (() => void)[] = [];
    // Measured when a size changes, and not at every drawing: that would cost a layout each time.
    const measured = (): void => {
      const table = this.host.querySelector('table');
      if (table) this.fit(table);
    };
    ended.push(onResize(this.host, measured));
    inject(DestroyRef).onDestroy(() => ended.forEach((end) => end()));
    afterEveryRender(() => {
      for (const table of this.host.querySelectorAll('table')) {
        set(table, 'aria-label', this.nabTable());
        if (this.needed > 0) label(table);
        if (!watched.has(table)) {
          watched.add(table);
          ended.push(onResize(table, measured));
        }
      }
    });
  }

  private fit(table: HTMLTableElement): void {
    const room = this.host.clientWidth;
    // On paper, and before it is laid out, a table is a table.
    if (room === 0) return;
    const isCards = this.host.classList.contains('nab-cards');
    if (!isCards && table.scrollWidth > room + 1) {
      this.needed = table.scrollWidth;
      this.host.classList.add('nab-cards');
    } else if (isCards && room >= this.needed) {
      this.needed = 0;
      this.host.classList.remove('nab-cards');
    }
    if (this.needed > 0) label(table);
  }
}

/** Writes to each cell what its column is called. */
function label(table: HTMLTableElement): void {
  const heads = Array.from(table.tHead?.rows[0]?.cells ?? [], (cell) =>
    // What is only for those who hear the table stays so.
    cell.querySelector('.visually-hidden') ? '' : cell.textContent.trim(),
  );
  for (const body of table.tBodies) {
    for (const row of body.rows) {
      for (const [i, cell] of Array.from(row.cells).entries()) {
        // The first column is the card's heading, and a cell over several says what it is itself.
        const name = i === 0 || cell.colSpan > 1 ? '' : (heads[i] ?? '');
        set(cell, 'data-label', name);
      }
    }
  }
}
