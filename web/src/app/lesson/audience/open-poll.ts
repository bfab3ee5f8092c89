import { computed, DestroyRef, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { Poll, PollBody } from '@nab/contract/lesson';
import { catchError, EMPTY, exhaustMap, filter, firstValueFrom, interval } from 'rxjs';
import { v4 as uuid } from 'uuid';
import { Server, ServerAway, ServerRefusal } from '../../platform/server';

const LOOK_MS = 2000;

/**
 * A vote that is being held on this screen: hands are counted here and kept at the server, what
 * telephones say comes from there.
 */
export class OpenPoll {
  private readonly server = inject(Server);
  private readonly bodySignal = signal<PollBody | null>(null);
  private readonly telephonesSignal = signal<readonly number[]>([]);
  private readonly faultSignal = signal<string | null>(null);
  private readonly idSignal = signal('');
  private sending: Promise<boolean> = Promise.resolve(true);

  readonly id = this.idSignal.asReadonly();
  readonly fault = this.faultSignal.asReadonly();
  /** Its current state; null before it is opened. */
  readonly poll = computed((): Poll | null => {
    const body = this.bodySignal();
    return body && { ...body, id: this.idSignal(), telephones: this.telephonesSignal() };
  });

  constructor() {
    interval(LOOK_MS)
      .pipe(
        filter(() => this.bodySignal()?.closedAt === null),
        exhaustMap(() => this.server.poll(this.idSignal()).pipe(catchError(() => EMPTY))),
        takeUntilDestroyed(inject(DestroyRef)),
      )
      .subscribe(({ telephones }) => this.telephonesSignal.set(telephones));
  }

  /** Without the server there is no vote; the fault says why. */
  async open(body: Omit<PollBody, 'hands' | 'closedAt'>): Promise<void> {
    this.idSignal.set(uuid());
    this.telephonesSignal.set(body.choices.map(() => 0));
    const hands = body.choices.map(() => 0);
    if (!(await this.send({ ...body, hands, closedAt: null }))) this.bodySignal.set(null);
  }

  /** Takes one up again that is open at the server. */
  resume({ id, telephones, ...body }: Poll): void {
    this.idSignal.set(id);
    this.telephonesSignal.set(telephones);
    this.bodySignal.set(body);
  }

  /** So many hands were raised for one choice. */
  raise(at: number, hands: number): Promise<boolean> {
    const body = this.bodySignal()!;
    return this.send({ ...body, hands: body.hands.map((one, i) => (i === at ? hands : one)) });
  }

  /** Nobody votes any more. @returns its current state; null if the server did not accept it. */
  async close(closedAt: string): Promise<Poll | null> {
    const body = this.bodySignal()!;
    if (await this.send({ ...body, closedAt })) return this.poll();
    this.bodySignal.set(body);
    return null;
  }

  forget(): void {
    this.bodySignal.set(null);
    this.faultSignal.set(null);
  }

  /** One after the other, so that an earlier count never overwrites a later one. */
  private send(body: PollBody): Promise<boolean> {
    this.bodySignal.set(body);
    const id = this.idSignal();
    this.sending = this.sending.then(async () => {
      try {
        const { telephones } = await firstValueFrom(this.server.writePoll(id, body));
        this.telephonesSignal.set(telephones);
        this.faultSignal.set(null);
        return true;
      } catch (error) {
        if (!(error instanceof ServerAway || error instanceof ServerRefusal)) throw error;
        this.faultSignal.set(
          error instanceof ServerAway
            ? 'The server is away: telephones cannot vote now. Hands that are counted stay here.'
            : error.message,
        );
        return false;
      }
    });
    return this.sending;
  }
}
