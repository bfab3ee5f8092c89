import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { Router } from '@angular/router';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzDrawerModule } from 'ng-zorro-antd/drawer';
import { DrawerName } from '../accessibility';
import { faultWords } from '../../platform/server';
import { FirstLesson, NO_EXAMPLE } from './first-lesson';
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
          <button nz-button type="button" (click)="begin()">Take the first lesson</button>
          @if (fault(); as message) {
            <p class="nab-error" role="alert">{{ message }}</p>
          }
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
  private readonly lesson = inject(FirstLesson);
  private readonly router = inject(Router);
  protected readonly fault = signal('');
  protected readonly visible = signal(true);
  protected readonly help = computed(() => helpFor(this.url()));

  protected async begin(): Promise<void> {
    try {
      const id = await this.lesson.begin();
      if (id === null) {
        this.fault.set(NO_EXAMPLE);
        return;
      }
      await this.router.navigate(['/investigations', id, 'question']);
      this.close();
    } catch (error) {
      this.fault.set(faultWords(error, 'The first lesson could not be started.'));
    }
  }

  protected close(): void {
    this.visible.set(false);
    this.closed.emit();
  }
}
