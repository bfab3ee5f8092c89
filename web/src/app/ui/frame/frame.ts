import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import {
  NavigationEnd,
  Router,
  RouterLink,
  RouterLinkActive,
  RouterOutlet,
  type ActivatedRouteSnapshot,
} from '@angular/router';
import { exhaustMap, filter, map } from 'rxjs';
import { SaveStatus } from '../notices';
import { SessionService } from '../../platform/session';
import { Server } from '../../platform/server';
import { FirstLesson } from './first-lesson';
import { FirstLessonBar } from './first-lesson-bar';
import { PageHelp } from './page-help';
import { isStation } from './stations';
import { ThemeService } from './theme';

/** The whole page: a bar with the name, the state of saving and the theme; below it the view. */
@Component({
  selector: 'nab-root',
  imports: [FirstLessonBar, PageHelp, RouterLink, RouterLinkActive, RouterOutlet, SaveStatus],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    header {
      display: flex;
      align-items: center;
      gap: 16px;
      min-height: 52px;
      padding: 4px 20px;
      border-bottom: 1px solid var(--nab-grid);
      background: var(--nab-sheet);
    }
    .name {
      display: flex;
      align-items: center;
      gap: 10px;
      color: var(--nab-ink);
      font-size: 22px;
      font-weight: 750;
      letter-spacing: 0.01em;
      text-decoration: none;
    }
    .name svg {
      width: 30px;
      height: 30px;
    }
    nav {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 18px;
      margin-left: 12px;
    }
    nav a {
      padding: 4px 0;
      color: var(--nab-ink-soft);
      text-decoration: none;
      border-bottom: 3px solid transparent;
    }
    nav a:hover {
      color: var(--nab-copper);
    }
    nav a.here {
      color: var(--nab-ink);
      font-weight: 600;
      border-bottom-color: var(--nab-copper);
    }
    .spacer {
      flex: 1;
    }
    /* On a telephone the ways beside the investigations take one line of their own. */
    @media (max-width: 700px) {
      header {
        flex-wrap: wrap;
        gap: 0 16px;
      }
      nav {
        order: 1;
        width: 100%;
        margin-left: 0;
        flex-wrap: nowrap;
        gap: 18px;
        overflow-x: auto;
      }
      nav a {
        white-space: nowrap;
        font-size: 15px;
      }
    }
    .theme {
      font: inherit;
      font-size: 14px;
      min-height: 32px;
      padding: 2px 10px;
      color: var(--nab-ink);
      background: none;
      border: 1px solid var(--nab-grid);
      border-radius: 3px;
      cursor: pointer;
    }
    .skip {
      position: absolute;
      left: -999px;
    }
    .skip:focus {
      left: 8px;
      top: 8px;
      padding: 8px 12px;
      background: var(--nab-sheet);
      z-index: 10;
    }
  `,
  template: `
    <a class="skip" href="#main" (click)="skip($event, main)">Skip to the content</a>
    @if (!bare()) {
      <header class="no-print">
        <a
          class="name"
          routerLink="/"
          [attr.aria-label]="who.isEducator() ? 'Nab: all investigations' : 'Nab'"
        >
          <svg viewBox="0 0 32 32" aria-hidden="true">
            <rect x="14" y="2" width="4" height="28" fill="var(--nab-steel)" />
            <g fill="none" stroke="var(--nab-copper)" stroke-width="2.6" stroke-linecap="round">
              <path d="M8 10 24 7.5M8 15.5 24 13M8 21 24 18.5" />
            </g>
          </svg>
          Nab
        </a>
        @if (who.isEducator()) {
          <nav aria-label="Beside the investigations">
            <a routerLink="/shelf" routerLinkActive="here" ariaCurrentWhenActive="page">Shelf</a>
            <a routerLink="/compare" routerLinkActive="here" ariaCurrentWhenActive="page"
              >Compare</a
            >
            <a
              routerLink="/stations"
              [class.here]="atStation()"
              [attr.aria-current]="atStation() ? 'page' : null"
              >Stations</a
            >
            <a routerLink="/magnet/fix-it" routerLinkActive="here" ariaCurrentWhenActive="page"
              >Fix it</a
            >
          </nav>
        }
        <span class="spacer"></span>
        <nab-save-status />
        <button
          class="theme"
          type="button"
          aria-label="What can I do here?"
          (click)="helpAsked.set(true)"
        >
          ?
        </button>
        <button class="theme" type="button" (click)="theme.toggle()">
          {{ theme.theme() === 'dark' ? 'Light' : 'Dark' }}
        </button>
        @if (who.isEducator() && who.session().setting === 'classroom') {
          <button class="theme" type="button" (click)="signOut()">Sign out</button>
        }
      </header>
      @if (helpAsked()) {
        @defer (on immediate) {
          <nab-page-help
            [url]="helpFor()"
            [mayTour]="who.isEducator()"
            (closed)="helpAsked.set(false)"
          />
        }
      }
      @if (lesson.step()) {
        @defer (on immediate) {
          <nab-first-lesson-bar />
        }
      }
    }
    <main #main id="main" tabindex="-1"><router-outlet /></main>
  `,
})
export class Frame {
  protected readonly theme = inject(ThemeService);
  protected readonly who = inject(SessionService);
  protected readonly lesson = inject(FirstLesson);
  private readonly router = inject(Router);
  protected readonly helpAsked = signal(false);
  protected readonly helpFor = (): string => this.router.url;
  /** A board, or a phone that votes, has no navigation. */
  protected readonly bare = toSignal(
    this.router.events.pipe(
      filter((event) => event instanceof NavigationEnd),
      map(() => isBare(this.router.routerState.snapshot.root)),
    ),
    { initialValue: false },
  );

  /** On the page of the stations or on one of theirs. */
  protected readonly atStation = toSignal(
    this.router.events.pipe(
      filter((event) => event instanceof NavigationEnd),
      map(({ urlAfterRedirects }) => isStation(urlAfterRedirects)),
    ),
    { initialValue: false },
  );

  constructor() {
    // The session ended: sign in again; what waits here is kept.
    inject(Server)
      .unknown.pipe(
        exhaustMap(() => this.who.refresh()),
        filter(({ role }) => role === 'nobody'),
        takeUntilDestroyed(),
      )
      .subscribe(() => {
        const to = this.router.url;
        if (!/^\/(join|vote)\b/.test(to)) {
          void this.router.navigate(['/join'], { queryParams: { to } });
        }
      });
  }

  protected async signOut(): Promise<void> {
    await this.who.signOut();
    await this.router.navigate(['/join']);
  }

  protected skip(event: Event, main: HTMLElement): void {
    event.preventDefault();
    main.focus();
  }
}

function isBare({ data, firstChild }: ActivatedRouteSnapshot): boolean {
  return data['bare'] === true || (firstChild !== null && isBare(firstChild));
}
