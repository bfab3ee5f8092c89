import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  Injector,
  signal,
  viewChild,
} from '@angular/core';
import { NgTemplateOutlet } from '@angular/common';
import { RouterLink } from '@angular/router';
import {
  FLAGS,
  predictionFor,
  type DesignDocument,
  type Flag,
  type ReadingBody,
  type Trial,
} from '@nab/contract';
import { ceilingOf, remarksOn, trialOnTime, type Remark } from '@nab/core';
import {
  cautionText,
  massText,
  measuredText,
  objectWord,
  outcomeText,
  remarkText,
  secondsText,
} from '@nab/words';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzModalModule, NzModalService } from 'ng-zorro-antd/modal';
import { firstValueFrom } from 'rxjs';
import { More } from '../fields';
import { InvestigationStore, type NamedCase } from '../investigation';
import { Notice } from '../notices';
import { NotKept } from '../saving';
import { BenchOrder, keyOf } from './bench-order';
import { CorrectionDialog, type CorrectionRequest } from './correction';
import { CountPad } from './count-pad';
import { Countdown } from './countdown';
import { GuessPad, type Guess } from './guess-pad';
import { Hanging, type Sought } from './hanging';
import { HangingPad, type Answer } from './hanging-pad';
import { NumberGrid } from './number-grid';
import { OutcomeForm } from './outcome-form';
import { OutcomePad } from './outcome-pad';
import { TrialLog } from './trial-log';

/** Where a trial stands: predict, check with the current off, switch on and do, read. */
type Stage = 'predict' | 'off' | 'on' | 'read';
const STAGE_NAMES: Readonly<Record<Stage, string>> = {
  predict: 'Predict',
  off: 'Check, current off',
  on: 'Switch on',
  read: 'Read',
};

/** The trial that was saved last, which may have been a slip of the finger. */
interface Last {
  readonly reading: ReadingBody & { readonly id: string };
  readonly sentence: string;
  readonly remarks: readonly Remark[];
}

/** Scatter of the trials of a class of which nothing is predicted; see the core's calibration. */
const SCATTER = 0.25;

/** Step 4: one trial after another at the bench; made for a shared tablet and thumbs. */
@Component({
  selector: 'nab-run',
  imports: [
    CountPad,
    GuessPad,
    HangingPad,
    More,
    NgTemplateOutlet,
    Notice,
    NumberGrid,
    NzButtonModule,
    NzInputModule,
    NzModalModule,
    OutcomePad,
    RouterLink,
    TrialLog,
  ],
  providers: [BenchOrder],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './run.html',
  styleUrl: './run.less',
})
export class RunPage {
  protected readonly store = inject(InvestigationStore);
  private readonly order = inject(BenchOrder);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  private readonly injector = inject(Injector);
  private readonly dialogs = inject(NzModalService);
  protected readonly cautionText = cautionText;
  protected readonly secondsText = secondsText;

  /** This tablet's group, remembered over a reload so that no reading goes to another. */
  protected readonly groupId = signal(localStorage.getItem(groupKey(this.store.id())) ?? '');
  private readonly chosenCase = signal<string | null>(null);
  private readonly moved = signal<Stage | null>(null);
  protected readonly note = signal('');
  protected readonly flags = signal<readonly Flag[]>([]);
  /** Something hung on with the current off; something stayed stuck after it. */
  protected readonly hung = signal(false);
  protected readonly someStuck = signal(false);
  /** The group says that the coil is cool, whatever the clock says. */
  protected readonly feelsCool = signal(false);
  protected readonly last = signal<Last | null>(null);
  /** How long the current was on, s; null before, and where no clock was used. */
  private readonly onTime = signal<number | null>(null);
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

  /** What is looked for step by step; null where a trial is one. */
  protected readonly sought = computed((): Sought | null => {
    if (this.measure().data === 'interval') return 'load';
    return this.measure().heldAgainst === 'cells-to-hold' ? 'cells' : null;
  });
  protected readonly hanging = new Hanging(
    this.sought,
    () => this.current().band,
    () => this.current().subject?.design.supply.series ?? 1,
  );
  private readonly pad = viewChild(HangingPad);

