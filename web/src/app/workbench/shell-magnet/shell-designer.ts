import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { newShell, SEATED } from '@nab/contract/experiments';
import { formatQuantity } from '@nab/core/quantities';
import { INSULATIONS, MATERIALS } from '@nab/core/physics';
import { cellsSentence, packOf, takingText } from '@nab/words/experiments';
import { massText, namesOf } from '@nab/words/terms';
import { WorkbenchPanel } from '../frame';
import { CellsChart, LoadChart } from '../../ui/charts';
import { SupplyFields, type SupplyOnScreen } from '../coil';
import { ExperimentDesigner } from '../designer';
import type { MenuEntry } from '../designs';
import { ChoiceField, NumberField, QuantityField } from '../../ui/fields';
import { ShellCheck } from './shell-check';
import { ShellDrawing } from './shell-drawing';
import { ShellStore } from './shell-store';
import { Stage } from '../../ui/drawing';

/** The heavy demonstration: a coil in a steel cup that holds a plate, and how few cells will do. */
@Component({
  selector: 'nab-shell-designer',
  imports: [
    Stage,
    ExperimentDesigner,
    WorkbenchPanel,
    CellsChart,
    ChoiceField,
    FormField,
    LoadChart,
    NumberField,
    QuantityField,
    ShellCheck,
    ShellDrawing,
    SupplyFields,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './shell-designer.html',
  styleUrl: './shell-designer.less',
})
export class ShellDesigner {
  protected readonly store = inject(ShellStore);
  protected readonly designer = viewChild.required(ExperimentDesigner);
  protected readonly form = this.store.form;
  protected readonly materials = namesOf(MATERIALS);
  protected readonly insulations = INSULATIONS;
  protected readonly seated = SEATED;
  protected readonly taking = computed(() => takingText(this.store.design().supply));
  protected readonly pack = computed(() => packOf(this.store.design().supply));
  protected readonly part = signal('seat');
  protected readonly again: readonly MenuEntry[] = [
    { words: 'Start again', run: () => this.store.document().edit(() => newShell()) },
  ];
  protected readonly supply: SupplyOnScreen = {
    supply: this.form.supply,
    leads: this.form.leads,
    value: computed(() => this.store.value().supply),
    sizeFault: computed(() => this.store.document().errorAt('supply.size')),
    series: computed(() => this.store.design().supply.series),
    opening: computed(() => ''),
    edit: (change) =>
      this.store.document().edit((shell) => ({ ...shell, supply: change(shell.supply) })),
  };

  protected readonly sentence = computed(() => {
    const evaluation = this.store.evaluation();
    if (!evaluation) return '';
    const { load, band } = evaluation;
    return `Holds about ${massText(load)}, likely ${massText(band.low)} to ${massText(band.high)}.`;
  });
  protected readonly cells = computed(() => {
    const { supply } = this.store.design();
    return supply.bench ? '' : cellsSentence(this.store.steps(), this.store.load(), this.pack());
  });
  protected readonly seatWords = computed(() => {
    const { seat, count, onlyOneOff } = this.store.design();
    const { gap, tilt, covered } = seat;
    const parts = [`gap ${formatQuantity(gap, 'length', 'mm')}`];
    if (tilt > 0) parts.push(`tilted by ${formatQuantity(tilt, 'length', 'mm')}`);
    if (covered < 1) parts.push(`${Math.round(covered * 100)} % covered`);
    // Off at one of several only: that is said where it is off at all.
    if (onlyOneOff && count > 1 && parts.length > 1) parts.push(`on one of ${count} magnets`);
    return parts.join(', ');
  });
  protected readonly loadWords = computed(() => {
    const evaluation = this.store.evaluation();
    return evaluation ? `about ${massText(evaluation.load)}` : '';
  });
}
