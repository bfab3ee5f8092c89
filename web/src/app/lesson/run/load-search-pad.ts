import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { CoreError } from '@nab/core/errors';
import { parseQuantity } from '@nab/core/quantities';
import { bankText } from '@nab/words/experiments';
import { massText } from '@nab/words/terms';
import { NzButtonModule } from 'ng-zorro-antd/button';
import type { LoadSearch, SearchTarget } from './load-search';
import { TextPad } from './text-pad';

/** What is tried next, kg or cells, or how the last was answered. */
export interface Answer {
  readonly what: number;
  readonly held: boolean;
}

/** Weights added, or cells taken away, one step at a time: what to do, and did it hold? */
@Component({
  selector: 'nab-hanging-pad',
  imports: [NzButtonModule, TextPad],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 12px;
      justify-items: start;
      width: 100%;
    }
    .who {
      font-size: 16px;
      color: var(--nab-ink-soft);
    }
    .answers {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
    }
    .big {
      min-height: 60px;
      padding: 8px 26px;
      font-size: 20px;
    }
    ol {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 12px;
      margin: 0;
      padding: 0;
      list-style: none;
      font-size: 16px;
    }
    li[data-held='false'] {
      color: var(--nab-enamel);
    }
    @media (max-width: 760px) {
      .big {
        width: 100%;
      }
    }
  `,
  template: `
    @if (hanging().steps().length > 0) {
      <ol aria-label="Tried so far">
        @for (step of hanging().steps(); track $index) {
          <li [attr.data-held]="step.held">
            {{ text(step.what) }} {{ step.held ? 'held' : 'dropped' }}
          </li>
        }
      </ol>
    }
    @if (hanging().next(); as next) {
      @if (sought() === 'cells') {
        @if (hanging().steps().length === 0) {
          <p class="who">One person switches, one removes cells, everyone else steps back.</p>
        }
        <p>
          @if (hanging().steps().length > 0) {
            {{ howNext() }}
          }
          <strong>{{ text(next) }}</strong>: low over the box, no hands or feet below. Does it hold
          for five seconds?
        </p>
      } @else if (running()) {
        <p>
          <strong>Hang {{ typed() ?? text(next) }}.</strong> Does it hold for five seconds?
        </p>
      } @else {
        <nab-text-pad
          label="Hang, low over the box"
          hint="10 cm above it, no hands or feet below, a step back; another weight if that is what you have."
          [value]="typed() ?? text(next)"
          [error]="fault()"
          (valueChange)="typed.set($event)"
        />
      }
      @if (running()) {
        <div class="answers">
          <button
            nz-button
            nzType="primary"
            class="big"
            type="button"
            data-first
            (click)="answer(true)"
          >
            It held (now off)
          </button>
          <button nz-button class="big" type="button" (click)="answer(false)">
            It dropped (now off)
          </button>
        </div>
      }
    } @else {
      <p>{{ found() }}</p>
    }
    @if (!running() && hanging().steps().length > 0) {
      <div class="answers">
        @if (hanging().held() !== null || sought() === 'cells') {
          <button
            nz-button
            [nzType]="hanging().next() === null ? 'primary' : 'default'"
            class="big"
            type="button"
            [attr.data-first]="hanging().next() === null ? true : null"
            (click)="enough.emit()"
          >
            Save: {{ found() }}
          </button>
        }
        <button nz-button type="button" (click)="hanging().undo()">Undo last step</button>
      </div>
    }
  `,
})
export class LoadSearchPad {
  readonly hanging = input.required<LoadSearch>();
  readonly sought = input.required<SearchTarget>();
  /** Cells in a pack, where packs are taken away one at a time; else 0. */
  readonly pack = input(0);
  /** Whether the current is on. */
  readonly running = input.required<boolean>();
  readonly answered = output<Answer>();
  readonly enough = output<void>();
  /** The weight that is really hung; null for the one suggested. */
  protected readonly typed = signal<string | null>(null);

  protected readonly fault = computed(() => {
    const read = this.read();
    return typeof read === 'string' ? read : null;
  });
  protected readonly found = computed(() => {
    const [held, dropped] = [this.hanging().held(), this.hanging().dropped()];
    if (held === null) return `not even ${this.text(dropped ?? 0)} held`;
    if (this.sought() === 'cells') return `${this.text(held)} held it`;
    if (dropped === null) return `at least ${this.text(held)}`;
    return `held ${this.text(held)}, dropped ${this.text(dropped)}`;
  });

  /** Whether what is typed can be hung, so that the current may be switched on. */
  ready(): boolean {
    return typeof this.read() === 'number';
  }

  protected answer(held: boolean): void {
    const what = this.read();
    if (typeof what !== 'number') return;
    this.typed.set(null);
    this.answered.emit({ what, held });
  }

  protected text(what: number): string {
    return this.sought() === 'cells' ? bankText(what, this.pack()) : massText(what);
  }

  protected readonly howNext = computed(() =>
    this.pack() > 0
      ? 'With the current off, take the clips off one pack.'
      : 'With the current off, move the clip of one lead along the row so that it leaves a cell out.',
  );

  /** kg or cells; a sentence when it cannot be read. */
  private read(): number | string {
    const [next, typed] = [this.hanging().next(), this.typed()];
    if (typed === null || this.sought() === 'cells') return next ?? 'Nothing is left to try.';
    try {
      const { si } = parseQuantity(typed, 'mass', 'kg');
      return si > 0 ? si : 'Type how much is hung.';
    } catch (error) {
      if (error instanceof CoreError) return error.message;
      throw error;
    }
  }
}
