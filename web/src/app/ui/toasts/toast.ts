import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  effect,
  inject,
  Injectable,
  signal,
  type TemplateRef,
  viewChild,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzNotificationService, type NzNotificationComponent } from 'ng-zorro-antd/notification';
import { NotificationClose } from '../accessibility';

/** What was done, in a sentence, with the way back or on. */
export interface ToastMessage {
  readonly sentence: string;
  readonly undo?: () => unknown;
  /** Where what was done can be seen. */
  readonly link?: { readonly words: string; readonly to: string; readonly query?: object };
}

const STAYS_MS = 10_000;

/** Says what was done, for a while, in the corner of the screen. */
@Injectable({ providedIn: 'root' })
export class ToastService {
  private readonly tellingSignal = signal<ToastMessage | null>(null);
  readonly telling = this.tellingSignal.asReadonly();
  private place: object | null = null;

  show(telling: ToastMessage): void {
    this.tellingSignal.set(telling);
  }

  dismiss(): void {
    this.tellingSignal.set(null);
  }

  /** Of several places on one screen the outer one speaks. @returns whether this is it. */
  take(place: object): boolean {
    this.place ??= place;
    return this.place === place;
  }

  leave(place: object): void {
    if (this.place !== place) return;
    this.place = null;
    this.dismiss();
  }
}

/**
 * The place of what was said last. `nz-notification` of ng-zorro-antd 21.3.3 is not announced, so the
 * sentence is also put into a live region that is there from the start.
 */
@Component({
  selector: 'nab-toast-outlet',
  imports: [NotificationClose, NzButtonModule, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    .told {
      display: flex;
      flex-wrap: wrap;
      gap: 8px 12px;
      align-items: center;
      padding-right: 20px;
    }
  `,
  template: `
    @if (speaks) {
      <p class="visually-hidden" role="status">{{ told.telling()?.sentence }}</p>
    }
    <ng-template #notification let-notice let-data="data">
      <div class="told" nabNotificationClose>
        <span>{{ data.sentence }}</span>
        @if (data.undo) {
          <button nz-button nzSize="small" type="button" (click)="undo(data, notice)">Undo</button>
        }
        @if (data.link; as link) {
          <a [routerLink]="link.to" [queryParams]="link.query ?? {}" (click)="notice.close()">{{
            link.words
          }}</a>
        }
      </div>
    </ng-template>
  `,
})
export class ToastOutlet {
  protected readonly told = inject(ToastService);
  private readonly notifications = inject(NzNotificationService);
  private readonly notification =
    viewChild.required<TemplateRef<{ $implicit: NzNotificationComponent; data: ToastMessage }>>(
      'notification',
    );

  protected readonly speaks = this.told.take(this);

  constructor() {
    effect(() => {
      const telling = this.told.telling();
      if (!telling || !this.speaks) return;
      this.notifications.template(this.notification(), {
        nzData: telling,
        nzDuration: STAYS_MS,
        nzPlacement: 'bottomRight',
      });
    });
    inject(DestroyRef).onDestroy(() => {
      if (this.speaks) this.notifications.remove();
      this.told.leave(this);
    });
  }

  protected undo({ undo }: ToastMessage, notice: NzNotificationComponent): void {
    undo?.();
    notice.close();
  }
}
