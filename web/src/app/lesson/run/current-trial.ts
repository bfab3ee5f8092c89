import { computed, inject, Injectable, signal } from '@angular/core';
import { FLAGS, type Flag, type ReadingBody } from '@nab/contract/lesson';
import { bankSteps } from '@nab/core/physics';
import { massText } from '@nab/words/terms';
import { moreThan } from '@nab/words/lesson';
import { packOf } from '@nab/words/experiments';
import { ServerClock, InvestigationStore } from '../../investigation';
import { TrialOrder } from './trial-order';
import { TrialContext } from './trial-context';
import { Countdown } from './countdown';
import { LoadSearch, type SearchTarget } from './load-search';
import { OutcomeForm } from './outcome-form';

/** The longest time that the current is said to have been on, s. */
const LONGEST = 3600;

/** What is known of the trial that is being made: what was checked, timed, read and noted. */
@Injectable()
export class CurrentTrial {
  private readonly at = inject(TrialContext);
  private readonly order = inject(TrialOrder);
  private readonly store = inject(InvestigationStore);
  private readonly clock = inject(ServerClock);

  readonly note = signal('');
  readonly flags = signal<readonly Flag[]>([]);
  /** Something hung on with the current off; something stayed stuck after it. */
  readonly hung = signal(false);
  readonly someStuck = signal(false);
  /** The group says that the coil is cool, whatever the clock says. */
  readonly feelsCool = signal(false);
  /** How long the current was on, s; null before, and where no clock was used. */
  readonly onTime = signal<number | null>(null);
  readonly countdown = new Countdown();
  readonly form = new OutcomeForm(this.at.measure, () => this.at.plan().objects);

  /** What is looked for step by step; null where a trial is one. */
  readonly sought = computed((): SearchTarget | null => {
    const { data, heldAgainst } = this.at.measure();
    if (data === 'interval') return 'load';
    return heldAgainst === 'cells-to-hold' ? 'cells' : null;
  });
  private readonly supply = computed(() => this.at.current().subject?.design.supply ?? null);
  private readonly bank = computed(() => {
    const supply = this.supply();
    return supply ? bankSteps(supply) : [];
  });
  /** Cells in a pack, where packs are taken away one at a time; else 0. */
  readonly pack = computed(() => {
    const supply = this.supply();
    return supply ? packOf(supply) : 0;
  });
  readonly hanging = new LoadSearch(
    this.sought,
    () => this.at.current().band,
    () => this.bank().map(({ cells }) => cells),
    () => this.clock.now(),
  );

  /** Seconds that the coil still has to rest. */
  readonly rest = computed(() =>
    this.feelsCool()
      ? 0
      : this.order.restOf(this.at.group().id, this.at.current(), this.hanging.steps()),
  );
  /** By thermometer, °C: how warm the coil may be before this trial, and how warm it is thought to be. */
  temperatures(): { readonly warmest: number; readonly now: number } | null {
    return this.order.temperaturesOf(this.at.group().id, this.at.current(), this.hanging.steps());
  }
  readonly left = computed(() =>
    Math.max(0, Math.ceil(this.at.onLimit() - this.countdown.elapsed())),
  );
  readonly fill = computed(() => Math.max(0, 1 - this.countdown.elapsed() / this.at.onLimit()));
  /** Whether what hangs on with the current off is counted, and whether a number of the grid is all. */
  readonly countsOff = computed(() => {
    const { data, protocol } = this.at.measure();
    return data === 'count' && protocol.stuck;
  });
  readonly byGrid = computed(() => {
    const { data, parts, site } = this.at.measure();
    return data === 'count' && !parts && site === 'tip';
  });
  /** Whether an answer is the last tap: it held or not, it was as said or not. */
  readonly savedByAnswer = computed(() => {
    const { data } = this.at.measure();
    return data === 'yes-no' || (data === 'words' && (this.at.prediction()?.words ?? '') !== '');
  });
  /** What can be odd about a trial of this measure. */
  readonly oddities = computed(() => {
    const { site } = this.at.measure();
    return (Object.keys(FLAGS) as Flag[]).filter(
      (flag) => flag === 'lead-loose' || site === (flag === 'half-seated' ? 'plate' : 'tip'),
    );
  });

  /** From whom a record comes that is made at this bench. */
  readonly actor = computed(() => {
    const actor = this.store.groupActor();
    return actor === 'group' && this.at.educator ? 'educator' : actor;
  });

  constructor() {
    this.form.reset();
  }

  toggle(flag: Flag): void {
    this.flags.update((flags) =>
      flags.includes(flag) ? flags.filter((one) => one !== flag) : [...flags, flag],
    );
  }

  /** What was found step by step becomes what was read. @returns whether there is anything to save. */
  takeWhatHung(): boolean {
    const [held, dropped] = [this.hanging.held(), this.hanging.dropped()];
    if (this.sought() === 'cells') {
      if (held === null && dropped === null) return false;
      const limit = moreThan(dropped ?? 0, this.pack());
      this.form.count.set(held ?? limit);
      this.form.lowerLimit.set(held === null ? limit : null);
      this.onTime.set(this.hanging.on());
      return true;
    }
    if (held === null) return false;
    this.onTime.set(this.hanging.on());
    this.form.quantity.set(massText(held));
    this.form.dropped.set(dropped === null ? '' : massText(dropped));
    this.form.neverDropped.set(dropped === null);
    return true;
  }

  /** The reading as it is to be kept; null while something is missing or wrong. */
  reading(): ReadingBody | null {
    const outcome = this.form.read();
    if (outcome === null) return null;
    const { levelId, seriesId, expected, band } = this.at.current();
    const onTime = this.onTime();
    return {
      groupId: this.at.group().id,
      levelId,
      seriesId,
      outcome,
      onTime_s: onTime === null ? null : Math.round(Math.min(onTime, LONGEST) * 10) / 10,
      // What the model says of this level's design as it is now.
      model:
        expected === null
          ? null
          : {
              value: expected,
              low: band?.low ?? null,
              high: band?.high ?? null,
            },
      flags: this.flags(),
      note: this.note().trim().slice(0, 500),
      actor: this.actor(),
      recordedAt: this.clock.iso(),
      corrects: null,
      reason: null,
      withdrawn: false,
    };
  }

  /** Takes a trial up again that was read already, all but its number. */
  takeUp({ outcome, flags, note, onTime_s }: ReadingBody): void {
    this.form.fill(outcome);
    this.form.count.set(null);
    this.flags.set(flags);
    this.note.set(note);
    this.onTime.set(onTime_s);
  }

  reset(): void {
    this.countdown.reset();
    this.form.reset();
    this.note.set('');
    this.flags.set([]);
    this.hung.set(false);
    this.someStuck.set(false);
    this.feelsCool.set(false);
    this.onTime.set(null);
    this.hanging.reset();
  }
}
