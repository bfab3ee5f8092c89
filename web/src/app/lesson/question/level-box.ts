import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { NzAutocompleteModule } from 'ng-zorro-antd/auto-complete';
import { NzInputModule } from 'ng-zorro-antd/input';
import { AutoCompleteRole } from '../../ui/accessibility';

/** A level as it is typed; of named kinds those that there are are offered. */
@Component({
  selector: 'nab-level-box',
  imports: [AutoCompleteRole, FormsModule, NzAutocompleteModule, NzInputModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    input {
      width: 100%;
      min-height: 32px;
      padding: 1px 8px;
    }
  `,
  template: `
    @if (kinds().length > 0) {
      <input
        nz-input
        [nzAutocomplete]="offers"
        nabOffers="Kinds to choose from"
        [attr.aria-label]="label()"
        [attr.aria-invalid]="invalid()"
        [readonly]="settled()"
        [ngModel]="value()"
        (ngModelChange)="valueChange.emit($event)"
      />
      <nz-autocomplete #offers [nzDefaultActiveFirstOption]="false" [nzWidth]="420">
        @for (kind of offered(); track kind) {
          <nz-auto-option [nzValue]="kind" [nzLabel]="kind">{{ kind }}</nz-auto-option>
        }
      </nz-autocomplete>
    } @else {
      <input
        #box
        nz-input
        class="nab-number"
        [attr.aria-label]="label()"
        [attr.aria-invalid]="invalid()"
        [value]="value()"
        [readonly]="settled()"
        (input)="valueChange.emit(box.value)"
      />
    }
  `,
})
export class LevelBox {
  readonly label = input.required<string>();
  readonly value = input.required<string>();
  readonly invalid = input(false);
  /** Readings hang on it, so that it stays as it is. */
  readonly settled = input(false);
  /** Kinds that may be chosen; none where a level is a number. */
  readonly kinds = input<readonly string[]>([]);
  readonly valueChange = output<string>();

  /** Those that go with what is typed; all when that is one of them already. */
  protected readonly offered = computed(() => {
    const typed = this.value().trim().toLowerCase();
    const kinds = this.kinds();
    if (kinds.some((kind) => kind.toLowerCase() === typed)) return kinds;
    const fitting = kinds.filter((kind) => kind.toLowerCase().includes(typed));
    return fitting.length > 0 ? fitting : kinds;
  });
}
