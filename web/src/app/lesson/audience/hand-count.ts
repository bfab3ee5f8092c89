import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { NzInputNumberModule } from 'ng-zorro-antd/input-number';
import { InputNumberName } from '../../ui/accessibility';
import { howMany } from '@nab/words/terms';

const MOST_HANDS = 9999;

/** Votes for one choice: hands with a minus and a plus, telephones, and both as a bar. */
@Component({
  selector: 'nab-hand-count',
  imports: [FormsModule, InputNumberName, NzInputNumberModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(90px, auto) 110px minmax(0, 1fr);
      gap: 4px 12px;
      align-items: center;
      font-size: 18px;
    }
    .bar {
      grid-column: 1 / -1;
      height: 8px;
      background: var(--nab-grid);
    }
    .bar span {
      display: block;
      height: 100%;
      background: var(--nab-copper);
    }
  `,
  template: `
    <span>{{ name() }}</span>
    <nz-input-number
      [nabLabel]="'Hands for: ' + name()"
      nzSize="large"
      [nzMin]="0"
      [nzMax]="9999"
      [nzPrecision]="0"
      [ngModel]="hands()"
      (ngModelChange)="handsChange.emit(whole($event))"
    />
    <span class="nab-soft">{{ said() }}</span>
    <span class="bar" aria-hidden="true"><span [style.width.%]="share()"></span></span>
  `,
})
export class HandCount {
  readonly name = input.required<string>();
  readonly hands = input.required<number>();
  readonly telephones = input.required<number>();
  /** Votes for the choice that most took. */
  readonly most = input.required<number>();
  readonly handsChange = output<number>();
  protected readonly said = computed(() =>
    this.telephones() > 0 ? `and ${howMany(this.telephones(), 'telephone')}` : '',
  );
  protected readonly share = computed(
    () => (100 * (this.hands() + this.telephones())) / this.most(),
  );

  protected whole(typed: number | null): number {
    return Math.max(0, Math.min(MOST_HANDS, Math.round(typed ?? 0)));
  }
}
