import {
  ChangeDetectionStrategy,
  Component,
  type ElementRef,
  input,
  output,
  viewChild,
} from '@angular/core';
import { NzInputModule } from 'ng-zorro-antd/input';

/** A name shown as a heading and edited in place. */
@Component({
  selector: 'nab-name-box',
  imports: [NzInputModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
    }
    input {
      width: 260px;
      max-width: 100%;
      padding: 2px 8px;
      border-color: transparent transparent var(--nab-grid);
      background: none;
      font-size: 17px;
      font-weight: 600;
    }
  `,
  template: `
    <input
      #box
      nz-input
      type="text"
      autocomplete="off"
      [value]="value()"
      [attr.aria-label]="label()"
      [attr.aria-invalid]="fault() !== null"
      [nzStatus]="fault() === null ? '' : 'error'"
      (input)="valueChange.emit(box.value)"
    />
    @if (fault(); as sentence) {
      <span class="nab-error">{{ sentence }}</span>
    }
  `,
})
export class NameBox {
  readonly label = input.required<string>();
  readonly value = input.required<string>();
  readonly fault = input<string | null>(null);
  readonly valueChange = output<string>();
  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('box');

  focus(): void {
    const { nativeElement } = this.box();
    nativeElement.focus();
    nativeElement.select();
  }
}
