import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  untracked,
} from '@angular/core';
import { RouterLink, RouterOutlet } from '@angular/router';
import { predictionFor } from '@nab/contract';
import { OpenDocuments } from '../frame/save-status';
import { InvestigationStore } from './investigation-store';
import { StepsRail, type Step } from './steps-rail';

/** One investigation: the rail of steps on the left, the step itself beside it. */
@Component({
  selector: 'nab-investigation',
  imports: [RouterLink, RouterOutlet, StepsRail],
  providers: [InvestigationStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      grid-template-columns: 216px minmax(0, 1fr);
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
          </span>
          <nab-steps-rail [steps]="steps()" />
        </aside>
        <div class="body"><router-outlet /></div>
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
  `,
})
export class InvestigationPage {
  readonly id = input.required<string>();
  protected readonly store = inject(InvestigationStore);

  protected readonly steps = computed((): readonly Step[] => {
    const plan = this.store.plan().value();
    const { evaluation, fault } = this.store.base();
    const trials = this.store.trials().length;
    const planned = plan.levels.length * plan.groups.length * plan.repeats;
    const predictions = plan.groups.flatMap((group) =>
      plan.levels.filter((level) => predictionFor(this.store.predictions(), group.id, level.id)),
    ).length;
    const planFaults = this.store.plan().errors().length;
    const judged = this.store.judgement();
    const doubts = judged.indistinct.length + judged.overTray.length + judged.nothing.length;
    return [
      {
        path: 'question',
        name: 'Question',
        note:
          planFaults > 0
            ? 'A field needs mending'
            : `${plan.levels.length} levels, ${plan.groups.length} groups`,
        state: planFaults > 0 || doubts > 0 ? 'attention' : 'done',
      },
      {
        path: 'magnet',
        name: 'Magnet',
        note: fault ? 'Cannot be wound like this' : this.store.design().value().name,
        state: fault ? 'attention' : 'done',
      },
      {
        path: 'prepare',
        name: 'Prepare',
        note: evaluation ? 'Wire, kit, cautions' : 'Needs a magnet',
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

  constructor() {
    const open = inject(OpenDocuments);
    effect(() => {
      const id = this.id();
      untracked(() => void this.store.open(id));
    });
    effect(() => open.documents.set(this.store.documents()));
    inject(DestroyRef).onDestroy(() => open.documents.set([]));
  }
}
