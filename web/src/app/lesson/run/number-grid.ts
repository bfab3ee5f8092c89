import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { NzSegmentedModule } from 'ng-zorro-antd/segmented';
import { SegmentedName } from '../../ui/accessibility';

/** About so many numbers stand on one page of the grid, and so many in a row for the arrow keys. */
const PAGE = 30;
const PAGES = 6;
const ROW = 10;

/** Numbers to press: one tap says how many it were. */
@Component({
  selector: 'nab-number-grid',
  imports: [FormsModule, NzSegmentedModule, SegmentedName],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 8px;
      width: 100%;
      max-width: 640px;
    }
    .numbers {
      display: grid;
      grid-template-columns: repeat(10, 1fr);
      gap: 4px;
    }
    button {
      min-height: 52px;
      padding: 0;
      font: 600 22px var(--nab-mono);
      font-variant-numeric: tabular-nums;
      color: var(--nab-ink);
      background: var(--nab-sheet);
      border: 1px solid var(--nab-steel);
      border-radius: 3px;
      cursor: pointer;
      touch-action: manipulation;
    }
    button:active {
      background: var(--nab-live-wash);
    }
    nz-segmented {
      justify-self: start;
    }
    @media (max-width: 760px) {
      .numbers {
        grid-template-columns: repeat(6, 1fr);
      }
      button {
        min-height: 46px;
      }
    }
  `,
  template: `
    <div class="numbers" role="group" [attr.aria-label]="label()" (keydown)="move($event)">
      @for (n of numbers(); track n; let i = $index) {
        <button
          type="button"
          [tabindex]="i === at() ? 0 : -1"
          [attr.data-first]="i === at() ? true : null"
          (click)="chosen.emit(n)"
        >
          {{ n }}
        </button>
      }
    </div>
    @if (pages().length > 1) {
      <nz-segmented
        nabLabel="Which numbers"
        [nzOptions]="pages()"
        [ngModel]="page()"
        (nzValueChange)="turn($event)"
      />
    }
  `,
})
export class NumberGrid {
  readonly label = input.required<string>();
  /** The most that there can be; null without a limit. */
  readonly most = input<number | null>(null);
  readonly chosen = output<number>();
  protected readonly page = signal(0);
  /** The number that the keyboard comes to. */
  protected readonly at = signal(0);

  /** All that can be pressed; what is more is typed. */
  private readonly all = computed(() =>
    Array.from({ length: Math.min(this.most() ?? 3 * PAGE - 1, PAGES * PAGE) + 1 }, (_, n) => n),
  );
  private readonly size = computed(() => {
    const count = this.all().length;
    return Math.ceil(count / Math.max(1, Math.round(count / PAGE)));
  });
  protected readonly pages = computed(() =>
    Array.from({ length: Math.ceil(this.all().length / this.size()) }, (_, page) => {
      const numbers = this.pageOf(page);
      return { label: `${numbers[0]}–${numbers[numbers.length - 1]}`, value: page };
    }),
  );
  protected readonly numbers = computed(() => this.pageOf(this.page()));

  private pageOf(page: number): readonly number[] {
    return this.all().slice(page * this.size(), (page + 1) * this.size());
  }

  protected turn(page: number | string): void {
    this.page.set(Number(page));
    this.at.set(0);
  }

  /** Arrow keys go from number to number, so that one press of Tab passes them all. */
  protected move(event: KeyboardEvent): void {
    const by = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: ROW, ArrowUp: -ROW }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    const next = Math.max(0, Math.min(this.numbers().length - 1, this.at() + by));
    this.at.set(next);
    const group = event.currentTarget as HTMLElement;
    (group.children[next] as HTMLElement).focus();
  }
}
