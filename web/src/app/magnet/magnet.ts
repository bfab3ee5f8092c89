import { ChangeDetectionStrategy, Component, computed, inject, viewChild } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { FormField } from '@angular/forms/signals';
import { RouterLink } from '@angular/router';
import type { DesignDocument } from '@nab/contract';
import {
  bestChanges,
  cautionsFor,
  findLimit,
  polesOf,
  TOUCH_TIMES,
  type Caution,
  type CautionCode,
  type Change,
} from '@nab/core';
import { catchError, of, switchMap } from 'rxjs';
import { Cutaway, type EdgeMove } from '../cutaway';
import { Notice } from '../notices';
import { MagnetStore } from './magnet-store';
import { ChoiceField, QuantityField, TextField } from '../fields';
import { SweepService } from '../sweep';
import { liftSentence, limitSentence, objectWord } from '../words';
import { applyChange, inTypedUnit } from './advice';
import { BetterChanges } from './advice';
import { CautionList, FactsGrid } from '../inspector';
import { CoreFields } from './design';
import { DrawingMenus } from './drawing';
import { factsOf } from './advice';
import { FromShelf } from './shelf';
import { HeatPlan } from './design';
import { LiftFields } from './design';
import { SupplyFields } from './design';
import { MagnetToolbar } from './files';
import { WindingFields } from './design';

/** Step 2: the base magnet as drawing and as fields, two views of one thing. */
@Component({
  selector: 'nab-magnet',
  imports: [
    BetterChanges,
    CautionList,
    ChoiceField,
    CoreFields,
    Cutaway,
    DrawingMenus,
    FactsGrid,
    FormField,
    FromShelf,
    HeatPlan,
    LiftFields,
    MagnetToolbar,
    Notice,
    QuantityField,
    RouterLink,
    SupplyFields,
    TextField,
    WindingFields,
  ],
  providers: [MagnetStore, SweepService],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './magnet.html',
  styleUrl: './magnet.less',
})
export class MagnetPage {
  protected readonly store = inject(MagnetStore);
  protected readonly touchTimes = TOUCH_TIMES;
  private readonly sweepService = inject(SweepService);
  private readonly cutaway = viewChild(Cutaway);

  protected readonly design = computed(() => this.store.design().value());
  protected readonly base = computed(() => this.store.base());
  protected readonly many = computed(() => objectWord(this.design().load, 2));

  protected readonly lift = computed(() => {
    const { evaluation } = this.base();
    return evaluation && liftSentence(evaluation, this.design().load, this.store.belief());
  });
  /** What is shown belongs to the last design without faults, and not to what is typed. */
  protected readonly stale = computed(() => this.store.design().errors().length > 0);
  protected readonly limit = computed(() => {
    const evaluation = this.store.restingEvaluation();
    return evaluation && limitSentence(findLimit(this.store.restingMagnet(), evaluation));
  });
  /** The single changes that would help most. */
  protected readonly changes = computed(() => {
    const evaluation = this.store.restingEvaluation();
    return evaluation ? bestChanges(this.store.restingMagnet(), evaluation).slice(0, 3) : [];
  });

  /** Predicted counts over ranges, and the load against the gap, from the worker. */
  protected readonly sweeps = toSignal(
    toObservable(this.store.restingMagnet).pipe(
      switchMap((magnet) =>
        this.sweepService
          .sweep(magnet, ['turns', 'wire', 'series', 'diameter'])
          .pipe(catchError(() => of(null))),
      ),
    ),
  );

  protected readonly poles = computed(() => {
    const { winding, supply } = this.design();
    return polesOf(winding.sense, supply.plusTail);
  });

  /** Cautions by the choice that causes them. */
  protected readonly cautions = computed(() => {
    const { evaluation } = this.base();
    const all = evaluation ? cautionsFor(this.store.magnet(), evaluation) : [];
    const beside = (...codes: CautionCode[]): Caution[] =>
      all.filter(({ code }) => codes.includes(code));
    return {
      top: beside('demonstration-only', 'too-hot-for-trial'),
      core: beside('sharp-core'),
      winding: beside('strip-enamel', 'stiff-wire', 'wire-ends'),
      supply: beside(
        'limited-on-time',
        'near-short-circuit',
        'opening-kick',
        'cells',
        'bench-supply',
      ),
      load: beside('hung-load'),
    };
  });

  protected readonly facts = computed(() => {
    const { evaluation } = this.base();
    return evaluation ? factsOf(this.store.design().valid(), evaluation) : [];
  });
  /** Trials that one group makes with the base magnet's coil. */
  protected readonly trialsInARow = computed(() => this.store.plan().valid().repeats);

  protected edit<K extends 'winding' | 'supply'>(
    part: K,
    change: Partial<DesignDocument[K]>,
  ): void {
    this.store.design().edit((design) => ({ ...design, [part]: { ...design[part], ...change } }));
  }

  protected moveEdge({ edge, position }: EdgeMove): void {
    const typed = this.design().winding[edge];
    this.edit('winding', { [edge]: inTypedUnit(typed, 'length', position, 4) });
    this.drawAhead();
  }

  protected fillLayers(turns: number): void {
    this.edit('winding', { turns });
    this.drawAhead();
  }

  /** The drawing follows the hand; figures and words follow it in the page's next round. */
  private drawAhead(): void {
    const { evaluation } = this.base();
    if (evaluation) this.cutaway()?.draw(this.store.magnet(), evaluation, this.store.belief());
  }

  protected tryChange(change: Change): void {
    this.store.design().edit((design) => applyChange(design, change));
  }

  protected swapBattery(): void {
    const { plusTail } = this.design().supply;
    this.edit('supply', { plusTail: plusTail === 'first' ? 'last' : 'first' });
  }
}
