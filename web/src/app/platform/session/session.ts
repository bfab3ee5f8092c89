import { computed, inject, Injectable, signal } from '@angular/core';
import type { JoinBody, JoinOffer, PassPhraseBody, Session } from '@nab/contract/lesson';
import { firstValueFrom, type Observable } from 'rxjs';
import { writeLocal, readLocal } from '../local-storage';
import { ServerTime } from './server-time';
import { Server, ServerAway } from '../server';

const KEY = 'nab-session';

/** As it is before anything else is known: the person at this one machine. */
const LOCAL_SESSION: Session = {
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
export class SessionService {
  private readonly server = inject(Server);
  private readonly time = inject(ServerTime);
  private readonly sessionSignal = signal<Session>(LOCAL_SESSION);
  private asked: Promise<Session> | null = null;

  readonly session = this.sessionSignal.asReadonly();
  readonly role = computed(() => this.session().role);
  readonly isEducator = computed(() => this.role() === 'educator');
  /** The group whose tablet this is; null for everybody else. */
  readonly groupId = computed(() => this.session().groupId);

  /** Asks the server once; what was known last holds while it is away. */
  load(): Promise<Session> {
    this.asked ??= this.ask();
    return this.asked;
  }

  /** Asks again: something was refused that was allowed before. */
  refresh(): Promise<Session> {
    this.asked = null;
    return this.load();
  }

  signIn(passPhrase: string): Promise<Session> {
    return this.store(this.server.signIn({ passPhrase }));
  }

  signOut(): Promise<Session> {
    return this.store(this.server.signOut());
  }

  setPassPhrase(body: PassPhraseBody): Promise<Session> {
    return this.store(this.server.setPassPhrase(body));
  }

  offer(code: string): Promise<JoinOffer> {
    return firstValueFrom(this.server.joinOffer({ code }));
  }

  join(body: JoinBody): Promise<Session> {
    return this.store(this.server.join(body));
  }

  private async ask(): Promise<Session> {
    try {
      return await this.store(this.server.session());
    } catch (error) {
      if (!(error instanceof ServerAway)) throw error;
      // A tablet that is reloaded without network is still its group's.
      const kept = readLocal(KEY);
      const last = kept === null ? LOCAL_SESSION : (JSON.parse(kept) as Session);
      this.sessionSignal.set(last);
      this.asked = null;
      return last;
    }
  }

  private async store(answer: Observable<Session>): Promise<Session> {
    const session = await firstValueFrom(answer);
    this.time.take(session.now);
    this.sessionSignal.set(session);
    this.asked = Promise.resolve(session);
    writeLocal(KEY, JSON.stringify(session));
    return session;
  }
}
