import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { newShell, SEATED, type ShellDocument } from '@nab/contract/experiments';
import { formatQuantity } from '@nab/core/quantities';
import { INSULATIONS, MATERIALS, type Caution } from '@nab/core/physics';
import { shellCautions, waysOut, type WayOut } from '@nab/core/experiments';
import { cellsSentence, packOf, takingText } from '@nab/words/experiments';
import { massText, namesOf } from '@nab/words/terms';
import {
  applyWayOut,
  Workbench,
  WorkbenchPanel,
  CautionLine,
  DecidingFigures,
  FiguresDrawer,
  SummaryLine,
} from '../frame';
import { CellsChart, LoadChart } from '../../ui/charts';
import { SupplyFields, type SupplyOnScreen } from '../coil';
import { DocumentBar, DropFile, hasFault, type MenuEntry } from '../designs';
import { ChoiceField, NameBox, NumberField, QuantityField } from '../../ui/fields';
import { ShellCheck } from './shell-check';
import { ShellDrawing } from './shell-drawing';
import { decidingShellFacts, shellFacts } from './shell-facts';
import { ShellStore } from './shell-store';

/** The heavy demonstration: a coil in a steel cup that holds a plate, and how few cells will do. */
@Component({
  selector: 'nab-shell-designer',
  imports: [
    Workbench,
    WorkbenchPanel,
    CautionLine,
    CellsChart,
    ChoiceField,
    DecidingFigures,
    DocumentBar,
    DropFile,
    FiguresDrawer,
    FormField,
    LoadChart,
    NameBox,
    SummaryLine,
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
  protected readonly bench = viewChild.required(Workbench);
  protected readonly bar = viewChild.required<DocumentBar<'shell-magnet'>>(DocumentBar);
  protected readonly form = this.store.form;
  protected readonly materials = namesOf(MATERIALS);
  protected readonly insulations = INSULATIONS;
  protected readonly seated = SEATED;
  protected readonly taking = computed(() => takingText(this.store.shell().supply));
  protected readonly pack = computed(() => packOf(this.store.shell().supply));
  protected readonly part = signal('seat');
  protected readonly asked = signal<string | null>(null);
  protected readonly again: readonly MenuEntry[] = [
    { words: 'Start again', run: () => this.store.show(newShell()) },
  ];
  protected readonly supply: SupplyOnScreen = {
    supply: this.form.supply,
    leads: this.form.leads,
    value: computed(() => this.store.value().supply),
    sizeFault: computed(() => this.store.document().errorAt('supply.size')),
    series: computed(() => this.store.shell().supply.series),
    opening: computed(() => ''),
    edit: (change) =>
      this.store.document().edit((shell) => ({ ...shell, supply: change(shell.supply) })),
  };

  protected readonly stale = computed(() => this.store.document().errors().length > 0);
  protected readonly sentence = computed(() => {
    const { evaluation } = this.store.evaluated();
    if (!evaluation) return '';
    const { load, band } = evaluation;
    return `Holds about ${massText(load)}, likely ${massText(band.low)} to ${massText(band.high)}.`;
  });
  protected readonly cells = computed(() => {
    const { supply } = this.store.shell();
    return supply.bench
      ? ''
      : cellsSentence(this.store.evaluated().steps, this.store.load(), this.pack());
  });
  protected readonly deciding = computed(() => {
    const { evaluation } = this.store.evaluated();
    return evaluation ? decidingShellFacts(this.store.shell(), evaluation) : [];
  });
  protected readonly facts = computed(() => {
    const { evaluation } = this.store.evaluated();
    if (!evaluation || this.asked() === null) return [];
    return [...this.deciding(), ...shellFacts(this.store.shell(), evaluation)];
  });
  protected readonly cautions = computed((): Caution[] => {
    const { evaluation } = this.store.evaluated();
    return evaluation ? shellCautions(this.store.shell(), evaluation) : [];
  });

  protected readonly ways = computed(() =>
    this.cautions().some(({ severity }) => severity === 'stop')
      ? waysOut([{ experiment: 'shell-magnet', design: this.store.shell() }])
      : [],
  );

  protected readonly seatWords = computed(() => {
    const { seat, count, onlyOneOff } = this.store.shell();
    const { gap, tilt, covered } = seat;
    const parts = [`gap ${formatQuantity(gap, 'length', 'mm')}`];
    if (tilt > 0) parts.push(`tilted by ${formatQuantity(tilt, 'length', 'mm')}`);
    if (covered < 1) parts.push(`${Math.round(covered * 100)} % covered`);
    // Off at one of several only: that is said where it is off at all.
    if (onlyOneOff && count > 1 && parts.length > 1) parts.push(`on one of ${count} magnets`);
    return parts.join(', ');
  });
  protected readonly loadWords = computed(() => {
    const { evaluation } = this.store.evaluated();
    return evaluation ? `about ${massText(evaluation.load)}` : '';
  });

  protected faulty(...parts: (keyof ShellDocument)[]): boolean {
    return hasFault(this.store.document(), ...parts);
  }

  protected takeWayOut(way: WayOut): void {
    this.store.document().edit((shell) => applyWayOut(shell, way));
  }

  protected rename(name: string): void {
    this.store.document().edit((shell) => ({ ...shell, name }));
  }
}
