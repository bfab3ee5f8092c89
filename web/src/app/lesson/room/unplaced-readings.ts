import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import type { UnplacedReading, Placement } from '@nab/contract/lesson';
import { measureOf } from '@nab/core/lesson';
import { caseText, measuredText, outcomeText } from '@nab/words/lesson';
import { NzButtonModule } from 'ng-zorro-antd/button';
import {
  catchError,
  EMPTY,
  firstValueFrom,
  map,
  merge,
  type Observable,
  of,
  Subject,
  switchMap,
  throwError,
} from 'rxjs';
import { timeText } from '../../platform/region';
import { ChoiceField } from '../../ui/fields';
import { InvestigationStore } from '../../investigation';
import { Notice } from '../../ui/notices';
import { Server, ServerAway, ServerRefusal } from '../../platform/server';

/** Readings that arrived without a place in the plan: the educator gives them one, or leaves them out. */
@Component({
  selector: 'nab-unplaced-readings',
  imports: [ChoiceField, Notice, NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host,
    section {
      display: grid;
      gap: 10px;
    }
    ul {
      display: grid;
      gap: 12px;
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: minmax(200px, 1fr) 150px 190px auto;
      gap: 4px 14px;
      align-items: end;
      padding-bottom: 12px;
      border-bottom: 1px solid var(--nab-grid);
    }
    .what {
      align-self: start;
    }
    .what span {
      display: block;
      font-size: 14px;
      color: var(--nab-ink-soft);
    }
    @media (max-width: 1000px) {
      li {
        grid-template-columns: 1fr 1fr;
      }
      .what {
        grid-column: 1 / -1;
      }
    }
  `,
  template: `
    @if (rows().length > 0) {
      <section aria-labelledby="unplaced">
        <h2 id="unplaced">Readings without a place</h2>
        @if (fault(); as words) {
          <nab-notice state="stop">{{ words }}</nab-notice>
        }
        <ul>
          @for (row of rows(); track row.id) {
            <li>
              <div class="what">
                <strong>{{ row.what }}</strong>
                <span
                  >{{ row.why }} Came at {{ row.at }}{{ row.by ? ' from ' + row.by : '' }}.</span
                >
              </div>
              <nab-choice
                label="Group"
                [options]="groups()"
                [value]="row.place.groupId ?? ''"
                (valueChange)="choose(row.id, { groupId: $event })"
              />
              <nab-choice
                label="Level"
                [options]="places()"
                [value]="keyOf(row.place)"
                (valueChange)="choose(row.id, placeOf($event))"
              />
              <div class="nab-row">
                <button
                  nz-button
                  type="button"
                  [disabled]="busy() || !isWhole(row.place)"
                  (click)="place(row.id, row.place)"
                >
                  Place it
                </button>
                <button nz-button type="button" [disabled]="busy()" (click)="leaveOut(row.id)">
                  Leave it out
                </button>
              </div>
            </li>
          }
        </ul>
      </section>
    }
  `,
})
export class UnplacedReadings {
  private readonly store = inject(InvestigationStore);
  private readonly server = inject(Server);
  private readonly list = signal<readonly UnplacedReading[]>([]);
  private readonly chosen = signal<Readonly<Record<string, Partial<Placement>>>>({});
  /** One was placed or left out here. */
  private readonly changed = new Subject<void>();
  protected readonly fault = signal('');
  protected readonly busy = signal(false);

  private readonly plan = computed(() => this.store.plan().valid());
  protected readonly groups = computed(() =>
    Object.fromEntries(this.plan().groups.map(({ id, name }) => [id, name])),
  );
  protected readonly places = computed(() =>
    Object.fromEntries(this.store.cases().map((one) => [keyOf(one), one.name])),
  );
  protected readonly rows = computed(() =>
    this.list().map((reading) => ({
      id: reading.id,
      why: reading.why,
      at: timeText(reading.receivedAt),
      by: this.plan().groups.find(({ id }) => id === reading.body.groupId)?.name ?? '',
      what: this.whatOf(reading),
      place: { ...this.knownPlace(reading), ...this.chosen()[reading.id] },
    })),
  );
  protected readonly keyOf = keyOf;

  constructor() {
    // Their number comes with the room; what they are is asked for when it changes.
    const count = toObservable(computed(() => this.store.room()?.strays ?? 0));
    merge(count, this.changed.pipe(map(() => this.store.room()?.strays ?? 1)))
      .pipe(
        switchMap((many) =>
          many === 0
            ? of([])
            : this.server.unplacedReadings(this.store.id()).pipe(
                // They come again with the room when the server is back.
                catchError((error: unknown) =>
                  error instanceof ServerAway || error instanceof ServerRefusal
                    ? EMPTY
                    : throwError(() => error),
                ),
              ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe((list) => this.list.set(list));
  }

  protected isWhole(place: Partial<Placement>): place is Placement {
    return Boolean(place.groupId) && Boolean(place.levelId);
  }

  protected choose(id: string, part: Partial<Placement>): void {
    this.chosen.update((all) => ({ ...all, [id]: { ...all[id], ...part } }));
  }

  protected placeOf(key: string): Partial<Placement> {
    const one = this.store.cases().find((candidate) => keyOf(candidate) === key);
    return one ? { levelId: one.levelId, seriesId: one.seriesId } : {};
  }

  protected place(id: string, place: Partial<Placement>): Promise<void> {
    const { groupId = '', levelId = '', seriesId = null } = place;
    return this.trying(this.server.placeReading(id, { groupId, levelId, seriesId }));
  }

  protected leaveOut(id: string): Promise<void> {
    return this.trying(this.server.leaveOutReading(id));
  }

  /** What still is in the plan of where it said that it belongs. */
  private knownPlace({ body }: UnplacedReading): Partial<Placement> {
    const { groupId, levelId, seriesId } = body;
    const group = this.plan().groups.some(({ id }) => id === groupId) ? { groupId } : {};
    const level = this.store
      .cases()
      .some((one) => one.levelId === levelId && one.seriesId === seriesId);
    return { ...group, ...(level && { levelId, seriesId }) };
  }

  private whatOf(reading: UnplacedReading): string {
    const [measure, { objects }] = [measureOf(this.plan().measure), this.plan()];
    const was = caseText(this.plan(), reading.body);
    if (reading.kind === 'reading') {
      return `${outcomeText(measure, reading.body.outcome, objects)}${was ? ` at ${was}` : ''}`;
    }
    const { value, words } = reading.body;
    return `Prediction: ${value === null ? (words ?? '') : measuredText(measure, value)}`;
  }

  private async trying(answer: Observable<unknown>): Promise<void> {
    this.busy.set(true);
    try {
      await firstValueFrom(answer);
      this.fault.set('');
      this.changed.next();
    } catch (error) {
      if (!(error instanceof ServerAway || error instanceof ServerRefusal)) throw error;
      this.fault.set(`It is where it was: ${error.message || 'the server is away'}`);
    } finally {
      this.busy.set(false);
    }
  }
}

const keyOf = ({
  levelId = '',
  seriesId = null,
}: {
  readonly levelId?: string;
  readonly seriesId?: string | null;
}): string => (levelId === '' ? '' : `${levelId} ${seriesId ?? ''}`);
