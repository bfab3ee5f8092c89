import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { LIFTING_ENDS, type DesignDocument, type Plan } from '@nab/contract';
import { predictiveBand, PRIOR_BELIEF, SMALL_OBJECTS, type SmallObjectId } from '@nab/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { LevelStrip, type StripLevel } from '../charts/level-strip';
import { Notice } from '../frame/notice';
import { InvestigationStore } from '../investigation/investigation-store';
import { ChoiceField, NumberField, QuantityField } from '../quantity-field';
import { objectWord, percentText } from '../words';
import { v4 as uuid } from 'uuid';

const OBJECT_NAMES = Object.fromEntries(
  Object.entries(SMALL_OBJECTS).map(([id, { name }]) => [id, name]),
) as Record<SmallObjectId, string>;

/** Step 1: what is changed, what is measured, by whom and how often; and whether it can work. */
@Component({
  selector: 'nab-question',
  imports: [NzButtonModule, ChoiceField, LevelStrip, Notice, NumberField, QuantityField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './question.html',
  styleUrl: './question.less',
})
export class QuestionPage {
  protected readonly store = inject(InvestigationStore);
  protected readonly objectNames = OBJECT_NAMES;
  protected readonly liftingEnds = LIFTING_ENDS;
  protected readonly plan = computed(() => this.store.plan().value());
  protected readonly load = computed(() => this.store.design().value().load);
  protected readonly many = computed(() => objectWord(this.load(), 2));

  protected readonly strip = computed((): StripLevel[] =>
    this.store
      .levels()
      .filter((level) => level.evaluation !== null)
      .map(({ turns, evaluation }) => ({
        turns,
        count: evaluation!.liftedCount,
        band: predictiveBand(PRIOR_BELIEF, evaluation!.liftedCount),
      }))
      .sort((p, q) => p.turns - q.turns),
  );

  /** Levels that cannot be wound, in a sentence each. */
  protected readonly impossible = computed(() =>
    this.store
      .levels()
      .filter((level) => level.fault !== null)
      .map(({ turns, fault }) => `${turns} turns: ${fault}`),
  );

  protected readonly doubts = computed((): string[] => {
    const { indistinct, overTray, nothing } = this.store.judgement();
    const { repeats, traySize } = this.plan();
    return [
      ...indistinct.map(({ lower, upper, probabilityInOrder, repeatsNeeded }) => {
        const remedy =
          repeatsNeeded === null
            ? 'Move the levels farther apart.'
            : `${repeatsNeeded} trials each would make it nine times in ten.`;
        return `${lower} and ${upper} turns can hardly be told apart: with ${repeats} ${repeats === 1 ? 'trial' : 'trials'} each, their means come out in the right order ${percentText(probabilityInOrder)} of the time. ${remedy}`;
      }),
      ...overTray.map(
        ({ value, probability }) =>
          `At ${value} turns the tray of ${traySize} may run out (in ${percentText(probability)} of trials). Put more ${this.many()} in it, or leave this level out.`,
      ),
      ...nothing.map(
        (turns) => `${turns} turns will probably not lift a single ${objectWord(this.load(), 1)}.`,
      ),
    ];
  });

  protected readonly goodNews = computed(() => {
    const { levels, groups, repeats } = this.plan();
    const trials = levels.length * groups.length * repeats;
    return `${trials} trials in all: ${levels.length} levels, ${groups.length} groups, ${repeats} each. All levels can be told apart, and the tray holds enough.`;
  });

  protected error(path: string): string | null {
    return this.store.plan().errorAt(path);
  }

  protected designError(path: string): string | null {
    return this.store.design().errorAt(path);
  }

  protected edit(change: Partial<Plan>): void {
    this.store.plan().edit((plan) => ({ ...plan, ...change }));
  }

  protected editLoad(change: Partial<DesignDocument['load']>): void {
    this.store.design().edit((design) => ({ ...design, load: { ...design.load, ...change } }));
  }

  protected chooseObject(object: SmallObjectId): void {
    const grams = SMALL_OBJECTS[object].mass_kg * 1000;
    this.editLoad({ object, massEach: `${Number(grams.toPrecision(3))} g` });
  }

  protected setTurns(index: number, turns: number): void {
    this.edit({
      levels: this.plan().levels.map((level, i) => (i === index ? { ...level, turns } : level)),
    });
  }

  protected addLevel(): void {
    const { levels } = this.plan();
    const last = Math.max(0, ...levels.map((level) => level.turns || 0));
    this.edit({ levels: [...levels, { id: uuid(), turns: last + 20 }] });
  }

  protected removeLevel(index: number): void {
    this.edit({ levels: this.plan().levels.filter((_, i) => i !== index) });
  }

  /** A level or group that trials hang on stays. */
  protected inUse(id: string): boolean {
    return [...this.store.readings(), ...this.store.predictions()].some(
      (record) => record.levelId === id || record.groupId === id,
    );
  }

  protected setGroup(index: number, name: string): void {
    this.edit({
      groups: this.plan().groups.map((group, i) => (i === index ? { ...group, name } : group)),
    });
  }

  protected addGroup(): void {
    const { groups } = this.plan();
    this.edit({
      groups: [...groups, { id: uuid(), name: `Group ${groups.length + 1}` }],
    });
  }

  protected removeGroup(index: number): void {
    this.edit({ groups: this.plan().groups.filter((_, i) => i !== index) });
  }
}
