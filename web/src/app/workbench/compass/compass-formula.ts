import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { quantityProblem } from '@nab/contract/fields';
import { formatQuantity, parseQuantity, type QuantityLimits } from '@nab/core/quantities';
import type { CompassEvaluation, CompassSet } from '@nab/core/experiments';
import { AxisChart } from '../../ui/charts';
import { QuantityField } from '../../ui/fields';
import { fieldAlongAxis, formulaWords } from './formula';

const CURRENT: QuantityLimits = { min: 0, max: 100, unit: 'A' };
const WANTED: QuantityLimits = { min: 1e-6, max: 3, unit: 'mT' };

/** The law behind the needle: what another current would do, and what a wanted field asks for. */
@Component({
  selector: 'nab-compass-formula',
  imports: [AxisChart, QuantityField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="nab-fields">
      <nab-quantity
        label="If the current were"
        kind="current"
        [value]="currentText()"
        [error]="currentFault()"
        (valueChange)="current.set($event)"
      />
      <nab-quantity
        label="Field that is wanted"
        kind="fluxDensity"
        hint="Leave it empty for none"
        [value]="wanted()"
        [error]="wantedFault()"
        (valueChange)="wanted.set($event)"
      />
    </div>
    @if (words(); as said) {
      <p aria-live="polite">{{ said.text }} {{ said.needed }}</p>
      <p class="nab-hint">{{ said.law }}</p>
    }
    @if (along(); as axis) {
      <p>In the middle {{ axis.middle }}.</p>
      <nab-axis-chart [points]="axis.points" [half]="axis.half" />
    }
  `,
})
export class CompassFormula {
  readonly set = input.required<CompassSet>();
  readonly evaluation = input.required<CompassEvaluation>();
  /** As typed; null while it is the set's own. */
  protected readonly current = signal<string | null>(null);
  protected readonly currentText = computed(
    () => this.current() ?? formatQuantity(this.evaluation().coil.circuit.current, 'current'),
  );
  protected readonly currentFault = computed(() =>
    quantityProblem(this.currentText(), 'current', CURRENT),
  );
  protected readonly wanted = signal('');
  protected readonly wantedFault = computed(() =>
    this.wanted().trim() === '' ? null : quantityProblem(this.wanted(), 'fluxDensity', WANTED),
  );
  private readonly amperes = computed(() => {
    if (this.current() === null) return this.evaluation().coil.circuit.current;
    return this.currentFault() === null ? parseQuantity(this.currentText(), 'current').si : null;
  });
  protected readonly words = computed(() => {
    const current = this.amperes();
    if (current === null) return null;
    const isWanted = this.wanted().trim() !== '' && this.wantedFault() === null;
    const wanted = isWanted ? parseQuantity(this.wanted(), 'fluxDensity').si : null;
    return formulaWords(this.set(), this.evaluation(), current, wanted);
  });
  protected readonly along = computed(() => {
    const current = this.amperes();
    return current === null ? null : fieldAlongAxis(this.set(), this.evaluation(), current);
  });
}
