import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzSegmentedModule } from 'ng-zorro-antd/segmented';
import { firstValueFrom } from 'rxjs';
import { SegmentedName } from '../../ui/accessibility';
import { InvestigationStore } from '../../investigation';
import { Server, ServerAway, ServerRefusal } from '../../platform/server';
import { ToastService } from '../../ui/toasts';
import { hiddenIn } from './moments';
import { RehearsalPlayer, SPEEDS } from './rehearsal-player';

/** Above every page of a rehearsal: that it is one, how far it is, how fast it goes, and its end. */
@Component({
  selector: 'nab-rehearsal-bar',
  imports: [FormsModule, NzButtonModule, NzSegmentedModule, RouterLink, SegmentedName],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    section {
      display: flex;
      flex-wrap: wrap;
      gap: 8px 16px;
      align-items: center;
      margin-bottom: 16px;
      padding: 8px 14px;
      border: 2px dashed var(--nab-amber);
      border-radius: 3px;
      background: var(--nab-amber-wash);
    }
    p {
      margin: 0;
      flex: 1 1 240px;
    }
    .hidden {
      flex-basis: 100%;
    }
  `,
  template: `
    @if (player.active()) {
      <section aria-label="Rehearsal">
        <p>
          <strong>Rehearsal.</strong> This class does not exist, and nothing of it counts.
          <span class="nab-number" data-testid="lesson-minute">{{ minute() }}</span>
        </p>
        @if (!player.over()) {
          <button nz-button nzType="primary" type="button" class="no-print" (click)="turn()">
            {{ player.playing() ? 'Pause' : 'Go on' }}
          </button>
          <nz-segmented
            class="no-print"
            nabLabel="How fast"
            [nzOptions]="speeds"
            [ngModel]="player.speed()"
            (ngModelChange)="player.setSpeed($event)"
          />
        }
        <button nz-button type="button" class="no-print" (click)="remove()">
          Delete the rehearsal
        </button>
        @if (player.over()) {
          <p class="hidden">
            The lesson is over. Did you see it? {{ hidden() }}
            <a routerLink="findings">What the findings say of it</a>
          </p>
        }
        @if (fault()) {
          <span class="nab-error">{{ fault() }}</span>
        }
      </section>
    }
  `,
})
export class RehearsalBar {
  protected readonly player = inject(RehearsalPlayer);
  private readonly store = inject(InvestigationStore);
  private readonly server = inject(Server);
  private readonly router = inject(Router);
  private readonly told = inject(ToastService);
  protected readonly speeds = SPEEDS.map((value) => ({ value, label: `${value} ×` }));
  protected readonly fault = signal('');

  protected readonly minute = computed(() => {
    const end = this.player.rehearsal()?.end ?? 0;
    const now = Math.min(this.player.elapsed(), end);
    return `Minute ${Math.floor(now / 60)} of ${Math.ceil(end / 60)}.`;
  });
  protected readonly hidden = computed(() => {
    const rehearsal = this.player.rehearsal();
    return rehearsal ? hiddenIn(rehearsal, this.store.plan().valid().groups) : '';
  });

  protected turn(): void {
    if (this.player.playing()) this.player.pause();
    else this.player.play();
  }

  protected async remove(): Promise<void> {
    this.player.pause();
    const [id, original] = [this.store.id(), this.store.rehearsalOf()];
    const put = (place: 'open' | 'deleted') => firstValueFrom(this.server.move(id, { place }));
    try {
      await put('deleted');
      await this.router.navigate(['/investigations', original, 'run']);
      this.told.show({ sentence: 'The rehearsal is deleted.', undo: () => put('open') });
    } catch (error) {
      if (!(error instanceof ServerAway || error instanceof ServerRefusal)) throw error;
      this.fault.set('Not deleted: the server is away. Try again.');
    }
  }
}
