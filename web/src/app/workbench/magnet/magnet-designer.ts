import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { DesignDocument } from '@nab/contract/experiments';
import {
  bestChanges,
  cautionsFor,
  findLimit,
  waysOut,
  type Change,
  type WayOut,
} from '@nab/core/experiments';
import { polesOf, type CautionCode } from '@nab/core/physics';
import { learntSentence, liftSentence, limitSentence } from '@nab/words/experiments';
import { objectWord } from '@nab/words/terms';
import { NzPopoverModule } from 'ng-zorro-antd/popover';
import { catchError, debounceTime, EMPTY, of, switchMap } from 'rxjs';
import {
  applyWayOut,
  Workbench,
  WorkbenchPanel,
  CautionLine,
  DecidingFigures,
  FiguresDrawer,
} from '../frame';
import { Cutaway, type EdgeMove, type EvaluatedMagnet } from '../../ui/cutaway';
import { DropFile, hasFault } from '../designs';
import { NameBox } from '../../ui/fields';
import { Notice } from '../../ui/notices';
import { ShelfStore } from '../../shelf';
import { ParameterSweepService } from '../parameter-sweep';
import {
  applyChange,
  BetterChanges,
  decidingFacts,
  factsOf,
  inTypedUnit,
  liftFactsOf,
} from './advice';
import {
  CoreFields,
  LiftFields,
  PlateFields,
  SupplyPart,
  WarmthFields,
  WindingFields,
} from './design';
import { DrawingParts } from './drawing';
import { FIELD_PREFETCH } from './field-prefetch';
import { MagnetStore } from './magnet-store';
import { MagnetActions } from './menu';

/** How long a magnet is left alone before its field is solved, ms: figures and sweeps come first. */
const SETTLED_MS = 1500;

/** The choice that each caution comes from. */
const CAUSES: Readonly<Partial<Record<string, readonly CautionCode[]>>> = {
  core: ['sharp-core'],
  winding: ['too-hot-for-trial', 'strip-enamel', 'stiff-wire', 'wire-ends'],
  supply: [
    'demonstration-only',
    'limited-on-time',
    'near-short-circuit',
    'cells-warm',
    'opening-kick',
    'cells',
    'bench-supply',
  ],
  plate: ['hung-load'],
};

/** The bench of a straight magnet: the drawing is changed, and its parts are taken in hand. */
@Component({
  selector: 'nab-magnet-designer',
  imports: [
    Workbench,
    WorkbenchPanel,
    BetterChanges,
    CautionLine,
    CoreFields,
    Cutaway,
    DecidingFigures,
    DrawingParts,
    DropFile,
    FiguresDrawer,
    LiftFields,
    MagnetActions,
    NameBox,
    Notice,
    NzPopoverModule,
    PlateFields,
    RouterLink,
    SupplyPart,
    WarmthFields,
    WindingFields,
  ],
  providers: [MagnetStore, ParameterSweepService],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './magnet-designer.html',
  styleUrl: './magnet-designer.less',
})
export class MagnetDesigner {
  protected readonly store = inject(MagnetStore);
  private readonly sweepService = inject(ParameterSweepService);
  protected readonly bench = viewChild.required(Workbench);
  protected readonly actions = viewChild.required(MagnetActions);
  protected readonly nameBox = viewChild.required(NameBox);
  protected readonly part = signal('core');
  protected readonly explained = signal(false);
  /** The figure that somebody asks about in the drawer of all figures. */
  protected readonly asked = signal<string | null>(null);

  protected readonly design = computed(() => this.store.design().value());
  protected readonly base = computed(() => this.store.base());
  /** What the cutaway is drawn from; null where the magnet cannot be built. */
  protected readonly pictured = computed((): EvaluatedMagnet | null => {
    const { evaluation } = this.base();
    return evaluation && { design: this.store.magnet(), evaluation, belief: this.store.belief() };
  });
  protected readonly many = computed(() => objectWord(this.design().load, 2));
  protected readonly nameFault = computed(() => this.store.design().errorAt('name'));

