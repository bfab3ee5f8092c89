import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  ElementRef,
  inject,
  Injector,
  signal,
  viewChild,
} from '@angular/core';
import { NgTemplateOutlet } from '@angular/common';
import { RouterLink } from '@angular/router';
import { FLAGS, type ReadingBody, type Trial } from '@nab/contract/lesson';
import { SWITCH, remarksOn, type Remark } from '@nab/core/lesson';
import { adaptMeasure, outcomeText, remarkText } from '@nab/words/lesson';
import { cautionText } from '@nab/words/experiments';
import { secondsText } from '@nab/words/terms';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzModalModule } from 'ng-zorro-antd/modal';
import { CollapsibleSection } from '../../ui/fields';
import { AskAudience, type Voted } from '../audience';
import { ServerClock, InvestigationStore } from '../../investigation';
import { Notice } from '../../ui/notices';
import { RehearsalPlayer, RehearseButton } from '../rehearsal';
import { NotKept } from '../../platform/saving';
import { ReadingCorrections } from './reading-corrections';
import { TrialOrder, keyOf } from './trial-order';
import { TrialContext } from './trial-context';
import { CautionTicks } from './caution-ticks';
import { CoilThermometer } from './coil-thermometer';
import { CountPad } from './count-pad';
import { GuessPad, type Guess } from './guess-pad';
import { LoadSearchPad, type Answer } from './load-search-pad';
import { NumberGrid } from './number-grid';
import { OutcomePad } from './outcome-pad';
import { ReadingOff } from './reading-off';
import { RehearsingHand } from './rehearsing';
import { SwitchOn } from './switch-on';
import { TellSpot } from './bench-spot';
import { BenchSignals } from './bench-signals';
import { CurrentTrial } from './current-trial';
import { TrialLog } from './trial-log';

/** Progress of a trial: predict, check with the current off, switch on and do, read. */
type Stage = 'predict' | 'off' | 'on' | 'read';
const STAGE_NAMES: Readonly<Record<Exclude<Stage, 'on'>, string>> = {
  predict: 'Predict',
  off: 'Check, current off',
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
    AskAudience,
    CautionTicks,
    CoilThermometer,
    CountPad,
    GuessPad,
    LoadSearchPad,
    CollapsibleSection,
    NgTemplateOutlet,
    Notice,
    NumberGrid,
    NzButtonModule,
    NzInputModule,
    NzModalModule,
    OutcomePad,
    ReadingOff,
    RehearseButton,
    RouterLink,
    SwitchOn,
    TrialLog,
  ],
  providers: [ReadingCorrections, TrialOrder, TrialContext, TellSpot, CurrentTrial, BenchSignals],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './run.html',
  styleUrl: './run.less',
})
export class RunPage {
  private readonly store = inject(InvestigationStore);
  protected readonly at = inject(TrialContext);
  protected readonly trial = inject(CurrentTrial);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  private readonly injector = inject(Injector);
  private readonly clock = inject(ServerClock);
  protected readonly signals = inject(BenchSignals);
  private readonly amending = inject(ReadingCorrections);
  private readonly pad = viewChild(LoadSearchPad);
  protected readonly cautionText = cautionText;
  protected readonly secondsText = secondsText;
  protected readonly flagNames = FLAGS;

  /** Levels whose cautions an adult has ticked, all of them, since this page was opened. */
  private readonly ticked = signal<ReadonlySet<string>>(new Set());
  protected readonly mustTick = computed(
    () => this.at.safetyChecklist().length > 0 && !this.ticked().has(this.at.current().key),
  );
  private readonly moved = signal<Stage | null>(null);
  protected readonly last = signal<Last | null>(null);
  protected readonly complaint = signal<string | null>(null);
  private readonly saidSignal = signal('');
  private saving = false;

