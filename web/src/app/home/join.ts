import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
} from '@angular/core';
import { Router } from '@angular/router';
import { isCode, spokenCode, tidyCode, type JoinBody, type JoinOffer } from '@nab/contract/lesson';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { Notice } from '../ui/notices';
import { SessionService } from '../platform/session';
import { ServerAway, ServerRefusal } from '../platform/server';
import { Shell } from '../platform/service-worker';
import { SignIn } from './sign-in';

/** Where a tablet, a board or the educator gets in. */
@Component({
  selector: 'nab-join',
  imports: [Notice, NzButtonModule, NzInputModule, SignIn],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
      gap: 32px 56px;
      max-width: 1000px;
      margin: 0 auto;
      padding: 40px 20px;
    }
    section {
      display: grid;
      gap: 16px;
      align-content: start;
    }
    form {
      display: grid;
      gap: 8px;
    }
    .letters {
      height: 72px;
      max-width: 360px;
      font: 600 40px var(--nab-mono);
      letter-spacing: 0.14em;
      text-transform: uppercase;
    }
    ul {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
      gap: 10px;
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li button {
      display: grid;
      width: 100%;
      min-height: 72px;
      height: auto;
      padding: 8px 14px;
      text-align: left;
      font-size: 20px;
      font-weight: 600;
      white-space: normal;
    }
    li small {
      font-size: 14px;
      font-weight: 400;
    }
    @media (max-width: 800px) {
      :host {
        grid-template-columns: 1fr;
        padding: 20px 14px;
      }
    }
  `,
  template: `
    <section aria-labelledby="join">
      <h1 id="join">Join the lesson</h1>
      @if (alone()) {
        <nab-notice state="rest">
          Nab runs alone on this machine: there is nothing to join, and nobody is asked for
          anything.
        </nab-notice>
      }
      <form (submit)="look($event)">
        <label for="join-code">Code on the board, six letters</label>
        <input
          #letters
          nz-input
          class="letters"
          id="join-code"
          autocomplete="off"
          autocapitalize="characters"
          spellcheck="false"
          maxlength="9"
          aria-describedby="join-fault"
          [attr.aria-invalid]="fault() !== ''"
          [value]="typed()"
          (input)="type(letters.value)"
        />
        <span id="join-fault" role="alert">
          @if (fault()) {
            <span class="nab-error">{{ fault() }}</span>
          }
        </span>
        @if (offer() === null) {
          <div>
            <button nz-button nzType="primary" [nzLoading]="busy()">Find the lesson</button>
          </div>
        }
      </form>
      @if (offer(); as found) {
        <h2>{{ found.title }}</h2>
        <p id="which">Which group holds this tablet?</p>
        <ul aria-labelledby="which">
          @for (group of found.groups; track group.id) {
            <li>
              <button
                nz-button
                type="button"
                [disabled]="group.taken || busy()"
                (click)="join(group.id)"
              >
                {{ group.name }}
                @if (group.taken) {
                  <small>has a tablet already</small>
                }
              </button>
            </li>
          }
        </ul>
        @if (asks(); as wanted) {
          <nab-notice state="caution">
            You are signed in as the educator on this device. Joining signs you out here; the lesson
            goes on.
            <div class="nab-row">
              <button
                nz-button
                nzType="primary"
                type="button"
                [disabled]="busy()"
                (click)="join(wanted.groupId, true)"
              >
                Sign me out and join
              </button>
              <button nz-button type="button" (click)="asks.set(null)">Stay signed in</button>
            </div>
          </nab-notice>
        }
        @if (shell.bound(); as why) {
          <nab-notice state="caution">
            Keep Nab open on this tablet until the lesson is over. It cannot be opened again while
            the network is away: {{ why }}.
          </nab-notice>
        }
        <p class="nab-soft">
          A group whose tablet broke: the educator lets the old one go in Room.
        </p>
        <div>
          <button nz-button type="button" [disabled]="busy()" (click)="join(null)">
            This screen is the board
          </button>
        </div>
      }
    </section>
    <nab-sign-in [to]="to() ?? '/'" />
  `,
})
export class JoinPage {
  /** In the address that a code holds. */
  readonly code = input<string>();
  /** Where somebody wanted to go. */
  readonly to = input<string>();
  private readonly who = inject(SessionService);
  protected readonly shell = inject(Shell);
  private readonly router = inject(Router);

  protected readonly alone = computed(() => this.who.session().setting === 'alone');
  protected readonly typed = signal('');
  protected readonly offer = signal<JoinOffer | null>(null);
  protected readonly fault = signal('');
  protected readonly busy = signal(false);
  /** As whom the educator wanted to join, before being asked whether to sign out. */
  protected readonly asks = signal<Pick<JoinBody, 'groupId'> | null>(null);

  constructor() {
    effect(() => {
      const code = this.code();
      if (code !== undefined) this.type(code);
    });
  }

  /** Six letters are a code, wherever they were typed. */
  protected type(text: string): void {
    const code = tidyCode(text);
    this.typed.set(isCode(code) ? spokenCode(code) : text);
    this.offer.set(null);
    this.asks.set(null);
    this.fault.set('');
    if (isCode(code)) void this.find(code);
  }

  protected look(event: Event): void {
    event.preventDefault();
    void this.find(tidyCode(this.typed()));
  }

  protected async join(groupId: string | null, signOut = false): Promise<void> {
    this.asks.set(null);
    await this.trying(async () => {
      const code = tidyCode(this.typed());
      const { investigationId } = await this.who
        .join({ code, groupId, signOut })
        .catch((error: unknown) => {
          if (isEducatorHere(error)) this.asks.set({ groupId });
          throw error;
        });
      const page = groupId === null ? 'board' : 'run';
      await this.router.navigate(['/investigations', investigationId, page]);
    });
  }

  private async find(code: string): Promise<void> {
    await this.trying(async () => this.offer.set(await this.who.offer(code)));
  }

  private async trying(act: () => Promise<void>): Promise<void> {
    this.busy.set(true);
    try {
      await act();
      this.fault.set('');
    } catch (error) {
      if (isEducatorHere(error)) {
        this.fault.set('');
      } else if (error instanceof ServerRefusal) {
        this.fault.set(error.problem.errors?.[0]?.message ?? error.message);
        // Somebody else was quicker: see who is still free.
        if (error.problem.code === 'GROUP_TAKEN') await this.refind();
      } else if (error instanceof ServerAway) {
        this.fault.set('The server cannot be reached just now. Try again.');
      } else {
        throw error;
      }
    } finally {
      this.busy.set(false);
    }
  }

  private async refind(): Promise<void> {
    const code = tidyCode(this.typed());
    this.offer.set(await this.who.offer(code).catch(() => null));
  }
}

const isEducatorHere = (error: unknown): boolean =>
  error instanceof ServerRefusal && error.problem.code === 'EDUCATOR_HERE';
