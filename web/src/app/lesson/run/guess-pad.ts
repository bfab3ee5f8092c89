import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { Plan, PollChoice } from '@nab/contract/lesson';
import { CoreError } from '@nab/core/errors';
import { parseQuantity } from '@nab/core/quantities';
import type { Measure } from '@nab/core/lesson';
import { objectsGuess } from '@nab/words/findings';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { CountPad } from './count-pad';
import { NumberGrid } from './number-grid';
import { TextPad } from './text-pad';

/** What a group thinks: SI or a count, or words. */
export interface Guess {
  readonly value: number | null;
  readonly words: string | null;
}

/** A group's prediction in the way of its measure: a number, yes or no, or a sentence. */
@Component({
  selector: 'nab-guess-pad',
  imports: [CountPad, NumberGrid, NzButtonModule, TextPad],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 12px;
      justify-items: start;
    }
    .choices {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
    }
    .objects {
      display: grid;
      gap: 8px;
      margin: 0;
      padding: 0;
      border: 0;
    }
    .object {
      display: grid;
      grid-template-columns: minmax(120px, 1fr) auto auto;
      gap: 8px;
      align-items: center;
      font-size: 18px;
    }
    [aria-pressed='true'] {
      border-color: var(--nab-copper);
      background: var(--nab-live-wash);
      font-weight: 650;
    }
    .big {
      min-height: 64px;
      padding: 8px 26px;
      font-size: 20px;
    }
  `,
  template: `
    @switch (kind()) {
      @case ('count') {
        <nab-number-grid label="Press what you predict" [most]="most()" (chosen)="press($event)" />
        <nab-count-pad
          label="We predict"
          [value]="count()"
          [error]="error()"
          (valueChange)="count.set($event)"
          (entered)="save()"
        />
      }
      @case ('objects') {
        <fieldset class="objects">
          <legend>Which of them will it lift?</legend>
          @for (object of objects(); track object.id) {
            <div class="object">
              <span>{{ object.name }}</span>
              <button
                nz-button
                type="button"
                class="big"
                [attr.aria-label]="object.name + ': will be lifted'"
                [attr.aria-pressed]="lifted()[object.id] === true"
                (click)="say(object.id, true)"
              >
                Lifted
              </button>
              <button
                nz-button
                type="button"
                class="big"
                [attr.aria-label]="object.name + ': will not be lifted'"
                [attr.aria-pressed]="lifted()[object.id] === false"
                (click)="say(object.id, false)"
              >
                Not
              </button>
            </div>
          }
          @if (error(); as message) {
            <span class="nab-error">{{ message }}</span>
          }
        </fieldset>
      }
      @case ('choice') {
        <div class="choices" role="group" aria-label="We predict">
          @for (choice of choices(); track choice.value; let first = $first) {
            <button
              nz-button
              type="button"
              class="big"
              [attr.data-first]="first ? true : null"
              (click)="choose(choice.value)"
            >
              {{ choice.name }}
            </button>
          }
        </div>
      }
      @default {
        <nab-text-pad
          label="We predict"
          [hint]="hint()"
          [long]="kind() === 'words'"
          [value]="text()"
          [error]="error()"
          (valueChange)="text.set($event)"
          (entered)="save()"
        />
      }
    }
    @if (kind() !== 'choice') {
      <button nz-button nzType="primary" class="big" type="button" (click)="save()">
        Save our prediction
      </button>
    }
  `,
})
export class GuessPad {
  readonly measure = input.required<Measure>();
  /** The most that it can be; null without a limit. */
  readonly most = input<number | null>(null);
  /** What can be chosen, where it is a matter of a few; null where it is not. */
  readonly choices = input<readonly PollChoice[] | null>(null);
  /** The objects that are tried, of a measure of several. */
  readonly objects = input<Plan['objects']>([]);
  readonly guessed = output<Guess>();
  protected readonly lifted = signal<Readonly<Record<string, boolean>>>({});
  protected readonly count = signal<number | null>(null);
  protected readonly text = signal('');
  protected readonly error = signal<string | null>(null);

  protected readonly kind = computed(() => {
    const { data } = this.measure();
    if (this.choices() !== null) return 'choice';
    if (data === 'objects') return 'objects';
    if (data === 'count') return 'count';
    return data === 'words' ? 'words' : 'quantity';
  });
  protected readonly hint = computed(() =>
    this.kind() === 'words' ? 'A sentence' : `With its unit: ${this.measure().unit}`,
  );

  protected press(value: number): void {
    this.count.set(value);
    this.save();
  }

  protected say(id: string, yes: boolean): void {
    this.lifted.update((lifted) => ({ ...lifted, [id]: yes }));
  }

  protected choose(value: number): void {
    this.guessed.emit({ value, words: null });
  }

  protected save(): void {
    const guess = this.read();
    if (guess === null) return;
    this.error.set(null);
    this.count.set(null);
    this.lifted.set({});
    this.text.set('');
    this.guessed.emit(guess);
  }

  private read(): Guess | null {
    const nothing = (): null => {
      this.error.set('Type the prediction first.');
      return null;
    };
    if (this.kind() === 'objects') {
      const lifted = this.lifted();
      if (this.objects().some(({ id }) => !(id in lifted))) {
        this.error.set('Say of each object whether it will be lifted.');
        return null;
      }
      const names = this.objects().flatMap(({ id, name }) => (lifted[id] ? [name] : []));
      return { value: names.length, words: objectsGuess(names) };
    }
    if (this.kind() === 'count') {
      return this.count() === null ? nothing() : { value: this.count(), words: null };
    }
    const typed = this.text().trim();
    if (typed === '') return nothing();
    if (this.kind() === 'words') return { value: null, words: typed.slice(0, 200) };
    const { quantity, unit } = this.measure();
    try {
      return { value: parseQuantity(typed, quantity!, unit).si, words: null };
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      this.error.set(error.message);
      return null;
    }
  }
}