  protected readonly protocol = computed(
    () => adaptMeasure(this.at.measure(), this.store.design().valid()).protocol,
  );
  protected readonly switching = computed(() => this.protocol().switching ?? SWITCH);
  /** What was said last; that the time is up comes before it. */
  protected readonly said = computed(() =>
    this.trial.countdown.over() ? this.switching().overSaid : this.saidSignal(),
  );
  protected readonly lastRemarks = computed(() =>
    (this.last()?.remarks ?? []).map((remark) => ({
      remark,
      text: remarkText(remark, this.at.many()),
    })),
  );
  /** The parts of a trial that this measure has. */
  protected readonly stages = computed(() =>
    (['predict', 'off', 'on', 'read'] as const)
      .filter((stage) => stage !== 'off' || this.protocol().offCheck)
      .map((id) => ({ id, name: id === 'on' ? this.switching().stage : STAGE_NAMES[id] })),
  );
  /** Prediction comes first; after it the stage is where the group moved to. */
  protected readonly stage = computed((): Stage =>
    this.at.prediction() === null
      ? 'predict'
      : (this.moved() ?? (this.protocol().offCheck ? 'off' : 'on')),
  );
  protected readonly stageIndex = computed(() =>
    this.stages().findIndex(({ id }) => id === this.stage()),
  );

  /** Nobody begins a trial while the room is paused or over; what was begun is ended and saved. */
  protected readonly held = computed(() => {
    const room = this.store.room();
    const begun = this.stage() === 'read' || this.trial.countdown.running();
    return room !== null && (room.paused || room.ended) && !begun;
  });

  constructor() {
    inject(TellSpot).follow(() => {
      const { levelId, seriesId } = this.at.current();
      return this.at.bound() === null ? null : { levelId, seriesId, stage: this.stage() };
    });
    this.rehearse();
  }

  protected chooseGroup(id: string): void {
    this.at.chooseGroup(id);
    this.startAfresh();
  }

  protected chooseCase(key: string): void {
    this.at.chosen.set(key);
    this.startAfresh();
  }

  protected async savePrediction(guess: Guess): Promise<void> {
    const { levelId, seriesId } = this.at.current();
    await this.keep(async () => {
      await this.store.addPrediction({
        groupId: this.at.group().id,
        levelId,
        seriesId,
        ...guess,
        actor: this.trial.actor(),
        recordedAt: this.clock.iso(),
      });
      this.last.set(null);
      this.saidSignal.set(`Prediction saved: ${this.at.predictionText()}.`);
      this.moveTo(this.protocol().offCheck ? 'off' : 'on');
    });
  }

  /** What most of an audience said becomes the prediction. */
  protected async voted({ poll, most, votes }: Voted): Promise<void> {
    const name = poll.choices.find(({ value }) => value === most)?.name ?? '';
    await this.savePrediction({ value: most, words: `Vote of ${votes}, most for: ${name}` });
  }

  protected allTicked(): void {
    this.ticked.update((keys) => new Set([...keys, this.at.current().key]));
    this.focusStage();
  }

  /** From the check with the current off, or at once where there is none; starts the clock. */
  protected switchOn(): void {
    const { trial } = this;
    if (trial.rest() > 0 || this.pad()?.ready() === false) return;
    if (trial.form.off() === null && this.stage() === 'off') {
      this.complaint.set('Type how many it lifts with the current off; 0 if none.');
      return;
    }
    this.complaint.set(null);
    this.last.set(null);
    this.signals.ready();
    trial.countdown.start(this.at.onLimit());
    this.saidSignal.set(`Current on. Off within ${secondsText(this.at.onLimit())}.`);
    this.moveTo('on');
  }

  /** Checked with the current off; what is hung first comes before switching on. */
  protected checked(): void {
    this.moveTo('on');
  }

  protected somethingHung(): void {
    this.trial.hung.set(true);
    this.trial.form.off.set(null);
  }

  /** The group on this screen may be one that does not exist. */
  private rehearse(): void {
    const player = inject(RehearsalPlayer, { optional: true });
    if (!player) return;
    const hand = new RehearsingHand({
      trial: this.trial,
      groupId: () => this.at.group().id,
      level: () => ({ key: this.at.current().key, predicted: this.at.prediction() !== null }),
      chooseCase: (key) => this.chooseCase(key),
      savePrediction: (guess) => this.savePrediction(guess),
      checked: () => this.checked(),
      switchOn: () => this.switchOn(),
      switchedOff: () => this.switchedOff(),
      saveReading: () => this.saveReading(),
    });
    player.takeHand(hand);
    inject(DestroyRef).onDestroy(() => player.letGo(hand));
  }

