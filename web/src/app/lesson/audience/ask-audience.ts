import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  type OnInit,
  output,
} from '@angular/core';
import { favourite, pollAt, votesOf, type Poll } from '@nab/contract/lesson';
import type { PollQuestion } from '@nab/words/lesson';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { ServerClock, InvestigationStore } from '../../investigation';
import { Notice } from '../../ui/notices';
import { OpenPoll } from './open-poll';
import { AddressCode } from '../../ui/codes';
import { HandCount } from './hand-count';

/** A vote that is closed: what most said, of how many. */
export interface Voted {
  readonly poll: Poll;
  readonly most: number;
  readonly votes: number;
}

/** A vote of an audience before a trial: hands counted here, telephones by themselves. */
@Component({
  selector: 'nab-ask-audience',
  imports: [AddressCode, HandCount, Notice, NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 12px;
      width: 100%;
    }
    .vote {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto;
      gap: 16px;
      align-items: start;
    }
    .go {
      position: sticky;
      bottom: 0;
      padding: 8px 0;
      background: var(--nab-sheet);
    }
    .choices {
      display: grid;
      gap: 8px;
    }
    @media (max-width: 760px) {
      .vote {
        grid-template-columns: 1fr;
      }
    }
  `,
  template: `
    @if (vote.poll(); as poll) {
      <p>
        <strong>{{ poll.question }}</strong> Count the hands, or let them use their telephones.
      </p>
      <div class="vote">
        <div class="choices">
          @for (choice of poll.choices; track choice.value; let i = $index) {
            <nab-hand-count
              [name]="choice.name"
              [hands]="poll.hands[i]!"
              [telephones]="poll.telephones[i] ?? 0"
              [most]="most()"
              (handsChange)="vote.raise(i, $event)"
            />
          }
        </div>
        <nab-address-code
          [path]="'/vote/' + poll.id"
          unreachable="Telephones cannot vote: only this machine reaches Nab. Count the hands."
        />
      </div>
      @if (vote.fault(); as fault) {
        <nab-notice state="caution">{{ fault }}</nab-notice>
      }
      <div class="nab-row go">
        <button nz-button nzType="primary" class="big" type="button" (click)="close()">
          {{ closing() }}
        </button>
        <a nz-button [href]="board()" target="_blank" rel="noopener">Show it on the board</a>
      </div>
    } @else {
      <ng-content />
      <div class="nab-row">
        <button nz-button type="button" (click)="open()">Ask the audience</button>
        @if (vote.fault(); as fault) {
          <span class="nab-error">{{ fault }}</span>
        }
      </div>
    }
  `,
})
export class AskAudience implements OnInit {
  readonly asked = input.required<PollQuestion>();
  readonly at = input.required<{ readonly levelId: string; readonly seriesId: string | null }>();
  readonly closed = output<Voted>();
  private readonly store = inject(InvestigationStore);
  private readonly clock = inject(ServerClock);
  protected readonly vote = new OpenPoll();

  private readonly votes = computed(() => {
    const poll = this.vote.poll();
    return poll ? votesOf(poll) : [];
  });
  protected readonly most = computed(() => Math.max(1, ...this.votes()));
  protected readonly closing = computed(() => {
    const all = this.votes().reduce((sum, n) => sum + n, 0);
    return all === 0 ? 'Go on without a vote' : `Close the vote: ${all} voted`;
  });
  protected readonly board = computed(() => `/investigations/${this.store.id()}/board`);

  /** After a reload the vote goes on. */
  ngOnInit(): void {
    const poll = pollAt(this.store.polls(), this.at());
    if (poll?.closedAt === null) this.vote.resume(poll);
  }

  protected async open(): Promise<void> {
    const { levelId, seriesId } = this.at();
    await this.vote.open({
      levelId,
      seriesId,
      ...this.asked(),
      openedAt: this.clock.iso(),
      actor: 'educator',
    });
  }

  protected async close(): Promise<void> {
    const poll = await this.vote.close(this.clock.iso());
    if (!poll) return;
    this.store.takePoll(poll);
    const most = favourite(poll);
    const votes = votesOf(poll).reduce((sum, n) => sum + n, 0);
    this.vote.forget();
    if (most !== null) this.closed.emit({ poll, most, votes });
  }
}
