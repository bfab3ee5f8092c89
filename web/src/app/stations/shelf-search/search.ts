import { NzProgressModule } from 'ng-zorro-antd/progress';
import { NzTableModule, type NzTableSortOrder } from 'ng-zorro-antd/table';
import { SortKeys, TableName } from '../../ui/accessibility';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  signal,
} from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import { newDesign, toMagnetDesign, type DesignDocument } from '@nab/contract/experiments';
import { quantityProblem } from '@nab/contract/fields';
import { parseQuantity } from '@nab/core/quantities';
import { predictiveBand } from '@nab/core/statistics';
import { countBelief, type FoundDesign, type SearchProgress } from '@nab/core/experiments';
import { TOUCH_TIMES, type TouchTime } from '@nab/core/physics';
import { freshPlan } from '../../investigation';
import {
  bandText,
  countText,
  howMany,
  objectWord,
  secondsText,
  supplyText,
  wireText,
} from '@nab/words/terms';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { debounceTime, firstValueFrom, type Subscription } from 'rxjs';
import { v4 as uuid } from 'uuid';
import { FrontChart } from '../../ui/charts';
import { Notice, OpenDocuments } from '../../ui/notices';
import { ChoiceField, NumberField, QuantityField } from '../../ui/fields';
import { Server, faultWords } from '../../platform/server';
import { SearchService } from './search-service';
import { ShelfStore } from '../../shelf';
import { designFound, stockOf } from './stock';
import { setAside, takeFromShelf } from '../../shelf';

/** A limit that is being typed is not searched for yet. */
const REST_MS = 350;
const ON_TIME_LIMITS = { min: 1, max: 1800, unit: 's' };
const WIRE_LIMITS = { min: 0.1, max: 500, unit: 'm' };

