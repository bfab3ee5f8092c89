import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { LAYER_STYLES, PLUS_TAILS, SENSES, WINDING_ENDS, type DesignDocument } from '@nab/contract';
import {
  bestChanges,
  cautionsFor,
  CELL_SIZES,
  CELLS,
  CHEMISTRIES,
  CONDUCTORS,
  CORE_SHAPES,
  CoreError,
  evaluateMagnet,
  findLimit,
  formatQuantity,
  INSULATIONS,
  MATERIALS,
  parseQuantity,
  polesOf,
  turnsFromLength,
  windingSpec,
  type Caution,
  type Change,
  type CautionCode,
  type CellSize,
  type Chemistry,
  type ConductorId,
  type CoreShape,
  type MaterialId,
} from '@nab/core';
import { catchError, of, switchMap } from 'rxjs';
import { Sparkline } from '../charts/sparkline';
import { Cutaway, type EdgeMove } from '../cutaway/cutaway';
import { Notice } from '../frame/notice';
import { InvestigationStore } from '../investigation/investigation-store';
import { ChoiceField, NumberField, QuantityField } from '../quantity-field';
import { SweepService } from '../sweep/sweep-service';
import { cautionText, liftSentence, limitSentence, objectWord } from '../words';
import { BetterChanges } from './better-changes';
import { applyChange, inTypedUnit } from './apply-change';
import { factsOf } from './facts';
import { FactsGrid } from './facts-grid';
import { HeatPlan } from './heat-plan';
import { MeasureCell } from './measure-cell';
import { MagnetToolbar } from './toolbar';

const names = <K extends string>(table: Readonly<Record<K, { readonly name: string }>>) =>
  Object.fromEntries(
    Object.entries<{ readonly name: string }>(table).map(([id, { name }]) => [id, name]),
  ) as Record<K, string>;

/** Step 2: the base magnet as drawing and as fields, two views of one thing. */
@Component({
  selector: 'nab-magnet',
  imports: [
    NgTemplateOutlet,
    BetterChanges,
    ChoiceField,
    Cutaway,
    FactsGrid,
    HeatPlan,
    MagnetToolbar,
    MeasureCell,
    Notice,
    NumberField,
    QuantityField,
    Sparkline,
  ],
  providers: [SweepService],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './magnet.html',
  styleUrl: './magnet.less',
})
export class MagnetPage {
  protected readonly store = inject(InvestigationStore);
  protected readonly shapes = CORE_SHAPES;
  protected readonly materials: Record<MaterialId, string> = names(MATERIALS);
  protected readonly conductors: Record<ConductorId, string> = names(CONDUCTORS);
  protected readonly insulations = INSULATIONS;
  protected readonly layerStyles = LAYER_STYLES;
  protected readonly windingEnds = WINDING_ENDS;
  protected readonly senses = SENSES;
  protected readonly plusTails = PLUS_TAILS;
  protected readonly cautionText = cautionText;
  protected readonly wireAtHand = signal('');
  private readonly sweepService = inject(SweepService);
  protected readonly chemistries = CHEMISTRIES;

  protected readonly design = computed(() => this.store.design().value());
  protected readonly base = computed(() => this.store.base());
  protected readonly many = computed(() => objectWord(this.design().load.object, 2));
  protected readonly materialNote = computed(() => MATERIALS[this.design().core.material].note);

  /** Sizes in which the chosen chemistry is made. */
  protected readonly sizes = computed((): Partial<Record<CellSize, string>> => {
    const { chemistry } = this.design().supply;
    return Object.fromEntries(
      CELLS.filter((cell) => cell.chemistry === chemistry).map(({ size }) => [
        size,
        CELL_SIZES[size],
      ]),
    );
  });

  protected readonly lift = computed(() => {
    const { evaluation } = this.base();
    return evaluation && liftSentence(evaluation, this.design().load.object, this.store.belief());
  });
  protected readonly limit = computed(() => {
    const magnet = this.store.restingMagnet();
    try {
      return limitSentence(findLimit(magnet, evaluateMagnet(magnet)));
    } catch (error) {
      if (error instanceof CoreError) return null;
      throw error;
    }
  });
  /** The single changes that would help most. */
  protected readonly changes = computed(() => {
    const magnet = this.store.restingMagnet();
    try {
      return bestChanges(magnet, evaluateMagnet(magnet)).slice(0, 3);
    } catch (error) {
      if (error instanceof CoreError) return [];
      throw error;
    }
  });

