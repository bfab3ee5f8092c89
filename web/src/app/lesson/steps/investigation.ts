import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
} from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { predictionFor } from '@nab/contract/lesson';
import { WANTED_PROBABILITY } from '@nab/core/lesson';
import { LessonService } from '../../investigation';
import { howMany } from '@nab/words/terms';
import { EXPERIMENT_VIEWS } from '../../workbench/registry';
import { OpenDocuments } from '../../ui/notices';
import { InvestigationStore } from '../../investigation';
import { RehearsalBar, RehearsalPlayer } from '../rehearsal';
import { RoomBanner } from '../room';
import { SessionService } from '../../platform/session';
import { ToastOutlet } from '../../ui/toasts';
import { StepsRail, type Step } from './steps-rail';
import { UnfinishedNotice } from './unfinished-notice';

/** One investigation: the rail of steps on the left, the step itself next to it. */
@Component({
  selector: 'nab-investigation',
  imports: [
    RehearsalBar,
    RoomBanner,
    RouterLink,
    RouterLinkActive,
    RouterOutlet,
    StepsRail,
    ToastOutlet,
    UnfinishedNotice,
  ],
  providers: [LessonService, InvestigationStore, RehearsalPlayer],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      grid-template-columns: 216px minmax(0, 1fr);
      grid-template-rows: 1fr;
      min-height: calc(100vh - 53px);
    }
    aside {
      border-right: 1px solid var(--nab-grid);
      background: var(--nab-sheet);
      padding: 16px 0;
    }
    .title {
      display: block;
      padding: 0 16px 14px;
      font-size: 14px;
      line-height: 1.35;
      color: var(--nab-ink-soft);
    }
    .body {
      padding: 24px 28px 48px;
      min-width: 0;
    }
    .beside {
      display: grid;
      margin-top: 12px;
      padding: 12px 16px 0;
      border-top: 1px solid var(--nab-grid);
    }
    .beside a {
      padding: 6px 0;
      color: var(--nab-ink-soft);
    }
    .beside .here {
      color: var(--nab-copper);
      font-weight: 600;
    }
    .alone {
      grid-column: 1 / -1;
      padding: 40px 20px;
      max-width: 640px;
      margin: 0 auto;
    }
    @media (max-width: 900px) {
      :host {
        grid-template-columns: 1fr;
        grid-template-rows: auto 1fr;
      }
      aside {
        border-right: 0;
        border-bottom: 1px solid var(--nab-grid);
        padding: 0;
      }
      .title {
        display: none;
      }
      /* A telephone's height is the bench's; Run leads there too. */
      .beside {
        display: none;
      }
      .body {
        padding: 16px 14px 40px;
      }
    }
    @media print {
      :host {
        display: block;
      }
      .body {
        padding: 0;
      }
    }
  `,
  template: `
    @switch (store.load()) {
      @case ('ready') {
        <aside class="no-print">
          <span class="title">
            {{ store.plan().value().title }}
            @if (store.demo()) {
              <span class="nab-invented">invented data</span>
            }
            @if (store.rehearsalOf()) {
              <span class="nab-invented">rehearsal</span>
            }
          </span>
          <nab-steps-rail [steps]="mySteps()" />
          @if (who.isEducator()) {
            <nav class="beside" aria-label="Beside the steps">
              <a routerLink="room" routerLinkActive="here" ariaCurrentWhenActive="page">Room</a>
              <a routerLink="board" target="_blank">Board</a>
              <a routerLink="history" routerLinkActive="here" ariaCurrentWhenActive="page"
                >History</a
              >
            </nav>
          }
        </aside>
        <div class="body">
          <nab-rehearsal-bar />
          <nab-room-banner />
          <nab-unfinished-notice />
          <router-outlet />
        </div>
      }
      @case ('loading') {
        <p class="alone nab-soft">Loading …</p>
      }
      @case ('missing') {
        <div class="alone">
          <h1>There is no such investigation</h1>
          <p><a routerLink="/">All investigations</a></p>
        </div>
      }
      @case ('away') {
        <div class="alone">
          <h1>The server cannot be reached</h1>
          <p>This device has not seen this investigation before, so it cannot show it yet.</p>
          <p><button type="button" (click)="store.open(id())">Try again</button></p>
        </div>
      }
    }
    <nab-toast-outlet />
  `,
})
export class InvestigationPage {
  readonly id = input.required<string>();
  protected readonly store = inject(InvestigationStore);
  protected readonly who = inject(SessionService);

  protected readonly steps = computed((): readonly Step[] => {
    const plan = this.store.plan().value();
    const base = this.store.base();
    const cases = this.store.cases();
    const trials = this.store.trials().length;
    const planned = cases.length * plan.groups.length * plan.repeats;
    const predictions = plan.groups.flatMap((group) =>
      cases.filter((c) => predictionFor(this.store.predictions(), group.id, c.levelId, c.seriesId)),
    ).length;
    const planFaults = this.store
      .plan()
      .errors()
      .filter(({ path }) => !path.startsWith('lesson')).length;
    const designFaults = this.store.design().errors().length > 0;
    const judged = this.store.judgement();
    const doubts =
      cases.filter(({ fault, stops }) => fault !== null || stops.length > 0).length +
      (judged?.overCeiling.length ?? 0) +
      (judged?.nothing.length ?? 0) +
      (judged?.neighbours.filter((n) => n.probabilityInOrder < WANTED_PROBABILITY).length ?? 0);
    return [
      {
        path: 'question',
        name: 'Question',
        note:
          planFaults > 0
            ? 'Unfinished change'
            : `${howMany(cases.length, 'level')}, ${howMany(plan.groups.length, 'group')}`,
        state: planFaults > 0 || doubts > 0 ? 'attention' : 'done',
      },
      {
        path: 'magnet',
        name: EXPERIMENT_VIEWS[plan.experiment].step,
        note: designFaults
          ? 'Unfinished change'
          : base
            ? this.store.design().value().name
            : 'Cannot be built like this',
        state: base && !designFaults ? 'done' : 'attention',
      },
      {
        path: 'prepare',
        name: 'Prepare',
        note: base ? 'Wire, kit, cautions' : 'Needs a design',
        state: trials > 0 ? 'done' : 'open',
      },
      {
        path: 'run',
        name: 'Run',
        note: `${trials} of ${planned} trials, ${predictions} predictions`,
        state: trials >= planned ? 'done' : 'open',
      },
      {
        path: 'findings',
        name: 'Findings',
        note: trials === 0 ? 'After the first trials' : trials >= planned ? 'Complete' : 'So far',
        state: trials >= planned ? 'done' : 'open',
      },
    ];
  });

  /** A group at its bench has no business with what the educator plans. */
  protected readonly mySteps = computed(() =>
    this.who.isEducator()
      ? this.steps()
      : this.steps().filter(({ path }) => path === 'run' || path === 'findings'),
  );

  constructor() {
    toObservable(this.id)
      .pipe(takeUntilDestroyed())
      .subscribe((id) => this.store.open(id));
    const open = inject(OpenDocuments);
    open.show(this.store.documents);
    inject(DestroyRef).onDestroy(() => open.show(null));
  }
}
