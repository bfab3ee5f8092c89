import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { predictionFor, type DesignDocument, type Trial, type ReadingBody } from '@nab/contract';
import { trialOnTime } from '@nab/core';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzModalModule, NzModalService } from 'ng-zorro-antd/modal';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { firstValueFrom } from 'rxjs';
import { Notice } from '../notices';
import { InvestigationStore, type NamedCase } from '../investigation';
import { NotKept, Outbox } from '../saving';
import { cautionText, measuredText, objectWord, outcomeText, secondsText } from '@nab/words';
import { CorrectionDialog, type CorrectionRequest } from './correction';
import { CountPad } from './count-pad';
import { Countdown } from './countdown';
import { GuessPad, type Guess } from './guess-pad';
import { OutcomeForm } from './outcome-form';
import { OutcomePad } from './outcome-pad';

/** Where a trial stands: predict, check with the current off, switch on and do, read. */
type Stage = 'predict' | 'off' | 'on' | 'read';
const STAGE_NAMES: Readonly<Record<Stage, string>> = {
  predict: 'Predict',
  off: 'Check, current off',
  on: 'Switch on',
  read: 'Read',
};

/** Step 4: one trial after another at the bench; made for a shared tablet and thumbs. */
@Component({
  selector: 'nab-run',
  imports: [CountPad, GuessPad, Notice, NzButtonModule, NzInputModule, NzModalModule, OutcomePad],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './run.html',
  styleUrl: './run.less',
})
export class RunPage {
  protected readonly store = inject(InvestigationStore);
  private readonly outbox = inject(Outbox);
  private readonly dialogs = inject(NzModalService);
  protected readonly cautionText = cautionText;
  protected readonly secondsText = secondsText;

  /** This tablet's group, remembered over a reload so that no reading goes to another. */
  protected readonly groupId = signal(localStorage.getItem(groupKey(this.store.id())) ?? '');
  private readonly chosenCase = signal<string | null>(null);
  private readonly moved = signal<Stage | null>(null);
  protected readonly note = signal('');
  protected readonly complaint = signal<string | null>(null);
  protected readonly said = signal('');
  protected readonly countdown = new Countdown(() => this.timeIsUp());
  private saving = false;

  protected readonly plan = computed(() => this.store.plan().valid());
  protected readonly measure = this.store.measure;
  protected readonly protocol = computed(() => this.measure().protocol);
  protected readonly form = new OutcomeForm(this.store.measure, () => this.plan().objects);
  protected readonly many = computed(() => {
    const design = this.store.design().valid();
    return 'load' in design && typeof design.load === 'object'
      ? objectWord((design as DesignDocument).load, 2)
      : 'objects';
  });
  protected readonly group = computed(
    () => this.plan().groups.find((g) => g.id === this.groupId()) ?? this.plan().groups[0]!,
  );

  /** Cases with how many of this group's trials are done. */
  protected readonly cases = computed(() =>
    this.store.cases().map((one) => ({
      ...one,
      key: keyOf(one),
      done: this.trialsAt(this.group().id, one).length,
    })),
  );
  protected readonly current = computed(() => {
    const cases = this.cases();
    return (
      cases.find((one) => one.key === this.chosenCase()) ??
      cases.find((one) => one.done < this.plan().repeats) ??
      cases[cases.length - 1]!
    );
  });
  protected readonly trialNumber = computed(() => this.current().done + 1);

  protected readonly groupPrediction = computed(() => {
    const { levelId, seriesId } = this.current();
    return predictionFor(this.store.predictions(), this.group().id, levelId, seriesId);
  });
  protected readonly predictionText = computed(() => {
    const prediction = this.groupPrediction();
    if (!prediction) return '';
    if (prediction.value === null) return prediction.words ?? '';
    if (this.measure().data === 'yes-no') return prediction.value > 0.5 ? 'holds' : 'drops';
    return measuredText(this.measure(), prediction.value);
  });

  /** The parts of a trial that this measure has. */
  protected readonly stages = computed(() =>
    (['predict', 'off', 'on', 'read'] as const)
      .filter((stage) => stage !== 'off' || this.protocol().offCheck)
      .map((id) => ({ id, name: STAGE_NAMES[id] })),
  );
  /** Prediction comes first; after it the stage is where the group moved to. */
  protected readonly stage = computed((): Stage =>
    this.groupPrediction() === null
      ? 'predict'
      : (this.moved() ?? (this.protocol().offCheck ? 'off' : 'on')),
  );
  protected readonly stageIndex = computed(() =>
    this.stages().findIndex(({ id }) => id === this.stage()),
  );

  protected readonly onLimit = computed(() => {
    const { trialled } = this.current();
    return trialled ? trialOnTime(trialled.coil) : 0;
  });
  protected readonly left = computed(() =>
    Math.max(0, Math.ceil(this.onLimit() - this.countdown.elapsed())),
  );
  protected readonly fill = computed(() =>
    Math.max(0, 1 - this.countdown.elapsed() / this.onLimit()),
  );
  protected readonly warnings = computed(() =>
    this.current().cautions.filter(
      ({ code }) => code === 'limited-on-time' || code === 'near-short-circuit',
    ),
  );
  /** Why this level must not be run, or null. */
  protected readonly forbidden = computed(() => {
    const { fault, stops } = this.current();
    return fault ?? (stops[0] ? cautionText(stops[0]) : null);
  });

