import { NzTableModule } from 'ng-zorro-antd/table';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  signal,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { ActivatedRoute, Router, RouterLink } from '@angular/router';
import { toMagnetDesign, type DesignDocument } from '@nab/contract/experiments';
import { CoreError } from '@nab/core/errors';
import {
  evaluateMagnet,
  countBelief,
  type Evaluation,
  type MagnetDesign,
} from '@nab/core/experiments';
import { predictiveBand } from '@nab/core/statistics';
import { objectWord } from '@nab/words/terms';
import { forkJoin, of, switchMap, type Observable } from 'rxjs';
import { FormsModule } from '@angular/forms';
import { NzSelectModule } from 'ng-zorro-antd/select';
import { SelectRole, TableName } from '../../ui/accessibility';
import { Cutaway, layOut, type EvaluatedMagnet } from '../../ui/cutaway';
import { Notice, OpenDocuments } from '../../ui/notices';
import { Server, faultWords } from '../../platform/server';
import { ShelfStore } from '../../shelf';
import { comparisonRows, type Compared } from './comparison';

const MOST = 4;

/** A design that can be compared. */
interface Offered {
  readonly key: string;
  readonly from: string;
  readonly document: DesignDocument;
}

/** Two to four designs side by side, on one scale, with what differs marked. */
@Component({
  selector: 'nab-compare',
  imports: [
    Cutaway,
    FormsModule,
    Notice,
    NzSelectModule,
    NzTableModule,
    RouterLink,
    SelectRole,
    TableName,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './compare.html',
  styleUrl: './compare.less',
})
export class ComparePage {
  private readonly server = inject(Server);
  private readonly router = inject(Router);
  private readonly shelf = inject(ShelfStore);
  protected readonly fault = signal('');
  private readonly stored = signal<readonly Offered[]>([]);
  /** Keys of what can be compared, touched last first. */
  private touched: readonly string[] = [];
  /** A design that others are compared with. */
  private readonly beside: string | null;
  /** Keys in the order chosen; those ending in “,bare” are twins without their core. */
  protected readonly keys = signal<readonly string[]>([]);

  protected readonly offered = computed((): readonly Offered[] => [
    ...this.stored(),
    ...(this.shelf.byKind().get('design') ?? []).map(({ id, item }) => ({
      key: `shelf-${id}`,
      from: 'Set aside on the shelf',
      document: item.design as DesignDocument,
    })),
  ]);

  protected readonly chosen = computed(
    (): readonly (Compared & {
      readonly key: string;
      readonly drawn: () => EvaluatedMagnet | null;
    })[] =>
      this.keys().flatMap((key) => {
        const [origin, twin] = key.split(',');
        const offer = this.offered().find((one) => one.key === origin);
        if (!offer) return [];
        const document = twin ? withoutCore(offer.document) : offer.document;
        const magnet = toMagnetDesign(document);
        const found = evaluated(magnet);
        const { evaluation } = found;
        const drawn = evaluation && { design: magnet, evaluation, belief: countBelief(magnet) };
        return [{ key, document, magnet, ...found, drawn: () => drawn }];
      }),
  );
  protected readonly rows = computed(() => comparisonRows(this.chosen()));
  protected readonly most = MOST;
  protected readonly options = computed(() =>
    this.offered().flatMap(({ key, from, document }) => [
      { value: key, label: `${document.name} · ${from}` },
      ...(document.core.shape === 'none'
        ? []
        : [{ value: `${key},bare`, label: `${document.name}, core taken out` }]),
    ]),
  );

  /** The scale at which the largest of them fits its column. */
  protected readonly scale = computed(() => {
    const scales = this.chosen().flatMap(({ magnet, evaluation }) =>
      evaluation
        ? [
            layOut(magnet, evaluation, predictiveBand(countBelief(magnet), evaluation.liftedCount))
              .scale,
          ]
        : [],
    );
    return scales.length > 0 ? Math.min(...scales) : null;
  });

  private readonly destroyRef = inject(DestroyRef);

  constructor() {
    inject(OpenDocuments).show(null);
    const asked = inject(ActivatedRoute).snapshot.queryParamMap;
    this.keys.set(asked.get('of')?.split(' ').slice(0, MOST) ?? []);
    this.beside = asked.get('with');
    this.load();
  }

  protected many(document: DesignDocument): string {
    return objectWord(document.load, 2);
  }

  protected choose(keys: readonly string[]): void {
    this.keys.set(keys.slice(0, MOST));
    // The address tells which, so that it can be kept and sent.
    void this.router.navigate([], { queryParams: { of: this.keys().join(' ') }, replaceUrl: true });
  }

  /** Everything that can be compared; leaving the page cancels what is still on its way. */
  private load(): void {
    void this.shelf.load();
    forkJoin([this.server.investigations(), this.server.designs('straight-magnet')])
      .pipe(
        switchMap(([list, kept]) => {
          const magnets = list.filter(({ experiment }) => experiment === 'straight-magnet');
          return forkJoin([
            of({ magnets, kept }),
            allOf(magnets.map(({ id }) => this.server.investigation(id))),
            allOf(kept.map(({ id }) => this.server.design(id))),
          ]);
        }),
        takeUntilDestroyed(this.destroyRef),
      )
      .subscribe({
        next: ([{ magnets, kept }, investigations, designs]) => {
          const touched = (key: string, at: string): { key: string; at: string } => ({ key, at });
          this.touched = [
            ...magnets.map(({ id, updatedAt }) => touched(`investigation-${id}`, updatedAt)),
            ...kept.map(({ id, updatedAt }) => touched(`design-${id}`, updatedAt)),
          ]
            .sort((a, b) => b.at.localeCompare(a.at))
            .map(({ key }) => key);
          this.stored.set([
            ...investigations.map(({ id, plan, design: { design } }) => ({
              key: `investigation-${id}`,
              from: plan.title,
              document: design as DesignDocument,
            })),
            ...designs.map(({ id, design }) => ({
              key: `design-${id}`,
              from: 'by itself',
              document: design as DesignDocument,
            })),
          ]);
          if (this.keys().length === 0) this.keys.set(this.firstTwo());
        },
        error: (error: unknown) => this.fault.set(faultWords(error)),
      });
  }

  /** The two designs touched last, or the one that was asked for and the last of the others. */
  private firstTwo(): string[] {
    const { beside } = this;
    if (beside === null) return this.touched.slice(0, 2);
    return [beside, ...this.touched.filter((key) => key !== beside).slice(0, 1)];
  }
}

/** All answers in order; nothing asked is answered at once. */
function allOf<T>(requests: Observable<T>[]): Observable<T[]> {
  return requests.length === 0 ? of([]) : forkJoin(requests);
}

function withoutCore(document: DesignDocument): DesignDocument {
  return {
    ...document,
    name: `${document.name}, core taken out`,
    core: { ...document.core, shape: 'none', poles: 'one' },
  };
}

function evaluated(magnet: MagnetDesign): { evaluation: Evaluation | null; fault: string | null } {
  try {
    return { evaluation: evaluateMagnet(magnet), fault: null };
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    return { evaluation: null, fault: error.message };
  }
}
