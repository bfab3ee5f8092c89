import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzDrawerModule } from 'ng-zorro-antd/drawer';
import { DrawerName } from '../accessibility';
import { helpFor } from './help-texts';

/** The three things that can be done on a page. */
@Component({
  selector: 'nab-page-help',
  imports: [DrawerName, NzButtonModule, NzDrawerModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    ol {
      display: grid;
      gap: 12px;
      margin: 0 0 20px;
      padding-left: 20px;
    }
  `,
  template: `
    <nz-drawer
      [nzTitle]="help().name"
      nzWidth="min(400px, 100vw)"
      [nzVisible]="visible()"
      (nzOnClose)="close()"
    >
      <div *nzDrawerContent [nabDrawerName]="help().name" [nabDrawerOpen]="visible()">
        <p>What you can do here:</p>
        <ol>
          @for (one of help().does; track one) {
            <li>{{ one }}</li>
          }
        </ol>
        @if (mayTour()) {
          <button nz-button type="button" (click)="close(); tour.emit()">
            Take the first lesson
          </button>
        }
      </div>
    </nz-drawer>
  `,
})
export class PageHelp {
  readonly url = input.required<string>();
  /** Only an educator plans lessons. */
  readonly mayTour = input(false);
  readonly closed = output<void>();
  readonly tour = output<void>();
  protected readonly visible = signal(true);
  protected readonly help = computed(() => helpFor(this.url()));

  protected close(): void {
    this.visible.set(false);
    this.closed.emit();
  }
}
