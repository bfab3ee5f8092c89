import {
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { gaugeReading, NO_READING } from '@nab/contract/experiments';
import {
  CAUSES,
  CHECKS,
  GAUGES,
  SYMPTOM_IDS,
  SYMPTOMS,
  TOOLS,
  type CheckId,
  type GaugeId,
  type NextTest,
  type SymptomId,
  type TestId,
} from '@nab/core/teaching';
import { formatNumber } from '@nab/core/quantities';
import type { MagnetDesign } from '@nab/core/experiments';
import { percentText } from '@nab/words/terms';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { NzRadioModule } from 'ng-zorro-antd/radio';
import { QuantityField } from '../../ui/fields';
import { Notice } from '../../ui/notices';
import { Search } from './search';

/** Causes that are shown; the others are as good as ruled out. */
const MOST_SHOWN = 6;
const MOST_OTHERS = 6;

const isCheck = (id: TestId): id is CheckId => Object.hasOwn(CHECKS, id);

/** Why a magnet does not lift: what is seen, the cheapest test next, what it may be. */
@Component({
  selector: 'nab-fix-it',
  imports: [FormsModule, Notice, NzButtonModule, NzCheckboxModule, NzRadioModule, QuantityField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './fix-it.html',
  styleUrl: './fix-it.less',
})
export class FixIt {
  readonly design = input.required<MagnetDesign>();
  readonly name = input.required<string>();
  /** Under which the search is remembered. */
  readonly place = input.required<string>();
  /** What Run knows of it already. */
  readonly seen = input<SymptomId | null>(null);

  protected readonly search = new Search(this.design, this.place, this.seen);
  protected readonly causes = CAUSES;
  protected readonly noReading = NO_READING;
  protected readonly symptoms = SYMPTOM_IDS.map((id) => ({ id, name: SYMPTOMS[id] }));
  protected readonly tools = Object.entries(TOOLS).map(([value, label]) => ({ value, label }));

  protected readonly likely = computed(() =>
    (this.search.diagnosis()?.causes ?? []).slice(0, MOST_SHOWN).map(({ id, probability }) => ({
      id,
      name: CAUSES[id].name,
      percent: 100 * probability,
      share: probability < 0.005 ? 'under 1 %' : percentText(probability),
    })),
  );

  /** Another test than the one that is proposed; the proposed one again after each answer. */
  protected readonly chosen = linkedSignal<unknown, TestId | null>({
    source: this.search.noted,
    computation: () => null,
  });
  protected readonly next = computed(() => {
    const tests = this.search.tests();
    const test = tests.find(({ id }) => id === this.chosen()) ?? tests[0];
    return test ? shownTest(test) : null;
  });
  protected readonly others = computed(() =>
    this.search
      .tests()
      .filter(({ id }) => id !== this.next()?.id)
      .slice(0, MOST_OTHERS)
      .map(shownTest),
  );
  /** What was answered, read or put off. */
  protected readonly answered = computed(() => {
    const { checks, readings, skipped } = this.search.noted();
    return [
      ...(Object.entries(checks) as [CheckId, 'yes' | 'no'][]).map(([id, answer]) => ({
        id: id as TestId,
        what: CHECKS[id].question,
        answer: answer === 'yes' ? 'Yes.' : 'No.',
        means: CHECKS[id][answer],
      })),
      ...(Object.entries(readings) as [GaugeId, string][]).map(([id, typed]) => ({
        id: id as TestId,
        what: `${GAUGES[id].name}:`,
        answer: typed === NO_READING ? 'nothing gets through' : typed,
        means: '',
      })),
      ...skipped.map((id) => ({ id, what: shownWhat(id), answer: 'not now', means: '' })),
    ];
  });

  /** What is being typed of a meter; empty again for the next test. */
  protected readonly typed = linkedSignal({ source: this.next, computation: () => '' });
  protected readonly wrong = signal<string | null>(null);

  protected enter(id: GaugeId): void {
    const typed = this.typed().trim();
    try {
      gaugeReading(id).validateSync(typed);
    } catch (error) {
      this.wrong.set((error as Error).message);
      return;
    }
    this.search.read(id, typed);
  }
}

const shownWhat = (id: TestId): string => (isCheck(id) ? CHECKS[id].question : GAUGES[id].name);

function shownTest({ id, minutes }: NextTest) {
  return {
    id,
    what: shownWhat(id),
    how: isCheck(id) ? CHECKS[id].how : GAUGES[id].how,
    minutes: `about ${formatNumber(minutes, 1)} min`,
    check: isCheck(id) ? { id, yes: CHECKS[id].yes, no: CHECKS[id].no } : null,
    gauge: isCheck(id) ? null : { id, quantity: GAUGES[id].quantity, means: GAUGES[id].means },
  };
}
