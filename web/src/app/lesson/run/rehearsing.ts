import type { RehearsedTrial } from '@nab/core/teaching';
import type { NamedCase } from '../../investigation';
import type { BenchHand, Moment } from '../rehearsal';
import { keyOf } from './trial-order';
import type { Guess } from './guess-pad';
import type { CurrentTrial } from './current-trial';

/** The buttons of the bench that a rehearsed group presses. */
export interface Buttons {
  readonly trial: CurrentTrial;
  groupId(): string;
  /** The key of the level on the bench, and whether the group has predicted there. */
  level(): { readonly key: string; readonly predicted: boolean };
  chooseCase(key: string): void;
  savePrediction(guess: Guess): Promise<void>;
  checked(): void;
  switchOn(): void;
  switchedOff(): void;
  saveReading(): Promise<string | null>;
}

/** Plays the group on this screen with the bench's own buttons. */
export class RehearsingHand implements BenchHand {
  constructor(private readonly bench: Buttons) {}

  groupId(): string {
    return this.bench.groupId();
  }

  async play({ kind, trial }: Moment, one: NamedCase): Promise<boolean | string> {
    const { bench } = this;
    if (kind === 'begin') {
      bench.chooseCase(keyOf(one));
      return true;
    }
    // Somebody went to another level meanwhile.
    if (bench.level().key !== keyOf(one)) return false;
    switch (kind) {
      case 'guess':
        if (!bench.level().predicted) await bench.savePrediction(trial.guess!);
        return true;
      case 'on':
        bench.trial.feelsCool.set(true);
        if (bench.trial.sought()) bench.checked();
        bench.switchOn();
        return true;
      case 'off':
        if (!bench.trial.sought()) bench.switchedOff();
        return true;
      case 'read':
        return (await this.read(trial)) ?? false;
      case 'correct':
        return false;
    }
  }

  private async read(rehearsed: RehearsedTrial): Promise<string | null> {
    const { trial } = this.bench;
    // What was hung step by step is entered as what it came to.
    if (trial.sought()) this.bench.switchedOff();
    trial.form.fill(rehearsed.outcome);
    trial.flags.set(rehearsed.leadLoose ? ['lead-loose'] : []);
    // The hand that switches looks up ten times a second, which may be six seconds of the lesson.
    trial.onTime.set(rehearsed.switchedOff - rehearsed.switchedOn);
    return this.bench.saveReading();
  }
}
