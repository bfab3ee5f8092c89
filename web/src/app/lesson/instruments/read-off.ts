import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { INSTRUMENTS, type InstrumentKind } from '@nab/core/lesson';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { Instrument, type Reading } from './instrument';
import { chooseSerialLine, hasSerial } from './serial-line';
import { standInLine } from './stand-in-line';

/** Reads an instrument off instead of typing what it shows; typing stays the first way. */
@Component({
  selector: 'nab-read-off',
  imports: [NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 8px;
      justify-items: start;
    }
    .shown {
      display: flex;
      flex-wrap: wrap;
      gap: 8px 16px;
      align-items: center;
      padding: 8px 12px;
      border-left: 4px solid var(--nab-steel);
      background: var(--nab-sheet);
    }
    .value {
      min-width: 7ch;
      font-size: 28px;
      font-weight: 600;
    }
    [data-steady='false'] {
      color: var(--nab-ink-soft);
    }
  `,
  template: `
    @if (instrument.connected()) {
      <div class="shown" role="group" [attr.aria-label]="instrument.name()">
        <span>{{ instrument.name() }}</span>
        <span
          class="nab-number value"
          role="status"
          [attr.data-steady]="instrument.reading()?.steady ?? false"
          >{{ instrument.reading()?.text ?? '…' }}</span
        >
        <button
          nz-button
          nzType="primary"
          type="button"
          [disabled]="!instrument.reading()?.steady"
          (click)="take()"
        >
          {{ instrument.reading()?.steady === false ? 'It still moves' : 'Take it' }}
        </button>
        @if (instrument.hasZero()) {
          <button nz-button type="button" (click)="instrument.zero()">Set to zero</button>
        }
        <button nz-button type="button" (click)="instrument.disconnect()">Put it away</button>
      </div>
    } @else {
      <div class="nab-row">
        @if (serial) {
          <button nz-button type="button" (click)="connect()">{{ model().name }} on a cable</button>
        }
        @if (truth(); as there) {
          <button nz-button type="button" (click)="practise(there)">
            Stand-in {{ model().name.toLowerCase() }}, to practise
          </button>
        }
      </div>
    }
    @if (fault() ?? instrument.fault(); as message) {
      <span class="nab-error" role="status">{{ message }}</span>
    }
  `,
})
export class ReadOff {
  readonly kind = input.required<InstrumentKind>();
  /** What a stand-in would measure, SI; null where only what exists may be read. */
  readonly truth = input<(() => number) | null>(null);
  readonly read = output<Reading>();
  protected readonly instrument = new Instrument(() => this.kind());
  protected readonly model = computed(() => INSTRUMENTS[this.kind()]);
  protected readonly serial = hasSerial();
  protected readonly fault = signal<string | null>(null);

  constructor() {
    inject(DestroyRef).onDestroy(() => void this.instrument.disconnect());
  }

  protected async connect(): Promise<void> {
    this.fault.set(null);
    try {
      const line = await chooseSerialLine();
      if (line) await this.instrument.connect(line);
    } catch {
      this.fault.set('It cannot be opened: another program has it, or its cable is out.');
    }
  }

  protected async practise(there: () => number): Promise<void> {
    this.fault.set(null);
    await this.instrument.connect(standInLine(this.kind(), there));
  }

  protected take(): void {
    const reading = this.instrument.reading();
    if (!reading) return;
    this.read.emit(reading);
    void this.instrument.disconnect();
  }
}
