import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

let nextId = 0;

/** A count at the bench: big digits, a minus and a plus for thumbs, and typing. */
@Component({
  selector: 'nab-count-pad',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 6px;
      justify-items: start;
    }
    label {
      font-size: 18px;
      font-weight: 600;
    }
    .pad {
      display: flex;
      gap: 8px;
      align-items: stretch;
    }
    input {
      width: 120px;
      height: 64px;
      text-align: center;
      font-family: var(--nab-mono);
      font-size: 40px;
      font-variant-numeric: tabular-nums;
      border: 2px solid var(--nab-steel);
      border-radius: 3px;
      background: var(--nab-sheet);
      color: var(--nab-ink);
    }
    input[aria-invalid='true'] {
      border-color: var(--nab-enamel);
    }
    button {
      width: 64px;
      min-height: 64px;
      font: 600 26px var(--nab-text);
      border: 1px solid var(--nab-steel);
      border-radius: 3px;
      background: var(--nab-sheet);
      color: var(--nab-ink);
      cursor: pointer;
      touch-action: manipulation;
    }
    button:active {
      background: var(--nab-live-wash);
    }
  `,
  template: `
    <label [for]="id">{{ label() }}</label>
    <div class="pad">
      <button type="button" [attr.aria-label]="'One less: ' + label()" (click)="nudge(-1)">
        −1
      </button>
      <input
        #box
        [id]="id"
        type="text"
        inputmode="numeric"
        autocomplete="off"
        [value]="value() ?? ''"
        [attr.aria-invalid]="error() !== null"
        [attr.aria-describedby]="id + '-error'"
        (input)="typed(box)"
        (keydown.arrowup)="$event.preventDefault(); nudge(1)"
        (keydown.arrowdown)="$event.preventDefault(); nudge(-1)"
        (keydown.enter)="entered.emit()"
      />
      <button type="button" [attr.aria-label]="'One more: ' + label()" (click)="nudge(1)">
        +1
      </button>
      <button type="button" [attr.aria-label]="'Five more: ' + label()" (click)="nudge(5)">
        +5
      </button>
    </div>
    <span [id]="id + '-error'" class="nab-error" [hidden]="!error()">{{ error() }}</span>
  `,
})
export class CountPad {
  readonly label = input.required<string>();
  readonly value = input.required<number | null>();
  readonly error = input<string | null>(null);
  readonly valueChange = output<number | null>();
  readonly entered = output<void>();
  protected readonly id = `count-${nextId++}`;

  protected typed(box: HTMLInputElement): void {
    const digits = box.value.replace(/\D/g, '').slice(0, 4);
    if (digits !== box.value) box.value = digits;
    this.valueChange.emit(digits === '' ? null : Number(digits));
  }

  protected nudge(by: number): void {
    this.valueChange.emit(Math.max(0, Math.min(9999, (this.value() ?? (by > 0 ? 0 : 1)) + by)));
  }
}