  /** The predicted count over ranges of turns, wire and cells, from the worker. */
  protected readonly sweeps = toSignal(
    toObservable(this.store.restingMagnet).pipe(
      switchMap((magnet) =>
        this.sweepService
          .sweep(magnet, ['turns', 'wire', 'series'])
          .pipe(catchError(() => of(null))),
      ),
    ),
  );

  protected readonly poles = computed(() => {
    const { winding, supply } = this.design();
    return polesOf(winding.sense, supply.plusTail);
  });

  /** Turns that the wire at hand would make, or null while it cannot be said. */
  protected readonly turnsAtHand = computed(() => {
    const magnet = this.store.magnet();
    const { evaluation } = this.base();
    try {
      const length = parseQuantity(this.wireAtHand(), 'length', 'm').si;
      if (!evaluation || length > 500) return null;
      const turns = turnsFromLength(windingSpec(magnet, evaluation.wire), length);
      return turns > 0 ? turns : null;
    } catch (error) {
      if (error instanceof CoreError) return null;
      throw error;
    }
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
      winding: beside('strip-enamel', 'wire-ends'),
      supply: beside('limited-on-time', 'near-short-circuit', 'cells'),
    };
  });

  protected readonly facts = computed(() => {
    const { evaluation } = this.base();
    return evaluation ? factsOf(this.store.design().valid(), this.store.magnet(), evaluation) : [];
  });
  /** Trials that one group makes with the base magnet's coil. */
  protected readonly trialsInARow = computed(() => this.store.plan().valid().repeats);

  protected error(path: string): string | null {
    return this.store.design().errorAt(path);
  }

  protected edit<K extends 'core' | 'wire' | 'winding' | 'supply' | 'leads'>(
    part: K,
    change: Partial<DesignDocument[K]>,
  ): void {
    this.store.design().edit((design) => ({ ...design, [part]: { ...design[part], ...change } }));
  }

  protected editTop(change: Partial<Pick<DesignDocument, 'name' | 'roomTemperature'>>): void {
    this.store.design().edit((design) => ({ ...design, ...change }));
  }

  /** A new shape brings the dimensions it needs, sized to the diameter that stands there. */
  protected chooseShape(shape: CoreShape): void {
    const { core } = this.design();
    const diameter = this.readable(core.diameter) ?? 0.006;
    const mm = (metres: number): string => formatQuantity(metres, 'length', 'mm', 2);
    this.edit('core', {
      shape,
      ...(shape === 'pipe' && !core.bore && { bore: mm(diameter * 0.7) }),
      ...(shape === 'bolt' &&
        !core.headDiameter && {
          headDiameter: mm(diameter * 1.6),
          headHeight: mm(diameter * 0.66),
        }),
    });
  }

  protected chooseChemistry(chemistry: Chemistry): void {
    const { size } = this.design().supply;
    const made = CELLS.filter((cell) => cell.chemistry === chemistry).map((cell) => cell.size);
    const fallback = made.includes('AA') ? 'AA' : made[0]!;
    this.chooseCell(chemistry, made.includes(size) ? size : fallback);
  }

  /** Another cell is another cell: what was measured of the last one does not hold for it. */
  protected chooseCell(chemistry: Chemistry, size: CellSize): void {
    this.store.design().edit((design) => {
      const { emf: _emf, internalResistance: _resistance, ...supply } = design.supply;
      return { ...design, supply: { ...supply, chemistry, size } };
    });
  }

  protected moveEdge({ edge, position }: EdgeMove): void {
    const typed = this.design().winding[edge];
    this.edit('winding', { [edge]: inTypedUnit(typed, 'length', position, 4) });
  }

  protected tryChange(change: Change): void {
    this.store.design().edit((design) => applyChange(design, change));
  }

  protected swapBattery(): void {
    const { plusTail } = this.design().supply;
    this.edit('supply', { plusTail: plusTail === 'first' ? 'last' : 'first' });
  }

  private readable(text: string): number | null {
    try {
      return parseQuantity(text, 'length').si;
    } catch {
      return null;
    }
  }
}
