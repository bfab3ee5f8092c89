import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { Notice } from '../../ui/notices';

/** The button that switches on, and before it the rest that a warm coil still needs. */
@Component({
  selector: 'nab-switch-on',
  imports: [Notice, NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 12px;
      justify-items: start;
      width: 100%;
    }
    .rests {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      align-items: center;
    }
    .big {
      min-height: 60px;
      padding: 8px 26px;
      font-size: 20px;
    }
    @media (max-width: 760px) {
      .big {
        width: 100%;
      }
    }
  `,
  template: `
    @if (rest() > 0) {
      <div class="rests" role="timer" [attr.aria-label]="'Seconds to cool: ' + rest()">
        <nab-notice state="rest">
          The coil is still warm: let it cool for
          <strong class="nab-number">{{ rest() }}</strong> s.
        </nab-notice>
        <button nz-button type="button" (click)="cool.emit()">It feels cool already</button>
      </div>
      <ng-content />
    }
    <button
      nz-button
      nzType="primary"
      class="big"
      type="button"
      data-first
      [disabled]="rest() > 0"
      (click)="pressed.emit()"
    >
      {{ words() }}
    </button>
  `,
})
export class SwitchOn {
  readonly words = input.required<string>();
  /** Seconds that the coil still has to rest. */
  readonly rest = input.required<number>();
  readonly pressed = output<void>();
  /** The group says that it is cool. */
  readonly cool = output<void>();
}
