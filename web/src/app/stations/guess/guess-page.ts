import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  untracked,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import { newDesign, toMagnetDesign } from '@nab/contract/experiments';
import { countBelief, type MagnetDesign } from '@nab/core/experiments';
import { formatNumber, formatQuantity } from '@nab/core/quantities';
import { scoreGuess, RIDDLES, makeTasks, RULES } from '@nab/core/teaching';
import { predictiveBand } from '@nab/core/statistics';
import { countText } from '@nab/words/terms';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzTableModule } from 'ng-zorro-antd/table';
import { TableName } from '../../ui/accessibility';
import { Cutaway, type EvaluatedMagnet } from '../../ui/cutaway';
import { NumberField } from '../../ui/fields';
import { OpenDocuments } from '../../ui/notices';

const MOST_SEED = 9999;
/** More than anybody would guess. */
const MOST_GUESS = 2000;

/** A factor as it is said. */
function factorText(factor: number): string {
  if (factor > 0.95 && factor < 1.05) return 'just right';
  return factor > 1
    ? `${formatNumber(factor, 2)} times too many`
    : `${formatNumber(1 / factor, 2)} times too few`;
}

/** Ten magnets, each with one thing changed: how much does it lift now? */
@Component({
  selector: 'nab-guess-page',
  imports: [Cutaway, FormsModule, NumberField, NzButtonModule, NzTableModule, TableName],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './guess-page.html',
  styleUrl: './guess-page.less',
})
export class GuessPage {
  /** Which ten magnets, from the address. */
  readonly seed = input<string>();
  private readonly router = inject(Router);
  private readonly start = toMagnetDesign(newDesign('Guess'));
  protected readonly prior = countBelief(this.start);
  protected readonly riddlesInAll = RIDDLES;
  protected readonly number = computed(() => {
    const typed = Number(this.seed());
    return Number.isInteger(typed) && typed >= 1 && typed <= MOST_SEED ? typed : null;
  });
  private readonly riddles = computed(() => makeTasks(this.start, this.number() ?? 1));
  /** What was guessed so far, and the riddle on screen. */
  private readonly guesses = linkedSignal<unknown, readonly number[]>({
    source: this.riddles,
    computation: () => [],
  });
  protected readonly at = linkedSignal<unknown, number>({
    source: this.riddles,
    computation: () => 0,
  });
  protected readonly over = computed(() => this.at() >= RIDDLES);
  protected readonly riddle = computed(() => this.riddles()[Math.min(this.at(), RIDDLES - 1)]!);
  protected readonly drawnBefore = computed(() => this.drawn('before', 0));
  protected readonly drawnAfter = computed(() => this.drawn('after', 1));
  protected readonly rule = computed(() => RULES[this.riddle().rule]);
  protected readonly before = computed(() => described(this.riddle().before));
  protected readonly lifts = computed(() => countText(this.riddle().lifts[0]));
  protected readonly guessed = computed(() => this.guesses()[this.at()] ?? null);
  protected readonly typed = linkedSignal<unknown, number>({
    source: this.at,
    computation: () => NaN,
  });
  protected readonly tried = linkedSignal<unknown, boolean>({
    source: this.at,
    computation: () => false,
  });
  protected readonly wrong = computed(() =>
    this.tried() && !this.readable() ? `Must be a number from 0 to ${MOST_GUESS}.` : null,
  );
  protected readonly answer = computed(() => {
    const guess = this.guessed();
    if (guess === null) return null;
    const riddle = this.riddle();
    const result = scoreGuess(riddle, guess);
    const { low, high } = predictiveBand(this.prior, riddle.lifts[1]);
    return {
      lifts: countText(riddle.lifts[1]),
      band: `${countText(low)} to ${countText(high)}`,
      yours: factorText(result.off),
      close: result.close,
      rule: `${countText(riddle.ruleSays)}: ${factorText(result.ruleOff)}`,
      ruleHolds: result.ruleHolds,
      byTheRule: result.byTheRule && !result.close,
    };
  });

  protected readonly rows = computed(() =>
    this.guesses().map((guess, i) => {
      const riddle = this.riddles()[i]!;
      const { close, ruleHolds, off } = scoreGuess(riddle, guess);
      return {
        rule: riddle.rule,
        change: RULES[riddle.rule].change,
        before: countText(riddle.lifts[0]),
        after: countText(riddle.lifts[1]),
        guess: countText(guess),
        ruleSays: countText(riddle.ruleSays),
        close,
        ruleHolds,
        off,
      };
    }),
  );
  protected readonly sentence = computed(() => {
    const rows = this.rows();
    const close = rows.filter((row) => row.close).length;
    const fails = rows.filter((row) => !row.ruleHolds).length;
    return `${close} of ${rows.length} guesses were close, and ${fails} of ${rows.length} rules of thumb failed.`;
  });
  /** Where a rule of thumb led astray: failed, and the guess went with it. */
  protected readonly lessons = computed(() =>
    this.rows()
      .filter((row, i) => {
        const riddle = this.riddles()[i]!;
        return !row.ruleHolds && !row.close && scoreGuess(riddle, this.guesses()[i]!).byTheRule;
      })
      .map(({ rule }) => ({ rule: RULES[rule].rule, why: RULES[rule].why })),
  );

  constructor() {
    inject(OpenDocuments).show(null);
    effect(() => {
      if (this.number() === null) untracked(() => this.anotherRound());
    });
  }

  protected guess(): void {
    this.tried.set(true);
    if (!this.readable() || this.guessed() !== null) return;
    this.guesses.update((guesses) => [...guesses, this.typed()]);
  }

  protected next(): void {
    this.at.update((at) => at + 1);
  }

  protected again(): void {
    this.guesses.set([]);
    this.at.set(0);
  }

  protected anotherRound(): void {
    const seed = 1 + Math.floor(Math.random() * MOST_SEED);
    void this.router.navigate([], { queryParams: { seed } });
  }

  private drawn(which: 'before' | 'after', at: 0 | 1): EvaluatedMagnet {
    const riddle = this.riddle();
    return { design: riddle[which], evaluation: riddle.evaluations[at], belief: this.prior };
  }

  private readable(): boolean {
    const typed = this.typed();
    return typed >= 0 && typed <= MOST_GUESS;
  }
}

/** What is known of a magnet before anybody lifts with it. */
function described({ core, winding, wire, supply }: MagnetDesign): string {
  const mm = (length: number): string => formatQuantity(length, 'length', 'mm', 3);
  return `A nail ${mm(core.length)} long and ${mm(core.diameter)} thick, ${winding.turns} turns of ${mm(wire.diameter)} wire, ${supply.series} ${supply.size} ${supply.series === 1 ? 'cell' : 'cells'}.`;
}
