import { computed, signal } from '@angular/core';
import {
  ASK_NAME,
  ASK_READING,
  INSTRUMENTS,
  readLine,
  SET_ZERO,
  type InstrumentKind,
  type InstrumentMessage,
} from '@nab/core/lesson';
import { interval, type Subscription } from 'rxjs';
import type { InstrumentLine } from './instrument-line';

export type Reading = Extract<InstrumentMessage, { kind: 'reading' }>;

const ASK_MS = 400;

/** One instrument that is asked for its reading again and again, over whatever line. */
export class Instrument {
  private readonly readingSignal = signal<Reading | null>(null);
  private readonly nameSignal = signal('');
  private readonly faultSignal = signal<string | null>(null);
  private line: InstrumentLine | null = null;
  private readonly lineSignal = signal(false);
  private subscription: Subscription | null = null;

  readonly reading = this.readingSignal.asReadonly();
  readonly fault = this.faultSignal.asReadonly();
  readonly connected = this.lineSignal.asReadonly();
  readonly name = computed(() => this.nameSignal() || INSTRUMENTS[this.kind()].name);
  readonly hasZero = computed(() => INSTRUMENTS[this.kind()].zero);

  constructor(private readonly kind: () => InstrumentKind) {}

  async connect(line: InstrumentLine): Promise<void> {
    await this.disconnect();
    this.line = line;
    this.lineSignal.set(true);
    const heard = line.lines.subscribe({
      next: (text) => this.hear(text),
      error: () => this.lost(),
      complete: () => this.lost(),
    });
    heard.add(interval(ASK_MS).subscribe(() => void this.say(ASK_READING)));
    this.subscription = heard;
    await this.say(ASK_NAME);
    await this.say(ASK_READING);
  }

  zero(): Promise<void> {
    return this.say(SET_ZERO);
  }

  async disconnect(): Promise<void> {
    const { line } = this;
    this.forget();
    this.faultSignal.set(null);
    await line?.close().catch(() => undefined);
  }

  private hear(text: string): void {
    const message = readLine(text);
    if (message === null) return;
    const { name, quantity } = INSTRUMENTS[this.kind()];
    if (message.kind === 'name') this.nameSignal.set(message.name);
    else if (message.kind === 'error') this.faultSignal.set(`It says: ${message.text}.`);
    else if (message.kind === 'unreadable') {
      this.faultSignal.set(`“${message.text}” is no line that Nab knows.`);
    } else if (message.quantity !== quantity) {
      this.faultSignal.set(`This is no ${name.toLowerCase()}: it sends ${message.text}.`);
    } else {
      this.readingSignal.set(message);
      this.faultSignal.set(null);
    }
  }

  private async say(line: string): Promise<void> {
    try {
      await this.line?.write(line);
    } catch {
      this.lost();
    }
  }

  private lost(): void {
    if (this.line === null) return;
    this.forget();
    this.faultSignal.set('The instrument is gone. Is its cable still in?');
  }

  private forget(): void {
    this.subscription?.unsubscribe();
    this.subscription = null;
    this.line = null;
    this.lineSignal.set(false);
    this.readingSignal.set(null);
    this.nameSignal.set('');
  }
}
