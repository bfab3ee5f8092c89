import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { Router } from '@angular/router';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { firstValueFrom } from 'rxjs';
import { v4 as uuid } from 'uuid';
import { InvestigationStore } from '../../investigation';
import { Server, ServerAway, ServerRefusal } from '../../platform/server';
import { rehearsedPlan } from './rehearsed-plan';

/** Begins a rehearsal of this lesson, as an investigation of its own. */
@Component({
  selector: 'nab-rehearse',
  imports: [NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (store.rehearsalOf() === null) {
      <button nz-button type="button" [nzLoading]="making()" (click)="begin()">
        Rehearse this lesson
      </button>
    }
    @if (fault()) {
      <span class="nab-error">{{ fault() }}</span>
    }
  `,
})
export class RehearseButton {
  protected readonly store = inject(InvestigationStore);
  private readonly server = inject(Server);
  private readonly router = inject(Router);
  protected readonly making = signal(false);
  protected readonly fault = signal('');

  protected async begin(): Promise<void> {
    this.making.set(true);
    this.fault.set('');
    try {
      const made = await firstValueFrom(
        this.server.create({
          id: uuid(),
          plan: rehearsedPlan({ plan: this.store.plan().valid() }),
          design: this.store.design().valid(),
          rehearsalOf: this.store.id(),
          actor: 'educator',
        }),
      );
      await this.router.navigate(['/investigations', made.id, 'run']);
    } catch (error) {
      if (!(error instanceof ServerAway || error instanceof ServerRefusal)) throw error;
      this.fault.set(`No rehearsal was made: ${error.message || 'the server is away'}.`);
    } finally {
      this.making.set(false);
    }
  }
}
