import { NzInputModule } from 'ng-zorro-antd/input';
import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

let nextId = 0;

/** A quantity or a sentence at the bench: one big line, or a few. */
@Component({
  selector: 'nab-text-pad',
  imports: [NzInputModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 6px;
      flex: 1 1 240px;
      max-width: 420px;
    }
    label {
      font-size: 18px;
      font-weight: 600;
    }
    input,
    textarea {
      width: 100%;
      min-height: 84px;
      padding: 6px 14px;
      font-family: var(--nab-mono);
      font-size: 40px;
      border: 2px solid var(--nab-steel);
      border-radius: 3px;
      background: var(--nab-sheet);
      color: var(--nab-ink);
    }
    textarea {
      min-height: 120px;
      font-family: var(--nab-text);
      font-size: 20px;
    }
    [aria-invalid='true'] {
      border-color: var(--nab-enamel);
    }
  `,
  template: `
    <label [for]="id">{{ label() }}</label>
    @if (long()) {
      <textarea
        #box
        [id]="id"
        maxlength="500"
        [value]="value()"
        [attr.aria-invalid]="error() !== null"
        [attr.aria-describedby]="id + '-note'"
        (input)="valueChange.emit(box.value)"
      ></textarea>
    } @else {
      <input
        #line
        nz-input
        [id]="id"
        type="text"
        autocomplete="off"
        maxlength="40"
        [value]="value()"
        [attr.aria-invalid]="error() !== null"
        [attr.aria-describedby]="id + '-note'"
        (input)="valueChange.emit(line.value)"
        (keydown.enter)="entered.emit()"
      />
    }
    <span [id]="id + '-note'" [class]="error() ? 'nab-error' : 'nab-hint'">{{
      error() ?? hint()
    }}</span>
  `,
})
export class TextPad {
  readonly label = input.required<string>();
  readonly hint = input('');
  readonly value = input.required<string>();
  readonly error = input<string | null>(null);
  readonly long = input(false);
  readonly valueChange = output<string>();
  readonly entered = output<void>();
  protected readonly id = `text-pad-${nextId++}`;
}
