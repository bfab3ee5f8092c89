import { DestroyRef, inject, signal } from '@angular/core';
import { interval, type Subscription } from 'rxjs';

/** The click: pitch, how long, how loud. */
const CLICK_HZ = 880;
const CLICK_S = 0.05;
const LOUD = 0.2;
/** Every tenth turn sounds an octave higher, so that the ear counts too. */
const TENTH = 2;

/** Clicks so many times a minute; one turn at every click. */
export class Metronome {
  private readonly runningSignal = signal(false);
  readonly running = this.runningSignal.asReadonly();
  private subscription: Subscription | null = null;
  private sound: AudioContext | null = null;

  /** @param beat called at every click; it says how many turns there are then. */
  constructor(private readonly beat: () => number) {
    inject(DestroyRef).onDestroy(() => {
      this.stop();
      void this.sound?.close();
    });
  }

  start(perMinute: number): void {
    this.stop();
    this.runningSignal.set(true);
    this.subscription = interval(60_000 / perMinute).subscribe(() => this.click(this.beat()));
  }

  stop(): void {
    this.subscription?.unsubscribe();
    this.subscription = null;
    this.runningSignal.set(false);
  }

  private click(turns: number): void {
    this.sound ??= new AudioContext();
    const { currentTime, destination } = this.sound;
    const tone = this.sound.createOscillator();
    const volume = this.sound.createGain();
    tone.frequency.value = turns % 10 === 0 ? TENTH * CLICK_HZ : CLICK_HZ;
    volume.gain.value = LOUD;
    tone.connect(volume).connect(destination);
    tone.start(currentTime);
    tone.stop(currentTime + CLICK_S);
  }
}
