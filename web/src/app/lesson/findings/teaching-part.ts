import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { learntText, nextText, shownText } from '@nab/words/findings';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { InvestigationStore } from '../../investigation';
import { Notice } from '../../ui/notices';
import { faultWords } from '../../platform/server';

/** What a class has shown about Nab's predictions: kept for the school's next lessons, or forgotten. */
@Component({
  selector: 'nab-teaching-part',
  imports: [Notice, NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
    p {
      margin: 0;
      max-width: 80ch;
    }
  `,
  template: `
    @if (learnt(); as words) {
      <p>{{ words }}</p>
    }
    @if (shown(); as words) {
      <p>{{ words }}</p>
    }
    <div role="status">
      @if (next(); as words) {
        <p>{{ words }}</p>
      }
    </div>
    @if (fault(); as words) {
      <nab-notice state="caution">{{ words }}</nab-notice>
    }
    <div class="nab-row no-print">
      @if (shown()) {
        @if (store.teaching() === null || outdated()) {
          <button nz-button type="button" [disabled]="busy()" (click)="teach(true)">
            {{ outdated() ? 'Keep it as it is now' : 'Keep it for the next lessons' }}
          </button>
        }
      }
      @if (store.teaching() !== null) {
        <button nz-button type="button" [disabled]="busy()" (click)="teach(false)">
          Forget this class
        </button>
      }
      @if (store.teaching() !== null || learnt()) {
        @if (sure()) {
          <button nz-button nzDanger type="button" [disabled]="busy()" (click)="forgetAll()">
            Forget what every class has taught
          </button>
          <button nz-button type="button" (click)="sure.set(false)">No, keep it</button>
        } @else {
          <button nz-button type="button" (click)="sure.set(true)">Forget all classes …</button>
        }
      }
    </div>
  `,
})
export class TeachingPart {
  protected readonly store = inject(InvestigationStore);
  protected readonly busy = signal(false);
  protected readonly fault = signal('');
  protected readonly sure = signal(false);
  protected readonly learnt = computed(() => learntText(this.store.learnt()));
  protected readonly shown = computed(() =>
    this.store.rehearsalOf() === null
      ? shownText(this.store.findings().own, this.store.learnt())
      : null,
  );
  protected readonly next = computed(() => {
    const teaching = this.store.teaching();
    return teaching && nextText(teaching, this.store.findings().trials);
  });
  protected readonly outdated = computed(() => {
    const teaching = this.store.teaching();
    return teaching !== null && teaching.trials !== this.store.findings().trials;
  });

  protected teach(keep: boolean): Promise<void> {
    return this.change(() => this.store.teach(keep));
  }

  protected async forgetAll(): Promise<void> {
    await this.change(() => this.store.forgetAll());
    this.sure.set(false);
  }

  private async change(work: () => Promise<void>): Promise<void> {
    this.busy.set(true);
    this.fault.set('');
    try {
      await work();
    } catch (error) {
      this.fault.set(faultWords(error, 'Nothing was changed.'));
    } finally {
      this.busy.set(false);
    }
  }
}
