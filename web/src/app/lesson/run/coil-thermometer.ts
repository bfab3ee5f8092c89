import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  output,
  signal,
} from '@angular/core';
import { formatNumber } from '@nab/core/quantities';
import { hasSerial, ReadOff, type InstrumentReading } from '../instruments';
import { InvestigationStore } from '../../investigation';
import { CurrentTrial } from './current-trial';

const KELVIN = 273.15;

/** A warm coil by thermometer: what it may show before the next trial, and whether it does. */
@Component({
  selector: 'nab-coil-thermometer',
  imports: [ReadOff],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (possible()) {
      <nab-read-off kind="thermometer" [truth]="truth()" (read)="take($event)" />
    }
    @if (said()) {
      <p class="nab-hint" role="status">{{ said() }}</p>
    }
  `,
})
export class CoilThermometer {
  readonly cool = output<void>();
  private readonly trial = inject(CurrentTrial);
  private readonly store = inject(InvestigationStore);
  protected readonly said = signal('');
  protected readonly truth = computed(() =>
    this.store.rehearsalOf() === null
      ? null
      : () => (this.trial.temperatures()?.now ?? NaN) + KELVIN,
  );
  protected readonly possible = computed(() => hasSerial() || this.truth() !== null);

  protected take({ value, text }: InstrumentReading): void {
    const warmest = this.trial.temperatures()?.warmest ?? -Infinity;
    if (value - KELVIN <= warmest) {
      this.cool.emit();
      return;
    }
    this.said.set(
      `${text} is too warm: this trial begins at ${formatNumber(warmest, 2)} °C at most.`,
    );
  }
}