  /** This group's trials, newest first, with whether the server has them. */
  protected readonly history = computed(() => {
    const waiting = new Set(this.outbox.pending().map((record) => record.id));
    const names = new Map(this.cases().map((one) => [one.key, one.name]));
    const [measure, { objects }] = [this.measure(), this.plan()];
    return [...this.store.folded().trials, ...this.store.folded().withdrawn]
      .filter(({ current }) => current.groupId === this.group().id)
      .map((trial) => ({
        trial,
        name: names.get(keyOf(trial.current)) ?? '',
        text: outcomeText(measure, trial.current.outcome, objects),
        stuck: trial.current.outcome.kind === 'count' ? (trial.current.outcome.stuck ?? 0) : 0,
        waiting: waiting.has(trial.current.id),
        corrected: trial.history.length > 1,
        original: outcomeText(measure, trial.history[0]!.outcome, objects),
      }))
      .sort((p, q) => q.trial.history[0]!.recordedAt.localeCompare(p.trial.history[0]!.recordedAt));
  });

  constructor() {
    this.form.reset();
  }

  protected chooseGroup(id: string): void {
    this.groupId.set(id);
    try {
      localStorage.setItem(groupKey(this.store.id()), id);
    } catch {
      // A browser that keeps nothing asks again after a reload.
    }
    this.chosenCase.set(null);
    this.startAfresh();
  }

  protected chooseCase(key: string): void {
    this.chosenCase.set(key);
    this.startAfresh();
  }

  protected async savePrediction(guess: Guess): Promise<void> {
    const { levelId, seriesId } = this.current();
    await this.keep(async () => {
      await this.store.addPrediction({
        groupId: this.group().id,
        levelId,
        seriesId,
        ...guess,
        actor: 'group',
        recordedAt: new Date().toISOString(),
      });
      this.said.set(`Prediction saved: ${this.predictionText()}.`);
      this.moved.set(this.protocol().offCheck ? 'off' : 'on');
    });
  }

  protected offChecked(): void {
    if (this.measure().data === 'count' && this.form.off() === null) {
      this.complaint.set('Type how many it lifts with the current off; 0 if none.');
      return;
    }
    this.complaint.set(null);
    this.moved.set('on');
  }

  protected switchOn(): void {
    this.countdown.start(this.onLimit());
    this.said.set(`Current on. Off within ${Math.floor(this.onLimit())} seconds.`);
  }

  protected switchedOff(): void {
    this.countdown.stop();
    this.said.set(`Current off. ${this.protocol().read}`);
    this.moved.set('read');
  }

  protected async saveReading(): Promise<void> {
    // A double tap must not make two readings of one trial.
    if (this.saving) return;
    const outcome = this.form.read();
    if (outcome === null) return;
    const { levelId, seriesId, name } = this.current();
    const elapsed = this.countdown.elapsed();
    this.saving = true;
    await this.keep(async () => {
      await this.store.addReading({
        groupId: this.group().id,
        levelId,
        seriesId,
        outcome,
        onTime_s: elapsed > 0 ? Math.round(Math.min(elapsed, 3600) * 10) / 10 : null,
        model: this.predictedNow(),
        note: this.note().trim().slice(0, 500),
        actor: 'group',
        recordedAt: new Date().toISOString(),
        corrects: null,
        reason: null,
        withdrawn: false,
      });
      this.said.set(
        `Saved: ${outcomeText(this.measure(), outcome, this.plan().objects)} at ${name}.`,
      );
      this.chosenCase.set(null);
      this.startAfresh();
    });
    this.saving = false;
  }

  protected async correct(trial: Trial): Promise<void> {
    const dialog = this.dialogs.create<
      CorrectionDialog,
      CorrectionRequest,
      ReadingBody | null | undefined
    >({
      nzTitle: 'Correct this reading',
      nzContent: CorrectionDialog,
      nzData: {
        trial,
        measure: this.measure(),
        objects: this.plan().objects,
        many: this.many(),
      },
      nzFooter: null,
      nzWidth: 'min(680px, 96vw)',
    });
    // Closed by Escape or beside it, it gives back nothing.
    const body = await firstValueFrom(dialog.afterClose, { defaultValue: undefined });
    if (!body) return;
    await this.keep(async () => {
      await this.store.addReading(body);
      this.said.set(
        body.withdrawn ? 'Trial taken out; the original is kept.' : 'Correction saved.',
      );
    });
  }

  /** Goes back to an earlier stage of this trial. */
  protected backTo(stage: Stage): void {
    this.countdown.reset();
    this.moved.set(stage);
  }

  protected doneText(done: number): string {
    return `${Math.min(done, this.plan().repeats)} of ${this.plan().repeats}`;
  }

  /** What the model says of this case's design as it is now; null when nothing is predicted. */
  private predictedNow(): ReadingBody['model'] {
    const { forecast, band } = this.current();
    return forecast && { value: forecast.value, low: band?.low ?? null, high: band?.high ?? null };
  }

  /** Keeps what was typed where neither this browser nor the server took it, and says so. */
  private async keep(save: () => Promise<void>): Promise<void> {
    try {
      await save();
      this.complaint.set(null);
    } catch (error) {
      if (!(error instanceof NotKept)) throw error;
      this.complaint.set(
        `Not saved: this browser keeps nothing and the server did not take it (${error.message}). Write it on paper and try again.`,
      );
    }
  }

  private trialsAt(groupId: string, at: Pick<NamedCase, 'levelId' | 'seriesId'>): Trial[] {
    return this.store
      .trials()
      .filter(({ current }) => current.groupId === groupId && keyOf(current) === keyOf(at));
  }

  private startAfresh(): void {
    this.countdown.reset();
    this.moved.set(null);
    this.form.reset();
    this.note.set('');
    this.complaint.set(null);
  }

  private timeIsUp(): void {
    this.said.set('Time is up. Switch off now and let it cool.');
  }
}

function groupKey(investigationId: string): string {
  return `nab-group:${investigationId}`;
}

const keyOf = ({ levelId, seriesId }: { levelId: string; seriesId: string | null }): string =>
  `${levelId} ${seriesId ?? ''}`;
