import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import {
  CELL_SIZES,
  CELLS,
  CHEMISTRIES,
  formatQuantity,
  INSULATIONS,
  MATERIALS,
  shellCautions,
  type Caution,
  type CellSize,
} from '@nab/core';
import { DIODES, newShell } from '@nab/contract';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { CellsChart, LoadChart } from '../charts';
import { DocumentBar } from '../designs';
import { ChoiceField, NumberField, QuantityField } from '../fields';
import { Notice } from '../notices';
import { CautionList, FactsGrid } from '../inspector';
import { cellsSentence, massText, namesOf } from '../words';
import { ShellCheck } from './shell-check';
import { ShellDrawing } from './shell-drawing';
import { shellFacts } from './shell-facts';
import { ShellStore } from './shell-store';

/** The heavy demonstration: a coil in a steel cup that holds a plate, and how few cells will do. */
@Component({
  selector: 'nab-shell-designer',
  imports: [
    CautionList,
    CellsChart,
    ChoiceField,
    DocumentBar,
    FactsGrid,
    FormField,
    LoadChart,
    Notice,
    NumberField,
    NzButtonModule,
    QuantityField,
    ShellCheck,
    ShellDrawing,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './shell-designer.html',
  styleUrl: './shell-designer.less',
})
export class ShellDesigner {
  protected readonly store = inject(ShellStore);
  protected readonly materials = namesOf(MATERIALS);
  protected readonly insulations = INSULATIONS;
  protected readonly chemistries = CHEMISTRIES;
  protected readonly diodes = DIODES;
  protected readonly sizes = computed((): Partial<Record<CellSize, string>> => {
    const { chemistry } = this.store.value().supply;
    return Object.fromEntries(
      Object.entries(CELL_SIZES).filter(([size]) =>
        CELLS.some((cell) => cell.chemistry === chemistry && cell.size === size),
      ),
    );
  });

  protected readonly sentence = computed(() => {
    const { evaluation } = this.store.evaluated();
    if (!evaluation) return '';
    const { load, band } = evaluation;
    return `Holds about ${massText(load)}, likely ${massText(band.low)} to ${massText(band.high)}.`;
  });
  protected readonly cells = computed(() =>
    this.store.shell().supply.bench
      ? ''
      : cellsSentence(this.store.evaluated().steps, this.store.load()),
  );
  protected readonly facts = computed(() => {
    const { evaluation } = this.store.evaluated();
    if (!evaluation) return [];
    return shellFacts(this.store.shell(), evaluation);
  });

  protected readonly cautions = computed((): Caution[] => {
    const { evaluation } = this.store.evaluated();
    return evaluation ? shellCautions(this.store.shell(), evaluation) : [];
  });

  protected again(): void {
    this.store.show(newShell());
  }

  protected readonly seatWords = computed(() => {
    const { gap, tilt, covered } = this.store.shell().seat;
    const parts = [`gap ${formatQuantity(gap, 'length', 'mm')}`];
    if (tilt > 0) parts.push(`tilted by ${formatQuantity(tilt, 'length', 'mm')}`);
    if (covered < 1) parts.push(`${Math.round(covered * 100)} % covered`);
    return parts.join(', ');
  });
  protected readonly loadWords = computed(() => {
    const { evaluation } = this.store.evaluated();
    return evaluation ? `about ${massText(evaluation.load)}` : '';
  });
}
