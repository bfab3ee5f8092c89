import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { CoreError } from '@nab/core/errors';
import { countTurns, type Shown } from '@nab/core/lesson';
import { parseQuantity } from '@nab/core/quantities';
import type { WoundCoil } from '@nab/core/physics';
import { checkWords } from '@nab/words/experiments';
import { ChoiceField, QuantityField } from '../../ui/fields';
import { ReadOff } from '../instruments';
import { Notice } from '../../ui/notices';

/** What the count is checked by; its field, and how exact such a thing usually is. */
const BY = {
  resistance: {
    label: 'The meter shows',
    hint: 'Less what it shows with its two leads held together.',
    exact: '0.1 Ω',
  },
  mass: {
    label: 'The wire weighs',
    hint: 'Core with coil, less the bare core.',
    exact: '0.1 g',
  },
} as const;

/** Turns by ohmmeter or by scale: how many are there really, and is it worth to count again? */
@Component({
  selector: 'nab-count-check',
  imports: [ChoiceField, Notice, QuantityField, ReadOff],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 12px;
    }
    .fields {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
      gap: 12px;
      align-items: start;
    }
  `,
  template: `
    <div class="fields">
      <nab-choice label="Check by" [options]="ways" [value]="by()" (valueChange)="turnTo($event)" />
      <nab-quantity
        [label]="field().label"
        [kind]="by()"
        [hint]="field().hint"
        [error]="faults().shown"
        [value]="shown()"
        (valueChange)="shown.set($event)"
      />
      <nab-quantity
        label="It reads to"
        [kind]="by()"
        hint="Its last digit, or what is written on it."
        [error]="faults().exact"
        [value]="exact()"
        (valueChange)="exact.set($event)"
      />
    </div>
    <nab-read-off
      [kind]="by() === 'mass' ? 'scale' : 'multimeter'"
      [truth]="truth()"
      (read)="shown.set($event.text)"
    />
    @if (verdict(); as said) {
      <nab-notice [state]="said.state">{{ said.text }}</nab-notice>
    }
  `,
})
export class CountCheck {
  readonly coil = input.required<WoundCoil>();
  readonly massOfMetre = input.required<number>();
  readonly planned = input.required<number>();
  protected readonly ways = { resistance: 'Ohmmeter', mass: 'Kitchen scale' };
  protected readonly by = signal<Shown['by']>('resistance');
  protected readonly shown = signal('');
  protected readonly exact = signal<string>(BY.resistance.exact);
  protected readonly field = computed(() => BY[this.by()]);

  /** What the coil as it was planned would show: nothing here is kept, so that one may practise. */
  protected readonly truth = computed(() => {
    const { coilResistance, wireLength } = this.coil();
    const there = this.by() === 'mass' ? wireLength * this.massOfMetre() : coilResistance;
    return () => there;
  });

  private readonly read = computed(() => ({
    shown: this.parse(this.shown()),
    exact: this.parse(this.exact()),
  }));
  protected readonly faults = computed(() => {
    const { shown, exact } = this.read();
    return {
      shown: typeof shown === 'string' && this.shown().trim() !== '' ? shown : null,
      exact: typeof exact === 'string' ? exact : null,
    };
  });
  protected readonly verdict = computed(() => {
    const { shown, exact } = this.read();
    if (typeof shown === 'string' || typeof exact === 'string') return null;
    const counted = countTurns(
      this.coil(),
      { by: this.by(), value: shown, readsTo: exact },
      this.massOfMetre(),
    );
    return {
      state: counted?.verdict === 'right' ? ('rest' as const) : ('caution' as const),
      text: checkWords(counted, this.planned(), this.by()),
    };
  });

  protected turnTo(by: Shown['by']): void {
    this.by.set(by);
    this.shown.set('');
    this.exact.set(BY[by].exact);
  }

  /** SI; a sentence when it cannot be read or is nothing. */
  private parse(text: string): number | string {
    try {
      const { si } = parseQuantity(text, this.by());
      return si > 0 ? si : 'More than nothing.';
    } catch (error) {
      if (error instanceof CoreError) return error.message;
      throw error;
    }
  }
}
