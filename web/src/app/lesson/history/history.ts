import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { sentOf, type EarlierState, type Plan } from '@nab/contract/lesson';
import type { ExperimentDocument } from '@nab/contract/experiments';
import { howMany } from '@nab/words/terms';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzEmptyModule } from 'ng-zorro-antd/empty';
import { NzTableModule } from 'ng-zorro-antd/table';
import { catchError, EMPTY, of, switchMap } from 'rxjs';
import { dayText } from '../../platform/region';
import { TableName } from '../../ui/accessibility';
import { ServerClock, InvestigationStore } from '../../investigation';
import { Notice } from '../../ui/notices';
import { Server } from '../../platform/server';
import { ToastService } from '../../ui/toasts';
import { burstsOf, type Burst } from './bursts';
import { partWords } from './part-words';

const THINGS = { plan: 'Question', design: 'Magnet', shelf: 'Shelf' } as const;
const PEOPLE: Readonly<Record<string, string>> = {
  educator: 'the educator',
  group: 'a group',
  rehearsal: 'the rehearsal',
};

/** Who changed what and when in an investigation, and the way back to how it was. */
@Component({
  selector: 'nab-history',
  imports: [Notice, NzButtonModule, NzEmptyModule, NzTableModule, TableName],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 20px;
      max-width: 900px;
    }
    section {
      display: grid;
      gap: 10px;
    }
    h2,
    ul {
      margin: 0;
      padding: 0;
    }
    li .what {
      flex: 0 1 auto;
    }
    .when {
      white-space: nowrap;
    }
  `,
  template: `
    <div class="nab-page-head">
      <h1>History</h1>
      <p class="nab-soft">Who changed what, and how it was before. Readings are never changed.</p>
    </div>
    @if (fault()) {
      <nab-notice state="caution"
        >The history cannot be read while the server is away. Everything else goes on.</nab-notice
      >
    }
    @if (bursts().length > 0) {
      <section aria-labelledby="out">
        <h2 id="out">Trials that were taken out</h2>
        <ul>
          @for (burst of bursts(); track burst.at) {
            <li class="nab-row">
              <span class="when">{{ day(burst.at) }}</span>
              <span class="what"
                >{{ howMany(burst.trials.length, 'trial') }}: {{ burst.reasons.join(', ') }}</span
              >
              <button
                nz-button
                nzSize="small"
                type="button"
                [attr.aria-label]="
                  'Put back ' + howMany(burst.trials.length, 'trial') + ' of ' + day(burst.at)
                "
                [disabled]="busy()"
                (click)="putBack(burst)"
              >
                Put back
              </button>
            </li>
          }
        </ul>
      </section>
    }
    <section aria-labelledby="before">
      <h2 id="before">Question and magnet</h2>
      @if (states(); as list) {
        @if (list.length === 0) {
          <nz-empty [nzNotFoundImage]="none" nzNotFoundContent="Nothing was changed so far." />
          <ng-template #none></ng-template>
        } @else {
          <div class="nab-scroll" tabindex="0" role="region" aria-label="Table of changes">
            <nz-table
              #table
              nabTable="Changes"
              nzSize="small"
              [nzData]="list"
              [nzPageSize]="12"
              [nzShowPagination]="list.length > 12"
            >
              <thead>
                <tr>
                  <th scope="col">When</th>
                  <th scope="col">What</th>
                  <th scope="col">Changed</th>
                  <th scope="col">By</th>
                  <td></td>
                </tr>
              </thead>
              <tbody>
                @for (one of table.data; track one.id) {
                  <tr>
                    <th scope="row" class="when">{{ day(one.at) }}</th>
                    <td>{{ things[one.kind] }}</td>
                    <td>{{ partWords(one.changed) }}</td>
                    <td>{{ people[one.actor] ?? one.actor }}</td>
                    <td>
                      <button
                        nz-button
                        nzSize="small"
                        type="button"
                        class="when"
                        [attr.aria-label]="
                          'Back to before ' + day(one.at) + ': ' + things[one.kind]
                        "
                        (click)="bringBack(one)"
                      >
                        Back to before
                      </button>
                    </td>
                  </tr>
                }
              </tbody>
            </nz-table>
          </div>
        }
      }
    </section>
  `,
})
export class HistoryPage {
  protected readonly howMany = howMany;
  protected readonly partWords = partWords;
  protected readonly things = THINGS;
  protected readonly people = PEOPLE;
  private readonly server = inject(Server);
  private readonly store = inject(InvestigationStore);
  private readonly clock = inject(ServerClock);
  private readonly told = inject(ToastService);
  protected readonly states = signal<readonly EarlierState[] | null>(null);
  protected readonly fault = signal(false);
  protected readonly busy = signal(false);
  protected readonly bursts = computed(() => burstsOf(this.store.folded().withdrawn));

  constructor() {
    // Read again once a change has arrived at the server, this page's own among them.
    const wanted = computed(() => {
      const isSaved = this.store.documents().every((document) => document.state() === 'saved');
      return isSaved ? { id: this.store.id() } : null;
    });
    toObservable(wanted)
      .pipe(
        switchMap((one) =>
          one ? this.server.history(one.id).pipe(catchError(() => of(null))) : EMPTY,
        ),
        takeUntilDestroyed(),
      )
      .subscribe((states) => {
        this.fault.set(states === null);
        if (states) this.states.set(states);
      });
  }

  protected day(iso: string): string {
    return dayText(iso);
  }

  protected bringBack({ kind, document }: EarlierState): void {
    const into = kind === 'plan' ? this.store.plan() : this.store.design();
    (into as { edit(change: () => Plan | ExperimentDocument): void }).edit(
      () => document as Plan | ExperimentDocument,
    );
    this.told.show({
      sentence: `The ${kind === 'plan' ? 'question' : 'magnet'} is as it was before.`,
      undo: () => into.undo(),
    });
  }

  /** Each by one more record that says so: what was taken out, and by whom, stays written. */
  protected async putBack({ trials }: Burst): Promise<void> {
    this.busy.set(true);
    for (const { current } of trials) {
      await this.store.addReading({
        ...sentOf(current),
        actor: this.store.rehearsalOf() === null ? 'educator' : 'rehearsal',
        corrects: current.id,
        reason: 'Put back',
        withdrawn: false,
        recordedAt: this.clock.iso(),
      });
    }
    this.told.show({ sentence: `${howMany(trials.length, 'trial')} put back.` });
    this.busy.set(false);
  }
}
