import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  linkedSignal,
  signal,
  untracked,
} from '@angular/core';
import { Router } from '@angular/router';
import { newDesign, toMagnetDesign } from '@nab/contract/experiments';
import {
  applyAction,
  beginTraining,
  BENCH_PARTS,
  bestSearch,
  CAUSES,
  CHECKS,
  GAUGES,
  SAFETY_VIOLATIONS,
  hideFault,
  MOST_SEED,
  scoreOf,
  SYMPTOMS,
  trainingMagnets,
  workshopOf,
  type Action,
  type BenchPartId,
  type CauseId,
  type CheckId,
  type GaugeId,
  type LogEntry,
  type TestId,
  type Training,
} from '@nab/core/teaching';
import { formatNumber, formatQuantity } from '@nab/core/quantities';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { interval, startWith } from 'rxjs';
import { NumberField } from '../../ui/fields';
import { Notice, OpenDocuments } from '../../ui/notices';
import { BenchDrawing } from './bench-drawing';

const isCheck = (id: TestId): id is CheckId => Object.hasOwn(CHECKS, id);

/** A magnet with something wrong that somebody else knows: find it, fix it, do no harm. */
@Component({
  selector: 'nab-trainer-page',
  imports: [BenchDrawing, Notice, NumberField, NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './trainer-page.html',
  styleUrl: './trainer-page.less',
})
export class TrainerPage {
  /** Which fault is hidden, from the address; any when it says none. */
  readonly seed = input<string>();
  private readonly router = inject(Router);
  private readonly workshops = trainingMagnets(toMagnetDesign(newDesign('Trainer'))).map((design) =>
    workshopOf(design),
  );
  protected readonly number = computed(() => {
    const typed = Number(this.seed());
    return Number.isInteger(typed) && typed >= 1 && typed <= MOST_SEED ? typed : null;
  });
  private readonly workshop = computed(() => this.workshops[(this.number() ?? 1) % 2]!);
  private readonly fault = computed(() => hideFault(this.workshop(), this.number() ?? 1));
  protected readonly training = linkedSignal<unknown, Training>({
    source: this.fault,
    computation: () => beginTraining(this.fault()),
  });
  protected readonly part = linkedSignal<unknown, BenchPartId>({
    source: this.fault,
    computation: () => 'cells',
  });
  protected readonly series = computed(() => this.workshop().sound.design.supply.series);
  protected readonly symptom = computed(() => SYMPTOMS[this.fault().symptom]);
  protected readonly sound = computed(() =>
    Math.round(this.workshop().sound.evaluation.liftedCount),
  );
  /** What the search may be held against. */
  protected readonly built = computed(() => {
    const { design, evaluation, layers } = this.workshop().sound;
    const { circuit, coilResistance, source } = evaluation;
    return [
      `${design.winding.turns} turns in ${layers} ${layers === 1 ? 'layer' : 'layers'}`,
      `${design.supply.series} cells with ${formatQuantity(source.emf, 'voltage', 'V', 2)} together`,
      `coil ${formatQuantity(coilResistance, 'resistance', 'Ω', 2)}`,
      `${formatQuantity(circuit.current, 'current', 'A', 2)} when it is on`,
      `on for at most ${formatNumber(Math.min(600, this.workshop().sound.onTime), 2)} s`,
    ].join(', ');
  });
  /** What hangs at the tip. */
  protected readonly hangs = computed(() => {
    const { on, mended } = this.training();
    if (mended) return this.sound();
    const { bench } = this.fault();
    if (!on) return bench.sticksOff ? 2 : null;
    return Math.round(bench.lift * this.sound()) + (bench.sticksOff ? 2 : 0);
  });

  protected readonly partName = computed(() => BENCH_PARTS[this.part()].name);
  protected readonly tests = computed(() => {
    const made = new Set(this.training().noted.map(({ id }) => id));
    const { causes } = this.workshop();
    return BENCH_PARTS[this.part()].tests
      .filter((id) => id !== 'look-at-join' || causes.includes('cable-reversed'))
      .filter((id) => id !== 'look-at-layers' || causes.includes('layer-reversed'))
      .map((id: TestId) => ({
        id,
        what: isCheck(id) ? CHECKS[id].question : GAUGES[id].name,
        how: isCheck(id) ? CHECKS[id].how : GAUGES[id].how,
        made: made.has(id),
      }));
  });
  protected readonly mends = computed(() =>
    BENCH_PARTS[this.part()].mends
      .filter((id) => this.workshop().causes.includes(id))
      .map((id: CauseId) => ({ id, name: CAUSES[id].name })),
  );
  protected readonly noted = computed(() => this.training().noted.map(said));
  /** The last thing that a meter showed. */
  protected readonly meter = computed(() => {
    const readings = this.training().noted.filter((one) => one.kind === 'reading');
    const last = readings[readings.length - 1];
    return last ? readingText(last.id, last.value) : '';
  });

  /** When it was switched on, ms; and how long it has been on, s. */
  private since = 0;
  protected readonly onFor = signal(0);

  protected readonly result = computed(() => {
    const training = this.training();
    if (!training.mended) return null;
    const { tests } = bestSearch(this.workshop(), training.fault);
    const score = scoreOf(training, tests.length);
    const { name, cure } = CAUSES[training.fault.cause];
    return {
      points: score.points,
      needed: `${score.tests} ${score.tests === 1 ? 'test' : 'tests'} in ${formatNumber(training.minutes, 2)} minutes; Nab would have made ${tests.length}.`,
      cause: name,
      cure,
      path: tests.map((id) => (isCheck(id) ? CHECKS[id].question : GAUGES[id].name)),
      harms: [...new Set(score.harms)].map((id) => SAFETY_VIOLATIONS[id]),
    };
  });

  /** A number that is being typed. */
  protected readonly typed = linkedSignal(() => this.number() ?? 1);
  protected readonly wrong = computed(() => {
    const typed = this.typed();
    return Number.isInteger(typed) && typed >= 1 && typed <= MOST_SEED
      ? null
      : `Must be a whole number from 1 to ${MOST_SEED}.`;
  });

  constructor() {
    inject(OpenDocuments).show(null);
    effect(() => {
      if (this.number() === null) untracked(() => this.another());
    });
    const ticks = interval(250)
      .pipe(startWith(0))
      .subscribe(() => {
        if (this.training().on) this.onFor.set((performance.now() - this.since) / 1000);
      });
    inject(DestroyRef).onDestroy(() => ticks.unsubscribe());
  }

  protected act(action: Action): void {
    this.training.update((training) => applyAction(training, action, this.workshop()));
  }

  protected flip(): void {
    if (this.training().on) {
      this.act({ kind: 'off', seconds: (performance.now() - this.since) / 1000 });
    } else {
      this.since = performance.now();
      this.onFor.set(0);
      this.act({ kind: 'on' });
    }
  }

  protected again(): void {
    this.training.set(beginTraining(this.fault()));
  }

  protected another(): void {
    this.go(1 + Math.floor(Math.random() * MOST_SEED));
  }

  protected go(seed: number): void {
    if (!Number.isInteger(seed) || seed < 1 || seed > MOST_SEED) return;
    void this.router.navigate([], { queryParams: { seed } });
  }

  protected readonly seconds = (time: number): string => `${formatNumber(time, 2)} s`;
}

function readingText(id: GaugeId, value: number): string {
  const { quantity, unit } = GAUGES[id];
  return Number.isFinite(value) ? formatQuantity(value, quantity, unit, 3) : 'nothing gets through';
}

/** What was done and what came of it, in words. */
function said(noted: LogEntry): { readonly text: string; readonly harm: boolean } {
  switch (noted.kind) {
    case 'check': {
      const { question, yes, no } = CHECKS[noted.id];
      return { text: `${question} ${noted.answer ? `Yes. ${yes}` : `No. ${no}`}`, harm: false };
    }
    case 'reading':
      return {
        text: `${GAUGES[noted.id].name}: ${readingText(noted.id, noted.value)}.`,
        harm: false,
      };
    case 'mend':
      return {
        text: `Mended: ${CAUSES[noted.id].name.toLowerCase()}. ${noted.right ? 'It works.' : 'It is as it was.'}`,
        harm: false,
      };
    case 'harm':
      return { text: SAFETY_VIOLATIONS[noted.id], harm: true };
  }
}
