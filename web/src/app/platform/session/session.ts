import { computed, inject, Injectable, signal } from '@angular/core';
import type { JoinBody, JoinOffer, PassPhraseBody, Session } from '@nab/contract/lesson';
import { firstValueFrom, type Observable } from 'rxjs';
import { remember, remembered } from '../local-storage';
import { ServerTime } from './server-time';
import { Server, ServerAway } from '../server';

const KEY = 'nab-session';

/** As it is before anything else is known: whoever sits at this one machine. */
const ALONE: Session = {
  setting: 'alone',
  role: 'educator',
  investigationId: null,
  groupId: null,
  passPhraseSet: false,
  address: null,
  now: '',
};

/** Who this browser is to the server: the educator, a group, the board, or nobody yet. */
@Injectable({ providedIn: 'root' })
export class WhoService {
  private readonly server = inject(Server);
  private readonly time = inject(ServerTime);
  private readonly sessionSignal = signal<Session>(ALONE);
  private asked: Promise<Session> | null = null;

  readonly session = this.sessionSignal.asReadonly();
  readonly role = computed(() => this.session().role);
  readonly isEducator = computed(() => this.role() === 'educator');
  /** The group whose tablet this is; null for everybody else. */
  readonly groupId = computed(() => this.session().groupId);

  /** Asks the server once; what was known last holds while it is away. */
  know(): Promise<Session> {
    this.asked ??= this.ask();
    return this.asked;
  }

  /** Asks again: something was refused that was allowed before. */
  refresh(): Promise<Session> {
    this.asked = null;
    return this.know();
  }

  signIn(passPhrase: string): Promise<Session> {
    return this.take(this.server.signIn({ passPhrase }));
  }

  signOut(): Promise<Session> {
    return this.take(this.server.signOut());
  }

  setPassPhrase(body: PassPhraseBody): Promise<Session> {
    return this.take(this.server.setPassPhrase(body));
  }

  offer(code: string): Promise<JoinOffer> {
    return firstValueFrom(this.server.joinOffer({ code }));
  }

  join(body: JoinBody): Promise<Session> {
    return this.take(this.server.join(body));
  }

  private async ask(): Promise<Session> {
    try {
      return await this.take(this.server.session());
    } catch (error) {
      if (!(error instanceof ServerAway)) throw error;
      // A tablet that is reloaded without network is still its group's.
      const kept = remembered(KEY);
      const last = kept === null ? ALONE : (JSON.parse(kept) as Session);
      this.sessionSignal.set(last);
      this.asked = null;
      return last;
    }
  }

  private async take(answer: Observable<Session>): Promise<Session> {
    const session = await firstValueFrom(answer);
    this.time.take(session.now);
    this.sessionSignal.set(session);
    this.asked = Promise.resolve(session);
    remember(KEY, JSON.stringify(session));
    return session;
  }
}
