import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { cameOf } from '@nab/contract';
import { voteText } from '@nab/words';
import { catchError, EMPTY, exhaustMap, filter, interval } from 'rxjs';
import { AddressCode } from '../codes';
import { InvestigationStore } from '../investigation';
import { LessonService } from '../lesson';
import { Server } from '../server';
import { VoteResult } from './vote-result';

const LOOK_MS = 2000;

/** For the projector: what the audience says, and what came of it. Reads only. */
@Component({
  selector: 'nab-board',
  imports: [AddressCode, VoteResult],
  providers: [LessonService, InvestigationStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 4vh;
      align-content: start;
      padding: 4vh 4vw;
    }
    h1 {
      margin: 0;
      font-size: clamp(28px, 4.4vw, 68px);
      line-height: 1.1;
    }
    .open {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto;
      gap: 4vw;
      align-items: start;
    }
    .before {
      display: grid;
      gap: 6px;
      margin: 0;
      padding: 12px 0 0;
      border-top: 1px solid var(--nab-grid);
      list-style: none;
      font-size: clamp(16px, 1.8vw, 28px);
    }
    @media (max-width: 760px) {
      .open {
        grid-template-columns: 1fr;
      }
    }
  `,
  template: `
    @switch (store.load()) {
      @case ('ready') {
        @if (latest(); as poll) {
          <h1>
            {{ poll.question }}
            @if (store.demo() || store.rehearsalOf()) {
              <span class="nab-invented">invented data</span>
            }
          </h1>
          <div class="open">
            <nab-vote-result [poll]="poll" [came]="came(poll)" />
            @if (poll.closedAt === null) {
              <nab-address-code [path]="'/vote/' + poll.id" unreachable="" [large]="true" />
            }
          </div>
        } @else {
          <h1>{{ store.plan().valid().title }}</h1>
          <p class="nab-lead">
            Nobody was asked yet. The vote appears here as soon as it is opened in Run.
          </p>
        }
        @if (earlier().length > 0) {
          <ul class="before" aria-label="Votes before">
            @for (line of earlier(); track line.id) {
              <li>{{ line.text }}</li>
            }
          </ul>
        }
      }
      @case ('loading') {
        <p>Loading …</p>
      }
      @default {
        <h1>This board has nothing to show</h1>
        <p>The investigation is not there, or the server cannot be reached.</p>
      }
    }
  `,
})
export class BoardPage {
  readonly id = input.required<string>();
  protected readonly store = inject(InvestigationStore);
  private readonly server = inject(Server);

  protected readonly latest = computed(() => this.store.polls().at(-1) ?? null);
  /** What was asked before, what most said, and what came of it; newest first. */
  protected readonly earlier = computed(() =>
    this.store
      .polls()
      .slice(0, -1)
      .reverse()
      .map((poll) => ({ id: poll.id, text: voteText(poll, this.came(poll)) })),
  );

  constructor() {
    toObservable(this.id)
      .pipe(takeUntilDestroyed())
      .subscribe((id) => void this.store.open(id));
    // Votes and what came of them arrive while everybody looks on.
    interval(LOOK_MS)
      .pipe(
        filter(() => this.store.load() === 'ready' && document.visibilityState === 'visible'),
        exhaustMap(() => this.server.investigation(this.id()).pipe(catchError(() => EMPTY))),
        takeUntilDestroyed(),
      )
      .subscribe((fresh) => this.store.merge(fresh));
  }

  protected came(poll: Parameters<typeof cameOf>[0]): number | null {
    return cameOf(poll, this.store.trials());
  }
}
