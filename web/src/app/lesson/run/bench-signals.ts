import { computed, DestroyRef, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { InvestigationStore } from '../../investigation';
import { readLocal, writeLocal } from '../../platform/local-storage';
import { CurrentTrial } from './current-trial';
import { TrialContext } from './trial-context';

const KEY = 'nab-sound';
/** Seconds before the current has to go off at which the group is warned. */
const WARNING_S = 5;
const VOLUME = 0.25;
/** A tone that begins or ends at once clicks, s. */
const FADE_S = 0.012;

/** What is heard and felt: tones one after another (Hz, s), and a pattern of vibration, ms. */
interface Sign {
  readonly tones: readonly (readonly [hertz: number, seconds: number])[];
  readonly vibration: readonly number[];
}

const SIGNS = {
  soon: { tones: [[660, 0.12]], vibration: [80] },
  over: {
    tones: [
      [880, 0.25],
      [880, 0.25],
      [880, 0.4],
    ],
    vibration: [250, 100, 250, 100, 400],
  },
  off: { tones: [[440, 0.15]], vibration: [60] },
  rested: {
    tones: [
      [523, 0.12],
      [784, 0.2],
    ],
    vibration: [60, 60, 120],
  },
} as const satisfies Record<string, Sign>;

/** Tells a group by tone and vibration when the current has to go off, and when a coil has rested. */
@Injectable()
export class BenchSignals {
  private readonly at = inject(TrialContext);
  private readonly trial = inject(CurrentTrial);
  private readonly store = inject(InvestigationStore);
  private readonly chosen = signal(readLocal(KEY));
  /** In a room each group hears its own tablet, and nobody the educator’s screen. */
  readonly sounds = computed(() =>
    this.chosen() === null
      ? this.at.bound() !== null || (this.store.room()?.code ?? null) === null
      : this.chosen() === 'on',
  );
  private audio: AudioContext | null = null;

  constructor() {
    inject(DestroyRef).onDestroy(() => void this.audio?.close());
    const { countdown } = this.trial;
    const isSoon = computed(
      () => countdown.running() && this.trial.left() <= WARNING_S && this.at.onLimit() > WARNING_S,
    );
    this.whenever(isSoon, 'soon');
    this.whenever(countdown.over, 'over');
    // Of one coil: another group's or level's that is cool already has not just rested.
    let waited = '';
    effect(() => {
      const coil = `${this.at.group().id} ${this.at.current().key}`;
      const rests = this.trial.rest() > 0;
      if (!rests && waited === coil && !untracked(this.trial.feelsCool)) this.give('rested');
      waited = rests ? coil : '';
    });
  }

  toggle(): void {
    const next = this.sounds() ? 'off' : 'on';
    writeLocal(KEY, next);
    this.chosen.set(next);
  }

  /** The current was switched off. */
  switchedOff(): void {
    this.give('off');
  }

  /** A browser plays only after somebody pressed something. */
  ready(): void {
    if (!this.sounds() || typeof AudioContext === 'undefined') return;
    this.audio ??= new AudioContext();
    if (this.audio.state === 'suspended') void this.audio.resume();
  }

  private whenever(condition: () => boolean, sign: keyof typeof SIGNS): void {
    let was = false;
    effect(() => {
      const is = condition();
      if (is && !was) this.give(sign);
      was = is;
    });
  }

  private give(name: keyof typeof SIGNS): void {
    if (!untracked(this.sounds)) return;
    const { tones, vibration }: Sign = SIGNS[name];
    // Not every browser has it, and some forbid it before the first press.
    if ('vibrate' in navigator) navigator.vibrate([...vibration]);
    const { audio } = this;
    if (!audio) return;
    let at = audio.currentTime;
    for (const [hertz, seconds] of tones) {
      const tone = new OscillatorNode(audio, { frequency: hertz });
      const gain = new GainNode(audio, { gain: 0 });
      gain.gain.linearRampToValueAtTime(0, at);
      gain.gain.linearRampToValueAtTime(VOLUME, at + FADE_S);
      gain.gain.setValueAtTime(VOLUME, at + seconds - FADE_S);
      gain.gain.linearRampToValueAtTime(0, at + seconds);
      tone.connect(gain).connect(audio.destination);
      tone.start(at);
      tone.stop(at + seconds);
      at += seconds + 0.08;
    }
  }
}
