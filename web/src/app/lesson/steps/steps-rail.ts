import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';

export interface Step {
  readonly path: string;
  readonly name: string;
  /** What is done or missing, in a few words. */
  readonly note: string;
  readonly state: 'done' | 'open' | 'attention';
}

/** The five steps in order, wound along a core; nobody is locked out of a later one. */
@Component({
  selector: 'nab-steps-rail',
  imports: [RouterLink, RouterLinkActive],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    ol {
      list-style: none;
      margin: 0;
      padding: 0;
      display: grid;
    }
    a {
      display: grid;
      grid-template-columns: 44px 1fr;
      gap: 10px;
      align-items: center;
      padding: 0 12px 0 0;
      min-height: 64px;
      color: var(--nab-ink);
      text-decoration: none;
      position: relative;
    }
    a:hover .name {
      text-decoration: underline;
      text-underline-offset: 4px;
    }
    svg {
      display: block;
      width: 44px;
      height: 64px;
    }
    .name {
      font-weight: 600;
      font-size: 17px;
      line-height: 1.2;
    }
    .note {
      display: block;
      font-size: 13px;
      line-height: 1.3;
      color: var(--nab-ink-soft);
    }
    .turn {
      stroke: var(--nab-grid);
      stroke-width: 5;
      stroke-linecap: round;
      fill: none;
    }
    [data-state='done'] .turn {
      stroke: var(--nab-verdigris);
    }
    [data-state='attention'] .turn {
      stroke: var(--nab-amber);
    }
    .current {
      background: var(--nab-live-wash);
    }
    .current .turn {
      stroke: var(--nab-copper);
    }
    .current .name {
      color: var(--nab-copper);
    }
    @media (max-width: 900px) {
      ol {
        grid-auto-flow: column;
        grid-auto-columns: minmax(72px, 1fr);
        overflow-x: auto;
      }
      a {
        grid-template-columns: 1fr;
        justify-items: center;
        text-align: center;
        min-height: 46px;
        padding: 4px 2px;
        border-bottom: 4px solid var(--nab-grid);
      }
      a.current {
        border-color: var(--nab-copper);
      }
      a[data-state='done'] {
        border-color: var(--nab-verdigris);
      }
      svg,
      .note {
        display: none;
      }
      .name {
        font-size: 14px;
      }
    }
  `,
  template: `
    <nav aria-label="Steps of the investigation">
      <ol>
        @for (step of steps(); track step.path; let first = $first; let last = $last) {
          <li>
            <a
              [routerLink]="step.path"
              routerLinkActive="current"
              ariaCurrentWhenActive="step"
              [attr.data-state]="step.state"
            >
              <svg viewBox="0 0 44 64" aria-hidden="true">
                <rect
                  x="18"
                  [attr.y]="first ? 12 : 0"
                  width="8"
                  [attr.height]="first || last ? 52 : 64"
                  fill="var(--nab-steel)"
                  opacity="0.55"
                />
                <path class="turn" d="M9 37 35 27" />
                @if (step.state === 'done') {
                  <path class="turn" d="M9 27 35 17M9 47 35 37" />
                }
              </svg>
              <span>
                <span class="name">{{ step.name }}</span>
                <span class="note">{{ step.note }}</span>
              </span>
            </a>
          </li>
        }
      </ol>
    </nav>
  `,
})
export class StepsRail {
  readonly steps = input.required<readonly Step[]>();
}
