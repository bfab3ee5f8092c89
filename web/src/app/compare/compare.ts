import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { ActivatedRoute, Router, RouterLink } from '@angular/router';
import { toMagnetDesign, type DesignDocument } from '@nab/contract';
import {
  CoreError,
  evaluateMagnet,
  predictiveBand,
  PRIOR_BELIEF,
  type Evaluation,
  type MagnetDesign,
} from '@nab/core';
import { forkJoin, firstValueFrom, of } from 'rxjs';
import { Cutaway, layOut } from '../cutaway';
import { Notice, OpenDocuments } from '../notices';
import { Server } from '../server';
import { ShelfStore } from '../shelf';
import { objectWord } from '../words';
import { comparisonRows, type Compared } from './comparison';

const MOST = 4;

/** A design that can be put beside others. */
interface Offered {
  readonly key: string;
  readonly from: string;
  readonly document: DesignDocument;
}

/** Two to four designs side by side, on one scale, with what differs marked. */
@Component({
  selector: 'nab-compare',
  imports: [Cutaway, Notice, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './compare.html',
  styleUrl: './compare.less',
})
export class ComparePage {
  private readonly server = inject(Server);
  private readonly router = inject(Router);
  private readonly shelf = inject(ShelfStore);
  protected readonly prior = PRIOR_BELIEF;
  protected readonly fault = signal('');
  private readonly fromInvestigations = signal<readonly Offered[] | null>(null);
  /** Keys in the order chosen; those ending in “,bare” are twins without their core. */
  protected readonly keys = signal<readonly string[]>([]);

  protected readonly offered = computed((): readonly Offered[] => [
    ...(this.fromInvestigations() ?? []),
    ...(this.shelf.byKind().get('design') ?? []).map(({ id, item }) => ({
      key: `shelf-${id}`,
      from: 'Set aside on the shelf',
      document: item.design as DesignDocument,
    })),
  ]);

  protected readonly chosen = computed((): readonly (Compared & { readonly key: string })[] =>
    this.keys().flatMap((key) => {
      const [origin, twin] = key.split(',');
      const found = this.offered().find((offer) => offer.key === origin);
      if (!found) return [];
      const document = twin ? withoutCore(found.document) : found.document;
      const magnet = toMagnetDesign(document);
      return [{ key, document, magnet, ...evaluated(magnet) }];
    }),
  );
  protected readonly rows = computed(() => comparisonRows(this.chosen()));
  protected readonly full = computed(() => this.keys().length >= MOST);

  /** The scale at which the largest of them fits its column. */
  protected readonly scale = computed(() => {
    const scales = this.chosen().flatMap(({ magnet, evaluation }) =>
      evaluation
        ? [layOut(magnet, evaluation, predictiveBand(PRIOR_BELIEF, evaluation.liftedCount)).scale]
        : [],
    );
    return scales.length > 0 ? Math.min(...scales) : null;
  });

  constructor() {
    inject(OpenDocuments).show(null);
    const wanted = inject(ActivatedRoute).snapshot.queryParamMap.get('of');
    if (wanted) this.keys.set(wanted.split(' ').slice(0, MOST));
    void this.load();
  }

  protected many(document: DesignDocument): string {
    return objectWord(document.load, 2);
  }

  protected has(key: string): boolean {
    return this.keys().includes(key);
  }

  protected toggle(key: string): void {
    this.keys.update((keys) =>
      keys.includes(key) ? keys.filter((k) => k !== key) : [...keys, key].slice(0, MOST),
    );
    // The address tells which, so that it can be kept and sent.
    void this.router.navigate([], { queryParams: { of: this.keys().join(' ') }, replaceUrl: true });
  }

  private async load(): Promise<void> {
    void this.shelf.load();
    try {
      const list = await firstValueFrom(this.server.investigations());
      const all = await firstValueFrom(
        list.length === 0 ? of([]) : forkJoin(list.map(({ id }) => this.server.investigation(id))),
      );
      this.fromInvestigations.set(
        all.flatMap(({ id, plan, design: { design } }) =>
          design.format === 'nab-design'
            ? [{ key: `investigation-${id}`, from: plan.title, document: design as DesignDocument }]
            : [],
        ),
      );
    } catch {
      this.fault.set('The server cannot be reached. Is Nab still running?');
    }
  }
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
