import { TableName } from '../../ui/accessibility';
import { NzTableModule } from 'ng-zorro-antd/table';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  signal,
} from '@angular/core';
import { formatQuantity } from '@nab/core/quantities';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { skip, type Subscription } from 'rxjs';
import { Notice } from '../../ui/notices';
import { ShellStore } from './shell-store';
import { WorkerCalls } from '../../platform/workers';
import type { ShellApi, ShellCheck as Check, ShellMessage } from './shell.worker';

/** The pull by finite elements, two ways, gap after gap, compared with the network's. */
@Component({
  selector: 'nab-shell-check',
  imports: [Notice, NzButtonModule, NzTableModule, TableName],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 10px;
    }
  `,
  template: `
    <div class="nab-row">
      @if (working()) {
        <button nz-button type="button" (click)="stop()">Stop</button>
        <span class="nab-hint" aria-live="polite">
          Solving gap {{ checks().length + 1 }} of {{ gaps() }} …
        </span>
      } @else {
        <button nz-button type="button" (click)="start()">Check by finite elements</button>
      }
    </div>
    @if (fault(); as sentence) {
      <nab-notice state="caution">{{ sentence }}</nab-notice>
    }
    @if (rows().length > 0) {
      <nz-table
        nabTable="Pull of one magnet, seated flat, by the network and by finite elements"
        nzSize="small"
        [nzTemplateMode]="true"
      >
        <thead>
          <tr>
            <th scope="col" class="num">Gap</th>
            <th scope="col" class="num">Network</th>
            <th scope="col" class="num">Stress in the gap</th>
            <th scope="col" class="num">Virtual work</th>
            <th scope="col" class="num">Differ by</th>
            <th scope="col" class="num">Most in the cup</th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.gap) {
            <tr>
              <td class="num">{{ row.gap }}</td>
              <td class="num">{{ row.network }}</td>
              <td class="num">{{ row.force }}</td>
              <td class="num">{{ row.work }}</td>
              <td class="num">{{ row.error }}</td>
              <td class="num">{{ row.peak }}</td>
            </tr>
          }
        </tbody>
      </nz-table>
      <p class="nab-hint">
        The two ways share nothing but the field, so their difference is the error to expect of it.
      </p>
    }
  `,
})
export class ShellCheck {
  private readonly store = inject(ShellStore);
  protected readonly gaps = signal(0);
  protected readonly checks = signal<readonly Check[]>([]);
  protected readonly working = signal(false);
  protected readonly fault = signal('');
  private running: Subscription | null = null;
  private readonly calls = new WorkerCalls<ShellApi>(
    () => new Worker(new URL('./shell.worker', import.meta.url), { type: 'module' }),
  );

  protected readonly rows = computed(() =>
    [...this.checks()]
      .sort((p, q) => p.gap - q.gap)
      .map(({ gap, network, force, work, peak }) => ({
        gap: formatQuantity(gap, 'length', 'mm'),
        network: formatQuantity(network, 'force'),
        force: formatQuantity(force, 'force'),
        work: formatQuantity(work, 'force'),
        error: `${(100 * Math.abs(force / work - 1)).toFixed(1)} %`,
        peak: formatQuantity(peak, 'fluxDensity', 'T'),
      })),
  );

  constructor() {
    // What was solved belongs to the magnet it was solved for.
    toObservable(this.store.design)
      .pipe(skip(1), takeUntilDestroyed())
      .subscribe(() => this.forget());
    inject(DestroyRef).onDestroy(() => this.calls.end());
  }

  private forget(): void {
    this.stop();
    this.checks.set([]);
    this.fault.set('');
  }

  protected start(): void {
    this.forget();
    this.working.set(true);
    this.running = this.calls
      .stream<ShellMessage>((api, tell) => api.check(this.store.design(), tell))
      .subscribe({
        next: (message) => {
          if (message.kind === 'gaps') this.gaps.set(message.count);
          if (message.kind === 'check') this.checks.update((all) => [...all, message.check]);
          if (message.kind === 'fault') this.fault.set(message.sentence);
        },
        error: () => {
          this.fault.set('The solver ended unexpectedly. Press the button to start it again.');
          this.working.set(false);
        },
        complete: () => this.working.set(false),
      });
  }

  protected stop(): void {
    this.running?.unsubscribe();
    this.working.set(false);
  }
}
