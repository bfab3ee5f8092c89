import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Plan } from '@nab/contract/lesson';
import { VERDICTS, type Measure, type Verdict } from '@nab/core/lesson';
import { answerOf, VERDICT_NAMES } from '@nab/words/lesson';
import { CountPad } from './count-pad';
import type { OutcomeForm } from './outcome-form';
import { TextPad } from './text-pad';

/** What was read, typed with thumbs: a pad for each number, big buttons for yes and no. */
@Component({
  selector: 'nab-outcome-pad',
  imports: [CountPad, TextPad],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 16px 24px;
    }
    fieldset {
      display: grid;
      gap: 8px;
    }
    .choices {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
    .choice {
      min-height: 64px;
      min-width: 120px;
      padding: 8px 18px;
      font: 600 22px var(--nab-text);
      color: var(--nab-ink);
      background: var(--nab-sheet);
      border: 2px solid var(--nab-steel);
      border-radius: 3px;
      cursor: pointer;
      touch-action: manipulation;
    }
    .choice[aria-pressed='true'] {
      border-color: var(--nab-copper);
      background: var(--nab-live-wash);
    }
    .object {
      display: grid;
      grid-template-columns: minmax(120px, 1fr) auto auto;
      gap: 8px;
      align-items: center;
      font-size: 18px;
    }
    .object .choice {
      min-height: 48px;
      min-width: 84px;
      font-size: 17px;
    }
  `,
  template: `
    @let m = measure();
    @switch (m.data) {
      @case ('count') {
        @if (m.parts; as parts) {
          @for (part of parts; track part; let i = $index) {
            <nab-count-pad
              [label]="part + ': how many?'"
              [value]="form().parts()[i] ?? null"
              [error]="i === 0 ? form().errorAt('count', 'parts') : null"
              (valueChange)="setPart(i, $event)"
              (entered)="entered.emit()"
            />
          }
        } @else {
          <nab-count-pad
            [label]="countLabel()"
            [value]="form().count()"
            [error]="form().errorAt('count')"
            (valueChange)="form().count.set($event)"
            (entered)="entered.emit()"
          />
        }
        @if (m.protocol.stuck && stuck()) {
          <nab-count-pad
            label="Of these, stayed stuck"
            [value]="form().stuck()"
            [error]="form().errorAt('stuck')"
            (valueChange)="form().stuck.set($event)"
            (entered)="entered.emit()"
          />
        }
      }
      @case ('number') {
        <nab-text-pad
          [label]="m.protocol.read"
          [hint]="'With its unit, such as ' + example()"
          [value]="form().quantity()"
          [error]="form().errorAt('value', 'typed')"
          (valueChange)="form().quantity.set($event)"
          (entered)="entered.emit()"
        />
      }
      @case ('interval') {
        <nab-text-pad
          label="Last load that held"
          [hint]="'With its unit, such as ' + example()"
          [value]="form().quantity()"
          [error]="form().errorAt('value', 'held', 'typed')"
          (valueChange)="form().quantity.set($event)"
          (entered)="entered.emit()"
        />
        @if (!form().neverDropped()) {
          <nab-text-pad
            label="First load that dropped"
            hint="The next heavier one"
            [value]="form().dropped()"
            [error]="form().errorAt('dropped')"
            (valueChange)="form().dropped.set($event)"
            (entered)="entered.emit()"
          />
        }
        <div class="choices">
          <button
            type="button"
            class="choice"
            [attr.aria-pressed]="form().neverDropped()"
            (click)="form().neverDropped.set(!form().neverDropped())"
          >
            It never dropped
          </button>
        </div>
      }
      @case ('yes-no') {
        <fieldset>
          <legend>{{ m.protocol.read }}</legend>
          <div class="choices">
            <button
              type="button"
              class="choice"
              [attr.aria-pressed]="form().yes() === true"
              (click)="say(true)"
            >
              It {{ answers().yes }}
            </button>
            <button
              type="button"
              class="choice"
              [attr.aria-pressed]="form().yes() === false"
              (click)="say(false)"
            >
              It {{ answers().no }}
            </button>
          </div>
          @if (form().errorAt('yes')) {
            <span class="nab-error">Say whether it held.</span>
          }
        </fieldset>
      }
      @case ('objects') {
        <fieldset>
          <legend>{{ m.protocol.read }}</legend>
          @for (object of objects(); track object.id) {
            <div class="object">
              <span>{{ object.name }}</span>
              <button
                type="button"
                class="choice"
                [attr.aria-label]="object.name + ': lifted'"
                [attr.aria-pressed]="form().lifted()[object.id] === true"
                (click)="setObject(object.id, true)"
              >
                Lifted
              </button>
              <button
                type="button"
                class="choice"
                [attr.aria-label]="object.name + ': not lifted'"
                [attr.aria-pressed]="form().lifted()[object.id] === false"
                (click)="setObject(object.id, false)"
              >
                Not
              </button>
            </div>
          }
          @if (form().errorAt('lifted'); as message) {
            <span class="nab-error">{{ message }}</span>
          }
        </fieldset>
      }
      @case ('words') {
        <nab-text-pad
          [label]="m.protocol.read"
          hint="A sentence"
          [long]="true"
          [value]="form().words()"
          [error]="form().errorAt('text')"
          (valueChange)="form().words.set($event)"
          (entered)="entered.emit()"
        />
        @if (said(); as before) {
          <fieldset>
            <legend>
              You said: “{{ before }}” Was it so?
              {{ atOnce() ? 'Your answer saves the trial.' : '' }}
            </legend>
            <div class="choices">
              @for (verdict of verdicts; track verdict) {
                <button
                  type="button"
                  class="choice"
                  [attr.aria-pressed]="form().verdict() === verdict"
                  (click)="judge(verdict)"
                >
                  {{ verdictNames[verdict] }}
                </button>
              }
            </div>
          </fieldset>
        }
      }
    }
  `,
})
export class OutcomePad {
  readonly measure = input.required<Measure>();
  readonly form = input.required<OutcomeForm>();
  readonly objects = input<Plan['objects']>([]);
  /** What is counted, in the plural. */
  readonly many = input('objects');
  /** Whether it is asked what stayed stuck. */
  readonly stuck = input(true);
  /** What was predicted in words, to be judged; null where nothing was. */
  readonly said = input<string | null>(null);
  /** Whether an answer of one tap is entered at once. */
  readonly atOnce = input(false);
  readonly entered = output<void>();
  protected readonly verdicts = VERDICTS;
  protected readonly verdictNames = VERDICT_NAMES;

  protected readonly answers = computed(() => ({
    yes: answerOf(this.measure(), true).did,
    no: answerOf(this.measure(), false).did,
  }));
  protected readonly countLabel = computed(() =>
    this.measure().site === 'tip'
      ? `Lifted: how many ${this.many()}?`
      : this.measure().protocol.read,
  );
  protected readonly example = computed(() => {
    const { quantity, unit } = this.measure();
    return (
      { angle: '35°', mass: '1.5 kg', fluxDensity: '12 mT', length: '8 mm', time: '12 s' }[
        quantity as string
      ] ?? `5 ${unit}`
    );
  });

  protected say(yes: boolean): void {
    this.form().yes.set(yes);
    if (this.atOnce()) this.entered.emit();
  }

  protected judge(verdict: Verdict): void {
    this.form().verdict.set(verdict);
    if (this.atOnce()) this.entered.emit();
  }

  protected setPart(at: number, value: number | null): void {
    this.form().parts.update((parts) => parts.map((part, i) => (i === at ? value : part)));
  }

  protected setObject(id: string, lifted: boolean): void {
    this.form().lifted.update((all) => ({ ...all, [id]: lifted }));
  }
}