  /** Cases with how many of this group's trials are done. */
  protected readonly cases = computed(() =>
    this.store.cases().map((one) => ({
      ...one,
      key: keyOf(one),
      done: this.trialsAt(this.group().id, one).length,
    })),
  );
  /** What is next in this group's order; null when all that was planned has been tried. */
  protected readonly next = computed(() => {
    const done = new Map(this.cases().map((one) => [one.key, one.done]));
    return this.order.nextOf(this.group().id, (key) => done.get(key) ?? 0);
  });
  protected readonly current = computed(() => {
    const cases = this.cases();
    const wanted = this.chosenCase() ?? this.next();
    return cases.find((one) => one.key === wanted) ?? cases[cases.length - 1]!;
  });
  protected readonly trialNumber = computed(() => this.current().done + 1);
  protected readonly isExtra = computed(() => this.current().done >= this.plan().repeats);
  /** Seconds that the coil still has to rest. */
  protected readonly rest = computed(() =>
    this.feelsCool() ? 0 : this.order.restOf(this.group().id, this.current(), this.hanging.steps()),
  );
  /** Whether what hangs on with the current off is counted, and whether a number of the grid is all. */
  protected readonly countsOff = computed(
    () => this.measure().data === 'count' && this.protocol().stuck,
  );
  protected readonly byGrid = computed(
    () => this.measure().data === 'count' && !this.measure().parts && this.measure().site === 'tip',
  );
  protected readonly most = computed(() => ceilingOf(this.measure(), this.plan().traySize));
  /** What can be odd about a trial of this measure. */
  protected readonly oddities = computed(() =>
    (Object.keys(FLAGS) as Flag[]).filter(
      (flag) =>
        flag === 'lead-loose' || this.measure().site === (flag === 'half-seated' ? 'plate' : 'tip'),
    ),
  );
  protected readonly flagNames = FLAGS;
  protected readonly lastRemarks = computed(() =>
    (this.last()?.remarks ?? []).map((remark) => ({
      remark,
      text: remarkText(remark, this.many()),
    })),
  );

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
      this.last.set(null);
      this.said.set(`Prediction saved: ${this.predictionText()}.`);
      this.moveTo(this.protocol().offCheck ? 'off' : 'on');
    });
  }

  /** From the check with the current off, or at once where there is none; starts the clock. */
  protected switchOn(): void {
    if (this.rest() > 0 || this.pad()?.ready() === false) return;
    if (this.form.off() === null && this.stage() === 'off') {
      this.complaint.set('Type how many it lifts with the current off; 0 if none.');
      return;
    }
    this.complaint.set(null);
    this.last.set(null);
    this.countdown.start(this.onLimit());
    this.said.set(`Current on. Off within ${Math.floor(this.onLimit())} seconds.`);
    this.moveTo('on');
  }

  /** Checked with the current off; what is hung first comes before switching on. */
  protected checked(): void {
    this.moveTo('on');
  }

  protected somethingHung(): void {
    this.hung.set(true);
    this.form.off.set(null);
  }

  /** @param event two taps on one place are one; nobody switches off as fast as that. */
  protected switchedOff(event: Event): void {
    if (event instanceof MouseEvent && event.detail > 1) return;
    const timed = this.countdown.running();
    this.countdown.stop();
    this.onTime.set(timed ? this.countdown.elapsed() : null);
    this.said.set(`Current off. ${this.protocol().read}`);
    this.moveTo('read');
  }

  /** One step of a trial that is a row of them; each warms the coil by itself. */
  protected answered({ what, held }: Answer): void {
    this.countdown.stop();
    this.hanging.answer(what, held, this.countdown.elapsed());
    this.countdown.reset();
    this.feelsCool.set(false);
    this.said.set(`Current off. It ${held ? 'held' : 'dropped'}.`);
    this.focusStage();
  }

  /** The limit is known well enough: what was found becomes the reading. */
  protected async enoughHung(): Promise<void> {
    const [held, dropped] = [this.hanging.held(), this.hanging.dropped()];
    if (held === null) return;
    this.onTime.set(this.hanging.on());
    if (this.sought() === 'cells') this.form.count.set(held);
    else {
      this.form.quantity.set(massText(held));
      this.form.dropped.set(dropped === null ? '' : massText(dropped));
      this.form.neverDropped.set(dropped === null);
    }
    this.moved.set('read');
    await this.saveReading();
  }

  protected toggleFlag(flag: Flag): void {
    this.flags.update((flags) =>
      flags.includes(flag) ? flags.filter((one) => one !== flag) : [...flags, flag],
    );
  }

  /** A number of the grid: that many, and the trial is saved. */
  protected async counted(count: number): Promise<void> {
    this.form.count.set(count);
    await this.saveReading();
  }

  protected async saveReading(): Promise<void> {
    // A double tap must not make two readings of one trial.
    if (this.saving) return;
    const outcome = this.form.read();
    if (outcome === null) return;
    const { levelId, seriesId, name, forecast } = this.current();
    const [measure, { objects, traySize, repeats }] = [this.measure(), this.plan()];
    const earlier = this.trialsAt(this.group().id, this.current()).map(
      ({ current }) => current.outcome,
    );
    const onTime = this.onTime();
    const body: ReadingBody = {
      groupId: this.group().id,
      levelId,
      seriesId,
      outcome,
      onTime_s: onTime === null ? null : Math.round(Math.min(onTime, 3600) * 10) / 10,
      model: this.predictedNow(),
      flags: this.flags(),
      note: this.note().trim().slice(0, 500),
      actor: 'group',
      recordedAt: new Date().toISOString(),
      corrects: null,
      reason: null,
      withdrawn: false,
    };
    this.saving = true;
    await this.keep(async () => {
      const id = await this.store.addReading(body);
      const sentence = `Saved: ${outcomeText(measure, outcome, objects)} at ${name}.`;
      const scatter = forecast?.spread.scatter ?? SCATTER;
      const remarks = remarksOn({ measure, outcome, earlier, scatter, traySize, repeats });
      this.chosenCase.set(null);
      this.startAfresh();
      this.last.set({ reading: { ...body, id }, sentence, remarks });
      this.said.set(sentence);
      this.focusStage();
    });
    this.saving = false;
  }

  /** Takes the last trial out, its record kept, and comes back to what was read. */
  protected async undo({ reading }: Last): Promise<void> {
    const { id, ...body } = reading;
    await this.keep(async () => {
      await this.store.addReading({
        ...body,
        corrects: id,
        reason: 'Tapped by mistake',
        withdrawn: true,
        recordedAt: new Date().toISOString(),
      });
      this.startAfresh();
      this.chosenCase.set(keyOf(body));
      this.form.fill(body.outcome);
      this.form.count.set(null);
      this.flags.set(body.flags);
      this.note.set(body.note);
      this.onTime.set(body.onTime_s);
      this.said.set('Taken back. What was it?');
      this.moveTo('read');
    });
  }

  protected async putBack({ current }: Trial): Promise<void> {
    const { id, receivedAt: _at, ...body } = current;
    await this.keep(async () => {
      await this.store.addReading({
        ...body,
        corrects: id,
        reason: 'Put back',
        withdrawn: false,
        recordedAt: new Date().toISOString(),
      });
      this.said.set('Put back: the trial counts again.');
    });
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
    this.moveTo(stage);
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

  private moveTo(stage: Stage): void {
    this.moved.set(stage);
    this.focusStage();
  }

  /** The keyboard goes on where the trial does: the one that was pressed is gone. */
  private focusStage(): void {
    afterNextRender(
      () => this.host.querySelector<HTMLElement>('[data-first]')?.focus({ preventScroll: true }),
      { injector: this.injector },
    );
  }

  private startAfresh(): void {
    this.countdown.reset();
    this.moved.set(null);
    this.form.reset();
    this.note.set('');
    this.flags.set([]);
    this.hung.set(false);
    this.someStuck.set(false);
    this.feelsCool.set(false);
    this.onTime.set(null);
    this.hanging.reset();
    this.last.set(null);
    this.complaint.set(null);
  }

  private timeIsUp(): void {
    this.said.set('Time is up. Switch off now and let it cool.');
  }
}

function groupKey(investigationId: string): string {
  return `nab-group:${investigationId}`;
}