  /** @param event two taps on one place are one; nobody switches off as fast as that. */
  protected switchedOff(event?: Event): void {
    if (event instanceof MouseEvent && event.detail > 1) return;
    const { countdown, onTime } = this.trial;
    const timed = countdown.running();
    countdown.stop();
    if (timed) this.signals.switchedOff();
    onTime.set(timed ? countdown.elapsed() : null);
    this.saidSignal.set(`${this.switching().ended} ${this.protocol().read}`);
    this.moveTo('read');
  }

  /** One step of a trial that is a row of them; each warms the coil by itself. */
  protected answered({ what, held }: Answer): void {
    const { countdown, hanging, feelsCool } = this.trial;
    countdown.stop();
    this.signals.switchedOff();
    hanging.answer(what, held, countdown.elapsed());
    countdown.reset();
    feelsCool.set(false);
    this.saidSignal.set(`Current off. It ${held ? 'held' : 'dropped'}.`);
    this.focusStage();
  }

  /** The limit is known well enough: what was found becomes the reading. */
  protected async enoughHung(): Promise<void> {
    if (!this.trial.takeWhatHung()) return;
    this.moved.set('read');
    await this.saveReading();
  }

  /** A number of the grid: that many, and the trial is saved. */
  protected async counted(count: number): Promise<void> {
    this.trial.form.count.set(count);
    await this.saveReading();
  }

  /** @returns the id of what was kept; null where something is missing. */
  protected async saveReading(): Promise<string | null> {
    // A double tap must not make two readings of one trial.
    if (this.saving) return null;
    const body = this.trial.reading();
    if (body === null) return null;
    const { outcome } = body;
    const { name, forecast } = this.at.current();
    const [measure, { objects, traySize, repeats }] = [this.at.measure(), this.at.plan()];
    const earlier = this.at.trialsAt(body).map(({ current }) => current.outcome);
    this.saving = true;
    let kept: string | null = null;
    await this.keep(async () => {
      const id = await this.store.addReading(body);
      const sentence = `Saved: ${outcomeText(measure, outcome, objects)} at ${name}.`;
      const scatter = forecast?.spread.scatter ?? SCATTER;
      const remarks = remarksOn({ measure, outcome, earlier, scatter, traySize, repeats });
      kept = id;
      this.at.chosen.set(null);
      this.startAfresh();
      this.last.set({ reading: { ...body, id }, sentence, remarks });
      this.saidSignal.set(sentence);
      this.focusStage();
    });
    this.saving = false;
    return kept;
  }

  /** Takes the last trial out, its record kept, and comes back to what was read. */
  protected async undo({ reading }: Last): Promise<void> {
    const { id, ...body } = reading;
    await this.keep(async () => {
      await this.amending.withdraw(id, body);
      this.startAfresh();
      this.at.chosen.set(keyOf(body));
      this.trial.takeUp(body);
      this.saidSignal.set('Taken back. What was it?');
      this.moveTo('read');
    });
  }

  protected async putBack(trial: Trial): Promise<void> {
    await this.keep(async () => {
      await this.amending.putBack(trial);
      this.saidSignal.set('Put back: the trial counts again.');
    });
  }

  protected async correct(trial: Trial): Promise<void> {
    const body = await this.amending.ask(trial);
    if (!body) return;
    await this.keep(async () => {
      await this.store.addReading(body);
      this.saidSignal.set(
        body.withdrawn ? 'Trial taken out; the original is kept.' : 'Correction saved.',
      );
    });
  }

  /** Goes back to an earlier stage of this trial. */
  protected backTo(stage: Stage): void {
    this.trial.countdown.reset();
    this.moveTo(stage);
  }

  /** Which levels no group is offered. */
  protected keptText(): string {
    const names = this.at.adultOnlyLevels().map(({ name }) => name);
    return names.length === this.store.cases().length
      ? 'This is a demonstration.'
      : `A demonstration: ${names.join(', ')}.`;
  }

  protected doneText(done: number): string {
    return `${Math.min(done, this.at.plan().repeats)} of ${this.at.plan().repeats}`;
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
    this.trial.reset();
    this.moved.set(null);
    this.last.set(null);
    this.complaint.set(null);
  }
}
