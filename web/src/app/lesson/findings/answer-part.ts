import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { NzTableModule } from 'ng-zorro-antd/table';
import type { Answer, Answers, Reader } from '@nab/words/findings';
import { TableName } from '../../ui/accessibility';
import { CollapsibleSection } from '../../ui/fields';
import { ReasonList } from './reason-list';

const HEADINGS: Readonly<Record<Answers, string>> = {
  found: 'What we found',
  sure: 'How sure we are',
  next: 'What to try next',
};

/** The numbers that decide, the lines where there are several, and three lines that open their reasons. */
@Component({
  selector: 'nab-answer-part',
  imports: [CollapsibleSection, NzTableModule, ReasonList, TableName],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 12px;
    }
    dl {
      margin: 0;
      display: grid;
      grid-template-columns: repeat(2, minmax(0, 1fr));
      gap: 12px 16px;
    }
    .figure {
      display: grid;
      align-content: start;
      padding-left: 10px;
      border-left: 3px solid var(--nab-grid);
    }
    dt {
      font-size: 14px;
      color: var(--nab-ink-soft);
    }
    dd {
      margin: 0;
    }
    .value {
      font-size: 22px;
      font-weight: 650;
      line-height: 1.25;
      font-variant-numeric: tabular-nums;
    }
    .unit {
      font-size: 15px;
      font-weight: 400;
    }
    td,
    th {
      white-space: nowrap;
    }
    .note {
      font-size: 14px;
      color: var(--nab-ink-soft);
    }
    .reasons {
      border-top: 1px solid var(--nab-grid);
    }
  `,
  template: `
    <dl aria-label="What decides">
      @for (figure of answer().figures; track figure.name) {
        <div class="figure">
          <dt>{{ figure.name }}</dt>
          <dd class="value">
            {{ figure.value }}
            @if (figure.unit) {
              <span class="unit">{{ figure.unit }}</span>
            }
          </dd>
          <dd class="note">{{ figure.note }}</dd>
        </div>
      }
    </dl>
    @if (answer().lines.length > 0) {
      <div class="nab-scroll">
        <nz-table nabTable="Line by line" nzSize="small" [nzTemplateMode]="true">
          <thead>
            <tr>
              <th scope="col">Line</th>
              @if (reader() === 'full') {
                <th scope="col" class="num">Slope</th>
                <th scope="col" class="num">95 % CI</th>
                @if (shapesDiffer()) {
                  <th scope="col">Fits best</th>
                }
              } @else {
                <th scope="col">Each extra step</th>
              }
            </tr>
          </thead>
          <tbody>
            @for (line of answer().lines; track line.name) {
              <tr>
                <th scope="row">{{ line.name }}</th>
                @if (reader() === 'full') {
                  <td class="num">{{ line.slope || '–' }}</td>
                  <td class="num">{{ line.interval || '–' }}</td>
                  @if (shapesDiffer()) {
                    <td>{{ line.shape || '–' }}</td>
                  }
                } @else {
                  <td>{{ line.plainly }}</td>
                }
              </tr>
            }
          </tbody>
        </nz-table>
      </div>
    }
    <div>
      @for (part of parts(); track part.heading) {
        <nab-collapsible-section class="reasons" [heading]="part.heading">
          <nab-reason-list [label]="part.heading" [reasons]="part.reasons" />
        </nab-collapsible-section>
      }
    </div>
  `,
})
export class AnswerPart {
  readonly answer = input.required<Answer>();
  readonly reader = input.required<Reader>();
  protected readonly shapesDiffer = computed(() => this.answer().lines.some(({ shape }) => shape));
  protected readonly parts = computed(() =>
    (['found', 'sure', 'next'] as const)
      .map((answers) => ({ heading: HEADINGS[answers], reasons: this.answer().reasons[answers] }))
      .filter(({ reasons }) => reasons.length > 0),
  );
}