  protected readonly lift = computed(() => {
    const { evaluation } = this.base();
    return evaluation && liftSentence(evaluation, this.design().load, this.store.belief());
  });
  /** Why the counts of this class's magnet differ from Nab's model alone. */
  protected readonly learnt = computed(() => {
    const { evaluation } = this.base();
    const belief = this.store.learnt();
    return evaluation && belief ? learntSentence(evaluation, this.design().load, belief) : null;
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

  protected readonly cautions = computed(() => {
    const { evaluation } = this.base();
    return evaluation ? cautionsFor(this.store.magnet(), evaluation) : [];
  });

  /** Of a magnet at rest: a dozen designs are evaluated for them. */
  protected readonly ways = computed(() => {
    const evaluation = this.store.restingEvaluation();
    const design = this.store.restingMagnet();
    const stopped =
      evaluation !== null &&
      cautionsFor(design, evaluation).some(({ severity }) => severity === 'stop');
    return stopped ? waysOut([{ experiment: 'straight-magnet', design }]) : [];
  });

  /** Levels of the lesson that stop though the magnet itself does not; null where there are none. */
  protected readonly stoppedLevels = computed(() => {
    const stopped = this.store.lesson()?.stopped ?? [];
    const isStopped = this.cautions().some(({ severity }) => severity === 'stop');
    return stopped.length > 0 && !isStopped ? stopped.join(', ') : null;
  });

  protected readonly deciding = computed(() => {
    const { evaluation } = this.base();
    return evaluation
      ? decidingFacts(this.store.design().valid(), evaluation, this.store.belief())
      : [];
  });
  /** All figures; they are only made while somebody looks at them. */
  protected readonly facts = computed(() => {
    const evaluation = this.store.restingEvaluation();
    if (!evaluation || this.asked() === null) return [];
    const document = this.store.restingDesign();
    return [
      ...decidingFacts(document, evaluation, this.store.belief()),
      ...factsOf(document, evaluation),
      ...liftFactsOf(document, this.store.restingMagnet(), evaluation),
    ];
  });

  constructor() {
    void inject(ShelfStore).load();
    this.solveFieldAhead();
  }

  /** Its field is one click away: page and pictures are made as soon as the magnet is left alone. */
  private solveFieldAhead(): void {
    const prefetchField = inject(FIELD_PREFETCH);
    const settling = computed(() => ({
      // Whatever is changed puts it off: a hand on the drawing comes first.
      magnet: this.store.magnet(),
      design: this.store.restingDesign(),
    }));
    toObservable(settling)
      .pipe(
        debounceTime(SETTLED_MS),
        switchMap(({ design }) => prefetchField(design)),
        // Without the network it comes, or fails, when it is asked for.
        catchError(() => EMPTY),
        takeUntilDestroyed(),
      )
      .subscribe();
  }

  protected faulty(...parts: (keyof DesignDocument)[]): boolean {
    return hasFault(this.store.design(), ...parts);
  }

  protected careful(part: string): boolean {
    return this.cautions().some(({ code }) => CAUSES[part]?.includes(code));
  }

  protected rename(name: string): void {
    this.store.design().edit((design) => ({ ...design, name }));
  }

  protected edit<K extends 'winding' | 'supply'>(
    part: K,
    change: Partial<DesignDocument[K]>,
  ): void {
    this.store.design().edit((design) => ({ ...design, [part]: { ...design[part], ...change } }));
  }

  protected moveEdge({ edge, position }: EdgeMove): void {
    const typed = this.design().winding[edge];
    this.edit('winding', { [edge]: inTypedUnit(typed, 'length', position, 4) });
  }

  protected fillLayers(turns: number): void {
    this.edit('winding', { turns });
  }

  protected takeWayOut(way: WayOut): void {
    this.store.design().edit((design) => applyWayOut(design, way));
  }

  protected tryChange(change: Change): void {
    this.store.design().edit((design) => applyChange(design, change));
  }

  protected swapBattery(): void {
    const { plusTail } = this.design().supply;
    this.edit('supply', { plusTail: plusTail === 'first' ? 'last' : 'first' });
  }
}
