import { TestBed } from '@angular/core/testing';
import type { RehearsedTrial } from '@nab/core/teaching';
import { idOf } from '@nab/contract/testing';
import { beforeEach, describe, expect, it } from 'vitest';
import { openInvestigation } from '../../../../testing/open-investigation';
import { InvestigationStore } from '../../investigation';
import type { Moment } from '../rehearsal';
import { benchDatabase } from '../../platform/saving/bench-database';
import { TrialOrder } from './trial-order';
import { TrialContext } from './trial-context';
import { RehearsingHand, type Buttons } from './rehearsing';
import { CurrentTrial } from './current-trial';

const trial: RehearsedTrial = {
  group: 0,
  place: 1,
  begins: 0,
  guess: { value: 12, words: null },
  switchedOn: 20,
  switchedOff: 24.5,
  read: 50,
  outcome: { kind: 'count', count: 9, parts: null, off: 0, stuck: 1 },
  leadLoose: true,
  correction: null,
};
const moment = (kind: Moment['kind']): Moment => ({ at: 0, kind, trial });

describe('a rehearsed group at the bench', () => {
  let pressed: string[];
  let level: { key: string; predicted: boolean };
  let inHand: CurrentTrial;
  let hand: RehearsingHand;

  async function setUp() {
    await openInvestigation({ rehearsalOf: idOf(700) });
    inHand = TestBed.inject(CurrentTrial);
    const press = (name: string) => () => void pressed.push(name);
    const buttons: Buttons = {
      trial: inHand,
      groupId: () => idOf(20),
      level: () => level,
      chooseCase: (key) => void (level = { key, predicted: false }),
      savePrediction: (guess) => Promise.resolve(void pressed.push(`guess ${guess.value}`)),
      checked: press('checked'),
      switchOn: press('on'),
      switchedOff: press('off'),
      saveReading: () => Promise.resolve('an id'),
    };
    hand = new RehearsingHand(buttons);
  }
  const one = () => TestBed.inject(InvestigationStore).cases()[1]!;

  beforeEach(async () => {
    await benchDatabase.outgoing.clear();
    pressed = [];
    level = { key: 'another', predicted: false };
    TestBed.configureTestingModule({ providers: [TrialOrder, TrialContext, CurrentTrial] });
    await setUp();
  });

  it('takes the level up, guesses, switches on and off, and enters what it read', async () => {
    for (const kind of ['begin', 'guess', 'on', 'off'] as const) {
      expect(await hand.play(moment(kind), one())).toBe(true);
    }
    expect(pressed).toEqual(['guess 12', 'on', 'off']);
    expect(await hand.play(moment('read'), one())).toBe('an id');
    expect(inHand.reading()).toMatchObject({
      outcome: { count: 9, stuck: 1 },
      onTime_s: 4.5,
      flags: ['lead-loose'],
      actor: 'rehearsal',
    });
  });

  it('does not predict twice', async () => {
    await hand.play(moment('begin'), one());
    level = { ...level, predicted: true };
    await hand.play(moment('guess'), one());
    expect(pressed).toEqual([]);
  });

  it('leaves a trial to the player when somebody went to another level, and a correction always', async () => {
    await hand.play(moment('begin'), one());
    expect(await hand.play(moment('correct'), one())).toBe(false);
    level = { key: 'another', predicted: true };
    for (const kind of ['on', 'off', 'read'] as const) {
      expect(await hand.play(moment(kind), one())).toBe(false);
    }
    expect(pressed).toEqual([]);
  });
});