/** The best magnets that the shelf can make for so many groups, under limits. */
@Component({
  selector: 'nab-shelf-search',
  imports: [
    ChoiceField,
    FrontChart,
    Notice,
    NumberField,
    NzButtonModule,
    NzProgressModule,
    NzTableModule,
    QuantityField,
    RouterLink,
    SortKeys,
    TableName,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './search.html',
  styleUrl: './search.less',
})
export class ShelfSearchPage {
  protected readonly howMany = howMany;
  protected readonly store = inject(ShelfStore);
  private readonly searcher = inject(SearchService);
  private readonly server = inject(Server);
  private readonly router = inject(Router);
  protected readonly countText = countText;
  protected readonly wireText = wireText;
  protected readonly secondsText = secondsText;

  protected readonly groups = signal(4);
  protected readonly object = signal('');
  protected readonly onTime = signal('6 s');
  protected readonly wire = signal('');
  protected readonly touch = signal<TouchTime>('classroom');
  protected readonly touchTimes = TOUCH_TIMES;
  protected readonly progress = signal<SearchProgress | null>(null);
  protected readonly found = signal<readonly FoundDesign[] | null>(null);
  protected readonly summary = signal('');
  protected readonly chosen = signal<number | null>(null);
  protected readonly fault = signal('');
  private running: Subscription | null = null;

  /** Objects of the shelf, and small clips where there are none. */
  protected readonly objects = computed(() =>
    Object.fromEntries([
      ['', 'Paper clips, small, 0.4 g'],
      ...(this.store.byKind().get('object') ?? []).map(({ id, item }) => [id, item.name]),
    ]),
  );
  protected readonly onTimeError = computed(() =>
    quantityProblem(this.onTime(), 'time', ON_TIME_LIMITS),
  );
  protected readonly wireError = computed(() =>
    this.wire().trim() === '' ? null : quantityProblem(this.wire(), 'length', WIRE_LIMITS),
  );
  protected readonly groupsError = computed(() =>
    Number.isInteger(this.groups()) && this.groups() >= 1 && this.groups() <= 60
      ? null
      : 'Must be a whole number from 1 to 60.',
  );
  protected readonly ready = computed(
    () => !this.onTimeError() && !this.wireError() && !this.groupsError() && !!this.store.items(),
  );

  /** Load, leads and room of every design that is found. */
  private readonly base = computed((): DesignDocument => {
    const entry = (this.store.items() ?? []).find(({ id }) => id === this.object());
    const fresh = newDesign('Found on the shelf');
    const loaded = entry ? takeFromShelf(fresh, entry) : fresh;
    return { ...loaded, touch: this.touch() };
  });
  protected band({ design, liftedCount }: FoundDesign): string {
    return bandText(predictiveBand(countBelief(design), liftedCount));
  }
  protected readonly many = computed(() => objectWord(this.base().load, 2));

  protected readonly rows = computed(() => {
    const shelf = this.store.items() ?? [];
    const name = (id: string): string => shelf.find((item) => item.id === id)?.item.name ?? '';
    return (this.found() ?? []).map((found, index) => {
      const document = designFound(found, shelf, this.base());
      return {
        index,
        found,
        document,
        core: name(found.core),
        reel: name(found.reel),
        supply: supplyText(document.supply),
      };
    });
  });

  protected readonly columns: readonly Column[] = [
    numbers('Lifts', '110px', ({ found }) => found.liftedCount),
    numbers('Wire', '90px', ({ found }) => found.wire),
    numbers('Turns', '90px', ({ found }) => found.design.winding.turns),
    words('Core', ({ core }) => core),
    words('Wire from', ({ reel }) => reel),
    words('Supply', ({ supply }) => supply),
    numbers('On at most', '120px', ({ found }) => found.onTime),
  ];
  protected readonly sortedBy = signal('');
  protected readonly order = signal<NzTableSortOrder>(null);
  protected readonly round = Math.round;

  /** What is asked for; null while a limit cannot be read. */
  private readonly asked = computed(() => {
    if (!this.ready()) return null;
    const magnet = toMagnetDesign(this.base());
    return {
      stock: stockOf(this.store.items() ?? []),
      limits: {
        groups: this.groups(),
        objectMass: magnet.objectMass,
        heap: magnet.heap,
        method: magnet.method,
        touch: this.touch(),
        onTime: parseQuantity(this.onTime(), 'time').si,
        wire: this.wire().trim() === '' ? Infinity : parseQuantity(this.wire(), 'length').si,
        roomTemperature: magnet.roomTemperature,
        leads: magnet.leads,
      },
    };
  });
  /** The best that was found, in one sentence. */
  protected readonly sentence = computed(() => {
    const best = this.rows().at(-1);
    if (!best) return '';
    const { found, core, reel } = best;
    return `The best lifts about ${countText(found.liftedCount)} ${this.many()} (${this.band(found)}): ${found.design.winding.turns} turns of ${reel} on ${core}, one for each of ${howMany(this.groups(), 'group')}.`;
  });

  constructor() {
    inject(OpenDocuments).show(null);
    void this.store.load();
    // It searches at once, and again whenever a limit has come to rest.
    toObservable(this.asked)
      .pipe(debounceTime(REST_MS), takeUntilDestroyed())
      .subscribe((asked) => this.search(asked));
    inject(DestroyRef).onDestroy(() => this.running?.unsubscribe());
  }

  protected sorted(name: string, order: string | null): void {
    this.sortedBy.set(order === null ? '' : name);
    this.order.set(order as NzTableSortOrder);
  }

  private search(asked: Parameters<SearchService['search']>[0] | null): void {
    this.running?.unsubscribe();
    if (!asked) {
      this.progress.set(null);
      return;
    }
    this.fault.set('');
    this.progress.set({ share: 0, candidates: 0, evaluated: 0 });
    this.running = this.searcher.search(asked).subscribe({
      next: (message) => {
        if ('progress' in message) {
          this.progress.set(message.progress);
          return;
        }
        const { candidates, evaluated, front } = message.result;
        this.found.set(front);
        this.chosen.set(front.length > 0 ? front.length - 1 : null);
        this.summary.set(
          `${candidates.toLocaleString('en')} designs considered, ${evaluated.toLocaleString('en')} of them in full, in ${message.seconds.toFixed(1)} s.`,
        );
        this.progress.set(null);
      },
      error: () => {
        this.progress.set(null);
        this.fault.set('The search failed. Change a limit to start it again.');
      },
    });
  }

  protected cancel(): void {
    this.running?.unsubscribe();
    this.progress.set(null);
  }

  /** Keeps a design that was found on the shelf, to compare it. */
  protected async keep(document: DesignDocument): Promise<void> {
    const named = { ...document, name: `${document.winding.turns} turns from the shelf` };
    if (await this.store.put(setAside(named))) this.summary.set('Set aside on the shelf.');
  }

  /** A new investigation around a design that was found. */
  protected async open(document: DesignDocument): Promise<void> {
    const id = uuid();
    const { turns } = document.winding;
    const levels = [
      ...new Set([0.25, 0.5, 0.75, 1].map((s) => Math.max(1, Math.round(turns * s)))),
    ];
    try {
      await firstValueFrom(
        this.server.create({
          id,
          design: document,
          plan: freshPlan({
            title: 'How does the number of turns change what the magnet lifts?',
            experiment: 'straight-magnet',
            factor: 'turns',
            levels: levels.map((level) => `${level} turns`),
            measure: 'objects-one-end',
            groupCount: this.groups(),
          }),
          actor: 'educator',
        }),
      );
      await this.router.navigate(['/investigations', id, 'magnet']);
    } catch (error) {
      this.fault.set(faultWords(error, 'Nothing new was made.'));
    }
  }
}

/** What the table shows of a design that was found. */
interface Row {
  readonly found: FoundDesign;
  readonly core: string;
  readonly reel: string;
  readonly supply: string;
}

interface Column {
  readonly name: string;
  readonly numbers: boolean;
  readonly width: string | null;
  readonly sort: (a: Row, b: Row) => number;
}

function numbers(name: string, width: string, of: (row: Row) => number): Column {
  return { name, numbers: true, width, sort: (a, b) => of(a) - of(b) };
}

function words(name: string, of: (row: Row) => string): Column {
  return { name, numbers: false, width: null, sort: (a, b) => of(a).localeCompare(of(b)) };
}
