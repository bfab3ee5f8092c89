import { Dialog } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import {
  check,
  predictionFor,
  predictionSchema,
  readingSchema,
  type ReadingBody,
  type Trial,
} from '@nab/contract';
import { cautionsFor, trialOnTime } from '@nab/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { firstValueFrom } from 'rxjs';
import { Notice } from '../frame/notice';
import { InvestigationStore } from '../investigation/investigation-store';
import { Outbox } from '../saving';
import { cautionText, objectWord, secondsText } from '../words';
import { CorrectionDialog, type CorrectionRequest } from './correction';
import { CountPad } from './count-pad';
import { Countdown } from './countdown';

/** Where a trial stands: predict, check with the current off, switch on and lift, count. */
type Stage = 'predict' | 'off' | 'on' | 'count';
const STAGES: readonly { readonly id: Stage; readonly name: string }[] = [
  { id: 'predict', name: 'Predict' },
  { id: 'off', name: 'Check, current off' },
  { id: 'on', name: 'Switch on and lift' },
  { id: 'count', name: 'Count' },
];

/** Step 4: one trial after another at the bench; made for a shared tablet and thumbs. */
@Component({
  selector: 'nab-run',
  imports: [CountPad, Notice, NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './run.html',
  styleUrl: './run.less',
})
export class RunPage {
  protected readonly store = inject(InvestigationStore);
  private readonly outbox = inject(Outbox);
  private readonly dialogs = inject(Dialog);
  protected readonly stages = STAGES;
  protected readonly cautionText = cautionText;
  protected readonly secondsText = secondsText;

  /** This tablet's group, remembered over a reload so that no reading goes to another. */
  protected readonly groupId = signal(localStorage.getItem(groupKey(this.store.id())) ?? '');
  private readonly chosenLevel = signal<string | null>(null);
  private readonly moved = signal<Stage | null>(null);
  protected readonly prediction = signal<number | null>(null);
  protected readonly offCount = signal<number | null>(0);
  protected readonly count = signal<number | null>(null);
  protected readonly stuck = signal<number | null>(0);
  protected readonly note = signal('');
  protected readonly complaint = signal<Readonly<Record<string, string>>>({});
  protected readonly said = signal('');
  protected readonly countdown = new Countdown(() => this.timeIsUp());
  private saving = false;

  protected readonly plan = computed(() => this.store.plan().valid());
  protected readonly many = computed(() => objectWord(this.store.design().valid().load, 2));
  protected readonly group = computed(
    () => this.plan().groups.find((g) => g.id === this.groupId()) ?? this.plan().groups[0]!,
  );

  /** Levels with how many of this group's trials are done. */
  protected readonly levels = computed(() =>
    this.store.levels().map((level) => ({
      ...level,
      done: this.trialsAt(this.group().id, level.id).length,
    })),
  );
  protected readonly level = computed(() => {
    const levels = this.levels();
    return (
      levels.find((level) => level.id === this.chosenLevel()) ??
      levels.find((level) => level.done < this.plan().repeats) ??
      levels[levels.length - 1]!
    );
  });
  protected readonly trialNumber = computed(() => this.level().done + 1);

  protected readonly groupPrediction = computed(() =>
    predictionFor(this.store.predictions(), this.group().id, this.level().id),
  );
  /** Prediction comes first; after it the stage is where the group moved to. */
  protected readonly stage = computed((): Stage =>
    this.groupPrediction() === null ? 'predict' : (this.moved() ?? 'off'),
  );
  protected readonly stageIndex = computed(() => STAGES.findIndex(({ id }) => id === this.stage()));

  protected readonly onLimit = computed(() => {
    const { evaluation } = this.level();
    return evaluation ? trialOnTime(evaluation) : 0;
  });
  protected readonly left = computed(() =>
    Math.max(0, Math.ceil(this.onLimit() - this.countdown.elapsed())),
  );
  protected readonly cautions = computed(() => {
    const { design, evaluation } = this.level();
    return evaluation ? cautionsFor(design, evaluation) : [];
  });
  /** Why this level must not be run, or null. */
  protected readonly forbidden = computed(() => {
    const stop = this.cautions().find(({ severity }) => severity === 'stop');
    return this.level().fault ?? (stop ? cautionText(stop) : null);
  });

  /** This group's trials, newest first, with whether the server has them. */
  protected readonly history = computed(() => {
    const waiting = new Set(this.outbox.pending().map((record) => record.id));
    const turns = new Map(this.plan().levels.map((level) => [level.id, level.turns]));
    return [...this.store.folded().trials, ...this.store.folded().withdrawn]
      .filter(({ current }) => current.groupId === this.group().id)
      .map((trial) => ({
        trial,
        turns: turns.get(trial.current.levelId) ?? 0,
        waiting: waiting.has(trial.current.id),
        corrected: trial.history.length > 1,
        original: trial.history[0]!.count,
      }))
      .sort((p, q) => q.trial.history[0]!.recordedAt.localeCompare(p.trial.history[0]!.recordedAt));
  });

  protected chooseGroup(id: string): void {
    this.groupId.set(id);
    localStorage.setItem(groupKey(this.store.id()), id);
    this.chosenLevel.set(null);
    this.startAfresh();
  }

  protected chooseLevel(id: string): void {
    this.chosenLevel.set(id);
    this.startAfresh();
  }

  protected async savePrediction(): Promise<void> {
    const body = {
      groupId: this.group().id,
      levelId: this.level().id,
      count: this.prediction(),
      recordedAt: new Date().toISOString(),
    };
    const checked = check(predictionSchema, body);
    if (!checked.ok) {
      this.complain(checked.errors);
      return;
    }
    this.complaint.set({});
    await this.store.addPrediction(checked.value);
    this.said.set(`Prediction saved: ${checked.value.count} ${this.many()}.`);
    this.moved.set('off');
  }

  protected offChecked(): void {
    if (this.offCount() === null) {
      this.complaint.set({ offCount: 'Type how many it lifts with the current off; 0 if none.' });
      return;
    }
    this.complaint.set({});
    this.moved.set('on');
  }

  protected switchOn(): void {
    this.countdown.start(this.onLimit());
    this.said.set(`Current on. Off within ${Math.floor(this.onLimit())} seconds.`);
  }

  protected switchedOff(): void {
    this.countdown.stop();
    this.said.set('Current off. Count what fell.');
    this.moved.set('count');
  }

  /** What the model says of this level's magnet as it is now; null when it cannot be wound. */
  private predictedNow(): number | null {
    const magnet = this.store.levels().find(({ id }) => id === this.level().id);
    return magnet?.evaluation?.liftedCount ?? null;
  }

  protected async saveReading(): Promise<void> {
    // A double tap must not make two readings of one trial.
    if (this.saving) return;
    const elapsed = this.countdown.elapsed();
    const body = {
      groupId: this.group().id,
      levelId: this.level().id,
      offCount: this.offCount(),
      count: this.count(),
      stuckCount: this.stuck(),
      onTime_s: elapsed > 0 ? Math.round(elapsed * 10) / 10 : null,
      modelCount: this.predictedNow(),
      note: this.note().trim(),
      recordedAt: new Date().toISOString(),
      corrects: null,
      reason: null,
      withdrawn: false,
    };
    const checked = check(readingSchema, body);
    if (!checked.ok) {
      this.complain(checked.errors);
      return;
    }
    this.saving = true;
    try {
      await this.store.addReading(checked.value);
      this.said.set(`Saved: ${checked.value.count} ${this.many()} at ${this.level().turns} turns.`);
      this.chosenLevel.set(null);
      this.startAfresh();
    } finally {
      this.saving = false;
    }
  }

  protected async correct(trial: Trial): Promise<void> {
    const dialog = this.dialogs.open<ReadingBody | null, CorrectionRequest>(CorrectionDialog, {
      data: { trial, objects: this.many() },
      ariaLabel: 'Correct this reading',
      width: 'min(640px, 96vw)',
    });
    const body = await firstValueFrom(dialog.closed);
    if (!body) return;
    await this.store.addReading(body);
    this.said.set(body.withdrawn ? 'Trial taken out; the original is kept.' : 'Correction saved.');
  }

  /** Goes back to an earlier stage of this trial. */
  protected backTo(stage: Stage): void {
    this.countdown.reset();
    this.moved.set(stage);
  }

  protected turnsFill(done: number): string {
    return `${Math.min(done, this.plan().repeats)} of ${this.plan().repeats}`;
  }

  private trialsAt(groupId: string, levelId: string): Trial[] {
    return this.store
      .trials()
      .filter(({ current }) => current.groupId === groupId && current.levelId === levelId);
  }

  private startAfresh(): void {
    this.countdown.reset();
    this.moved.set(null);
    this.prediction.set(null);
    this.offCount.set(0);
    this.count.set(null);
    this.stuck.set(0);
    this.note.set('');
    this.complaint.set({});
  }

  private timeIsUp(): void {
    this.said.set('Time is up. Switch off now and let it cool.');
  }

  private complain(errors: readonly { path: string; message: string }[]): void {
    this.complaint.set(Object.fromEntries(errors.map(({ path, message }) => [path, message])));
  }
}

function groupKey(investigationId: string): string {
  return `nab-group:${investigationId}`;
}
