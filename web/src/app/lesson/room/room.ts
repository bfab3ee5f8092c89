import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { spokenCode, type Room, type RoomBody } from '@nab/contract/lesson';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzTableModule } from 'ng-zorro-antd/table';
import { filter, firstValueFrom, type Observable } from 'rxjs';
import { timeText } from '../../platform/region';
import { TableName } from '../../ui/accessibility';
import { AddressCode } from '../../ui/codes';
import { InvestigationStore } from '../../investigation';
import { Notice } from '../../ui/notices';
import { SessionService } from '../../platform/session';
import { Server, faultWords } from '../../platform/server';
import { ToastService } from '../../ui/toasts';
import { benches } from './benches';
import { UnplacedReadings } from './unplaced-readings';

/** The educator's hand on the room: who may come in, who is where, what is said to all. */
@Component({
  selector: 'nab-room',
  imports: [
    AddressCode,
    FormsModule,
    Notice,
    NzButtonModule,
    NzInputModule,
    NzTableModule,
    RouterLink,
    UnplacedReadings,
    TableName,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './room.html',
  styleUrl: './room.less',
})
export class RoomPage {
  protected readonly store = inject(InvestigationStore);
  private readonly server = inject(Server);
  private readonly told = inject(ToastService);
  protected readonly session = inject(SessionService).session;
  protected readonly spoken = spokenCode;
  /** Tablets reach Nab without HTTPS. */
  protected readonly plain = computed(() => this.session().address?.startsWith('http:') ?? false);

  protected readonly room = this.store.room;
  private readonly plan = computed(() => this.store.plan().valid());
  protected readonly benches = benches(this.plan, this.room, this.store.trials, this.store.cases);
  protected readonly message = signal('');
  protected readonly fault = signal('');
  protected readonly busy = signal(false);

  constructor() {
    toObservable(this.store.id)
      .pipe(
        filter((id) => id !== ''),
        takeUntilDestroyed(),
      )
      .subscribe((id) => void this.take(this.server.room(id)));
  }

  protected at(iso: string): string {
    return timeText(iso);
  }

  protected async say(event: Event): Promise<void> {
    event.preventDefault();
    await this.change({ message: this.message().trim() });
    this.message.set('');
  }

  protected async change(change: Partial<RoomBody>): Promise<void> {
    const room = this.room();
    if (!room) return;
    const { paused, message, ended, begun, ranked } = room;
    const body = { paused, message, ended, begun, ranked, ...change };
    await this.take(this.server.writeRoom(this.store.id(), body));
  }

  protected async begin(): Promise<void> {
    await this.change({ begun: true, ended: false });
    this.told.show({
      sentence: 'The lesson has begun: the board counts from now.',
      undo: () => this.change({ begun: false }),
    });
  }

  protected async end(): Promise<void> {
    await this.change({ ended: true, paused: false });
    this.told.show({
      sentence: 'The lesson is over on every screen.',
      undo: () => this.change({ ended: false }),
    });
  }

  protected async renew(): Promise<void> {
    await this.take(this.server.renewCode(this.store.id()));
    this.told.show({
      sentence: 'There is a new code. Whoever is in stays in; the old code lets nobody in.',
    });
  }

  protected async release(groupId: string, name: string): Promise<void> {
    await this.take(this.server.releaseTablet(this.store.id(), groupId));
    this.told.show({
      sentence: `${name} may join with another tablet. What the old one still holds stays on it.`,
    });
  }

  private async take(answer: Observable<Room>): Promise<void> {
    this.busy.set(true);
    try {
      this.store.takeRoom(await firstValueFrom(answer));
      this.fault.set('');
    } catch (error) {
      this.fault.set(faultWords(error, 'Nothing was changed.'));
    } finally {
      this.busy.set(false);
    }
  }
}
