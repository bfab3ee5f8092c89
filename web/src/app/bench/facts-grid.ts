import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import type { Fact } from './fact';

/** The numbers in squares; each answers “why?” with formula, inputs and source. */
@Component({
  selector: 'nab-facts',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
    dl {
      margin: 0;
      display: grid;
      grid-template-columns: repeat(4, 1fr);
      border-top: 1px solid var(--nab-grid);
      border-left: 1px solid var(--nab-grid);
      background: var(--nab-sheet);
    }
    dl > div {
      padding: 4px 8px 8px;
      border-right: 1px solid var(--nab-grid);
      border-bottom: 1px solid var(--nab-grid);
      min-height: 72px;
    }
    .asked {
      background: var(--nab-live-wash);
    }
    dt button {
      display: block;
      width: 100%;
      min-height: 24px;
      padding: 0;
      border: 0;
      background: none;
      font: inherit;
      font-size: 13px;
      color: var(--nab-ink-soft);
      text-align: left;
      cursor: help;
      text-decoration: underline dotted;
      text-underline-offset: 3px;
    }
    dd {
      margin: 0;
      font-size: 19px;
      line-height: 1.3;
    }
    dd.nab-hint {
      font-size: 12px;
    }
    .why {
      padding: 10px 14px;
      border-left: 4px solid var(--nab-copper);
      background: var(--nab-live-wash);
      display: grid;
      gap: 4px;
    }
    .why ul {
      margin: 0;
      padding-left: 20px;
    }
    @media (max-width: 1000px) {
      dl {
        grid-template-columns: repeat(auto-fill, minmax(110px, 1fr));
      }
    }
  `,
  template: `
    <dl [attr.aria-label]="label()">
      @for (fact of facts(); track fact.name) {
        <div [class.asked]="fact.name === asked()">
          <dt>
            <button
              type="button"
              [attr.aria-expanded]="fact.name === asked()"
              [attr.aria-label]="fact.name + ': why?'"
              (click)="ask(fact.name)"
            >
              {{ fact.name }}
            </button>
          </dt>
          <dd class="nab-number">{{ fact.value }}</dd>
          @if (fact.note) {
            <dd class="nab-hint">{{ fact.note }}</dd>
          }
        </div>
      }
    </dl>
    @if (answer(); as fact) {
      <div class="why" role="region" [attr.aria-label]="'Why ' + fact.name">
        <p>
          <strong>{{ fact.name }} = {{ fact.value }}.</strong> {{ fact.formula }}
        </p>
        <ul>
          @for (line of fact.inputs; track line) {
            <li>{{ line }}</li>
          }
        </ul>
        <p class="nab-hint">{{ fact.source }}</p>
      </div>
    }
  `,
})
export class FactsGrid {
  readonly label = input('What Nab predicts');
  readonly facts = input.required<readonly Fact[]>();
  protected readonly asked = signal<string | null>(null);
  protected readonly answer = computed(() =>
    this.facts().find((fact) => fact.name === this.asked()),
  );

  protected ask(name: string): void {
    this.asked.update((asked) => (asked === name ? null : name));
  }
}
