import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Plan } from '@nab/contract/lesson';
import type { Findings } from '@nab/core/lesson';
import { findingsAnswer } from '@nab/words/findings';

/** What the trials say, in one sentence for the whole room, and the numbers that decide. */
@Component({
  selector: 'nab-board-claim',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 1.5vh;
      align-content: start;
    }
    p {
      margin: 0;
      color: var(--nab-copper);
      font-size: max(20px, 4.6vh);
      font-weight: 650;
      line-height: 1.15;
      text-wrap: pretty;
    }
    dl {
      display: grid;
      gap: 1.5vh;
      margin: 0;
      font-size: max(17px, 3.4vh);
      line-height: 1.15;
    }
    dd {
      margin: 0;
      font-size: 1.25em;
      font-weight: 650;
    }
    dt {
      color: var(--nab-ink-soft);
    }
  `,
  template: `
    @if (answer(); as found) {
      <p>{{ found.claim }}</p>
      <dl aria-label="What decides">
        @for (figure of found.figures.slice(0, most); track figure.name) {
          <div>
            <dt>{{ figure.name }}</dt>
            <dd>{{ figure.value }} {{ figure.unit }}</dd>
          </div>
        }
      </dl>
    } @else {
      <p>What do you see?</p>
    }
  `,
})
export class BoardClaim {
  readonly plan = input.required<Plan>();
  readonly findings = input.required<Findings>();
  /** More numbers have no room in letters that the last row can read. */
  protected readonly most = 2;
  protected readonly answer = computed(() => findingsAnswer(this.plan(), this.findings(), 'plain'));
}
