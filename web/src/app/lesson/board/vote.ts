import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import type { Poll } from '@nab/contract/lesson';
import { catchError, EMPTY, exhaustMap, filter, firstValueFrom, interval, merge } from 'rxjs';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { Notice } from '../../ui/notices';
import { Server, ServerAway, ServerRefusal } from '../../platform/server';

const LOOK_MS = 3000;

/** One telephone's vote. It may change its mind until the vote is closed. */
@Component({
  selector: 'nab-vote',
  imports: [Notice, NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 16px;
      max-width: 560px;
      margin: 0 auto;
      padding: 24px 16px;
    }
    h1 {
      margin: 0;
      font-size: 26px;
      line-height: 1.2;
    }
    .choices {
      display: grid;
      gap: 12px;
    }
    button {
      min-height: 64px !important;
      height: auto !important;
      font-size: 22px !important;
      white-space: normal;
    }
  `,
  template: `
    @if (vote(); as v) {
      <h1>{{ v.question }}</h1>
      <div class="choices" role="group" aria-label="Your vote">
        @for (choice of v.choices; track choice.value) {
          <button
            nz-button
            type="button"
            [nzType]="chosen() === choice.value ? 'primary' : 'default'"
            [attr.aria-pressed]="chosen() === choice.value"
            [disabled]="v.closedAt !== null"
            (click)="choose(choice.value)"
          >
            {{ choice.name }}
          </button>
        }
      </div>
      <p role="status">{{ said() }}</p>
    } @else if (missing()) {
      <h1>There is no such vote</h1>
      <p>Take the code from the board once more.</p>
    } @else {
      <p>Loading …</p>
    }
    @if (fault()) {
      <nab-notice state="caution">{{ fault() }}</nab-notice>
    }
  `,
})
export class VotePage {
  /** Of the vote. */
  readonly poll = input.required<string>();
  private readonly server = inject(Server);
  protected readonly vote = signal<Poll | null>(null);
  protected readonly missing = signal(false);
  protected readonly chosen = signal<number | null>(null);
  protected readonly fault = signal('');

  protected readonly said = computed(() => {
    const [vote, chosen] = [this.vote(), this.chosen()];
    const name = vote?.choices.find(({ value }) => value === chosen)?.name;
    if (vote && vote.closedAt !== null) {
      return `The vote is closed. ${name ? `You said: ${name}.` : ''} Watch the board.`;
    }
    return name
      ? `You said: ${name}. You may change your mind until the vote is closed.`
      : 'Press what you think.';
  });

  constructor() {
    const open = interval(LOOK_MS).pipe(filter(() => this.vote()?.closedAt === null));
    merge(toObservable(this.poll), open)
      .pipe(
        exhaustMap(() =>
          this.server.poll(this.poll()).pipe(
            catchError((error: unknown) => {
              if (error instanceof ServerRefusal) this.missing.set(true);
              return EMPTY;
            }),
          ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe((vote) => this.vote.set(vote));
  }

  protected async choose(choice: number): Promise<void> {
    try {
      this.vote.set(await firstValueFrom(this.server.vote(this.poll(), { choice })));
      this.chosen.set(choice);
      this.fault.set('');
    } catch (error) {
      if (!(error instanceof ServerAway || error instanceof ServerRefusal)) throw error;
      this.fault.set(
        error instanceof ServerAway ? 'Not counted: no network. Press again.' : error.message,
      );
    }
  }
}
