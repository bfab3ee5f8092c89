import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { ACTORS, FLAGS, type Reading, type Trial } from '@nab/contract/lesson';
import { outcomeText } from '@nab/words/lesson';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { timeText } from '../../platform/region';
import { InvestigationStore } from '../../investigation';
import { Outbox } from '../../platform/saving';
import { keyOf } from './trial-order';

/** A trial in words. */
interface Entry {
  readonly trial: Trial;
  readonly name: string;
  readonly text: string;
  readonly remarks: readonly string[];
  /** Every change since it was first read: what it was, why, who and when. */
  readonly changes: readonly string[];
  readonly waiting: boolean;
}

/** What one group has read, newest first, each with the way to correct it or put it back. */
@Component({
  selector: 'nab-trial-log',
  imports: [NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: './trial-log.less',
  template: `
    @if (entries().length === 0) {
      <p class="nab-soft">Every saved trial appears here at once, newest on top.</p>
    } @else {
      <ol reversed>
        @for (entry of entries(); track entry.trial.id) {
          <li [class.out]="entry.trial.current.withdrawn">
            <span class="nab-number count" [class.long]="entry.text.length > 4">{{
              entry.text
            }}</span>
            <span class="what">
              {{ entry.name }}
              @for (remark of entry.remarks; track remark) {
                <em>{{ remark }}</em>
              }
              @for (change of entry.changes; track change) {
                <em>{{ change }}</em>
              }
              @if (entry.waiting) {
                <em class="waiting">▲ on this device, waiting for the server</em>
              }
            </span>
            @if (entry.trial.current.withdrawn) {
              <button
                nz-button
                type="button"
                [attr.aria-label]="'Put back ' + entry.text + ' at ' + entry.name"
                (click)="putBack.emit(entry.trial)"
              >
                Put back
              </button>
            } @else {
              <button
                nz-button
                type="button"
                [attr.aria-label]="'Correct ' + entry.text + ' at ' + entry.name"
                (click)="correct.emit(entry.trial)"
              >
                Correct
              </button>
            }
          </li>
        }
      </ol>
    }
  `,
})
export class TrialLog {
  readonly groupId = input.required<string>();
  readonly correct = output<Trial>();
  readonly putBack = output<Trial>();
  private readonly store = inject(InvestigationStore);
  private readonly outbox = inject(Outbox);

  protected readonly entries = computed((): readonly Entry[] => {
    const waiting = new Set(this.outbox.pending().map(({ id }) => id));
    const names = new Map(this.store.cases().map((one) => [keyOf(one), one.name]));
    const { repeats } = this.store.plan().valid();
    const { trials, withdrawn } = this.store.folded();
    const extra = extras(trials, repeats);
    return [...trials, ...withdrawn]
      .filter(({ current }) => current.groupId === this.groupId())
      .map((trial) => ({
        trial,
        name: names.get(keyOf(trial.current)) ?? '',
        text: this.textOf(trial.current),
        remarks: [...(extra.has(trial.id) ? ['an extra trial'] : []), ...oddities(trial.current)],
        changes: this.changesOf(trial),
        waiting: waiting.has(trial.current.id),
      }))
      .sort((p, q) => q.trial.history[0]!.arrival - p.trial.history[0]!.arrival);
  });

  private textOf({ outcome }: Reading): string {
    return outcomeText(this.store.measure(), outcome, this.store.plan().valid().objects);
  }

  /** Newest first: `was 9: miscounted (group, 09:41)`. */
  private changesOf({ history }: Trial): string[] {
    return history
      .slice(1)
      .map((reading, i) => {
        const before = history[i]!;
        const what = reading.withdrawn
          ? 'taken out'
          : before.withdrawn
            ? 'put back'
            : `was ${this.textOf(before)}`;
        return `${what}: ${reading.reason} (${ACTORS[reading.actor].toLowerCase()}, ${timeText(reading.recordedAt)})`;
      })
      .reverse();
  }
}

/** Trials of a group at a level beyond those planned. */
function extras(trials: readonly Trial[], repeats: number): ReadonlySet<string> {
  const seen = new Map<string, number>();
  const extra = new Set<string>();
  for (const { id, current } of trials) {
    const key = `${current.groupId} ${keyOf(current)}`;
    const before = seen.get(key) ?? 0;
    if (before >= repeats) extra.add(id);
    seen.set(key, before + 1);
  }
  return extra;
}

function oddities({ outcome, flags, note }: Reading): string[] {
  const stuck = outcome.kind === 'count' ? (outcome.stuck ?? 0) : 0;
  return [
    ...(stuck > 0 ? [`${stuck} stuck`] : []),
    ...flags.map((flag) => FLAGS[flag].toLowerCase()),
    ...(note ? [note] : []),
  ];
}
