import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Router } from '@angular/router';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { SessionService } from '../platform/session';
import { ServerAway, ServerRefusal } from '../platform/server';

/** The educator's way in: the pass phrase, or a first one where none is set yet. */
@Component({
  selector: 'nab-sign-in',
  imports: [NzButtonModule, NzInputModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    section {
      display: grid;
      gap: 14px;
      padding: 20px;
      border: 1px solid var(--nab-grid);
      border-radius: 3px;
      background: var(--nab-sheet);
    }
    form {
      display: grid;
      gap: 12px;
    }
    .nab-field {
      display: grid;
      gap: 4px;
    }
  `,
  template: `
    <section aria-labelledby="sign-in">
      <h2 id="sign-in">I am the educator</h2>
      @if (first()) {
        <p>
          This classroom has no pass phrase yet. Whoever knows it can change everything, so choose a
          few words that no pupil guesses.
        </p>
      }
      <form (submit)="send($event, phrase.value)">
        @if (first()) {
          <div class="nab-field">
            <label for="set-up-code">Code that the start printed on the machine</label>
            <input
              #code
              nz-input
              id="set-up-code"
              (input)="setUp.set(code.value)"
              autocomplete="off"
              aria-describedby="set-up-fault"
              [attr.aria-invalid]="faultAt('setUp') !== ''"
            />
            <span id="set-up-fault" role="alert">
              @if (faultAt('setUp'); as words) {
                <span class="nab-error">{{ words }}</span>
              }
            </span>
          </div>
        }
        <div class="nab-field">
          <label for="pass-phrase">{{ first() ? 'New pass phrase' : 'Pass phrase' }}</label>
          <input
            #phrase
            nz-input
            id="pass-phrase"
            type="password"
            aria-describedby="phrase-fault"
            [attr.autocomplete]="first() ? 'new-password' : 'current-password'"
            [attr.aria-invalid]="faultAt('passPhrase') !== ''"
          />
          <span id="phrase-fault" role="alert">
            @if (faultAt('passPhrase'); as words) {
              <span class="nab-error">{{ words }}</span>
            }
          </span>
        </div>
        <div>
          <button nz-button nzType="primary" [nzLoading]="busy()">
            {{ first() ? 'Set it and sign in' : 'Sign in' }}
          </button>
        </div>
      </form>
    </section>
  `,
})
export class SignIn {
  /** Where to go when it was the right one. */
  readonly to = input.required<string>();
  private readonly who = inject(SessionService);
  private readonly router = inject(Router);
  protected readonly first = computed(() => !this.who.session().passPhraseSet);
  protected readonly setUp = signal('');
  protected readonly busy = signal(false);
  private readonly fault = signal<{ readonly path: string; readonly message: string } | null>(null);

  protected faultAt(path: string): string {
    const fault = this.fault();
    // Faults of no field are shown at the pass phrase.
    const at = fault?.path === 'setUp' && this.first() ? 'setUp' : 'passPhrase';
    return fault && at === path ? fault.message : '';
  }

  protected async send(event: Event, passPhrase: string): Promise<void> {
    event.preventDefault();
    this.busy.set(true);
    this.fault.set(null);
    try {
      await (this.first()
        ? this.who.setPassPhrase({ passPhrase, setUp: this.setUp(), current: null })
        : this.who.signIn(passPhrase));
      await this.router.navigateByUrl(this.to());
    } catch (error) {
      if (error instanceof ServerRefusal) {
        const [first] = error.problem.errors ?? [];
        this.fault.set(first ?? { path: '', message: error.message });
      } else if (error instanceof ServerAway) {
        this.fault.set({ path: '', message: awayWords(error) });
      } else {
        throw error;
      }
    } finally {
      this.busy.set(false);
    }
  }
}

const awayWords = ({ waitSeconds }: ServerAway): string =>
  waitSeconds === null
    ? 'The server cannot be reached just now. Try again.'
    : `Too many wrong ones. Wait ${waitSeconds} s, then try again.`;
