import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import type { ExperimentDocument } from '@nab/contract/experiments';
import { EXPERIMENTS, EXPERIMENT_IDS, type ExperimentId } from '@nab/core/experiments';
import { factorOf, measureOf } from '@nab/core/lesson';
import { freshPlan, type PlanBeginning } from '../../investigation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzSegmentedModule } from 'ng-zorro-antd/segmented';
import { firstValueFrom } from 'rxjs';
import { v4 as uuid } from 'uuid';
import { SegmentedName } from '../../ui/accessibility';
import { Notice, OpenDocuments } from '../../ui/notices';
import { Server, faultWords } from '../../platform/server';
import { EXPERIMENT_NEEDS, NeedsLine, type Need } from '../../shelf';
import { Sketch } from '../../ui/sketch';
import { OWN_QUESTIONS, READY_QUESTIONS } from './ready-questions';

/** Where a question begins: from one that is ready, or from nothing. */
@Component({
  selector: 'nab-new-question',
  imports: [
    FormsModule,
    NeedsLine,
    Notice,
    NzButtonModule,
    NzSegmentedModule,
    SegmentedName,
    Sketch,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 18px;
      max-width: 1120px;
      margin: 0 auto;
      padding: 24px 20px 48px;
    }
    .own {
      display: flex;
      flex-wrap: wrap;
      gap: 10px;
      align-items: center;
    }
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
      border-top: 1px solid var(--nab-grid);
    }
    li {
      display: grid;
      grid-template-columns: 96px minmax(260px, 1.1fr) minmax(200px, 1fr) minmax(200px, 1fr) auto;
      gap: 4px 22px;
      align-items: center;
      padding: 10px 4px;
      border-bottom: 1px solid var(--nab-grid);
    }
    h2 {
      font-size: 17px;
    }
    .facts,
    .trouble {
      display: block;
      font-size: 14px;
      color: var(--nab-ink-soft);
    }
    .shows {
      font-size: 15px;
    }
    @media (max-width: 900px) {
      li {
        grid-template-columns: 1fr;
      }
    }
  `,
  template: `
    <div class="nab-page-head">
      <h1>A new question</h1>
      <p class="nab-soft">
        Every one can be changed afterwards: what is changed, the levels, what is measured, the
        design.
      </p>
    </div>
    @if (fault(); as message) {
      <nab-notice state="stop">{{ message }}</nab-notice>
    }
    <div class="own">
      <span>From nothing:</span>
      @for (own of owns; track own.experiment) {
        <button nz-button type="button" [disabled]="creating()" (click)="begin(own)">
          {{ nameOf(own.experiment) }}
        </button>
      }
    </div>
    <div class="own">
      <span>Ready questions:</span>
      <nz-segmented
        nabLabel="Which ready questions"
        [nzOptions]="kinds"
        [ngModel]="kind()"
        (ngModelChange)="kind.set($event)"
      />
    </div>
    <ul aria-label="Ready questions">
      @for (question of shown(); track question.id) {
        <li>
          <nab-sketch [experiment]="question.experiment" [design]="question.design" />
          <div>
            <h2>{{ question.title }}</h2>
            <span class="facts">
              Ages {{ question.ages }} · {{ question.minutes }} min · {{ changed(question) }}
            </span>
            <nab-needs class="facts" [needs]="needsOf(question)" />
          </div>
          <span class="shows">{{ question.shows }}</span>
          <span class="trouble">Usual trouble: {{ question.trouble }}</span>
          <button
            nz-button
            type="button"
            [attr.aria-label]="'Begin with: ' + question.title"
            [disabled]="creating()"
            (click)="begin(question)"
          >
            Begin with it
          </button>
        </li>
      }
    </ul>
  `,
})
export class NewQuestionPage {
  private readonly server = inject(Server);
  private readonly router = inject(Router);
  protected readonly owns = OWN_QUESTIONS;
  protected readonly creating = signal(false);
  protected readonly fault = signal('');
  protected readonly kind = signal<ExperimentId | 'all'>('all');
  protected readonly kinds = [
    { label: 'All', value: 'all' },
    ...EXPERIMENT_IDS.filter((id) =>
      READY_QUESTIONS.some(({ experiment }) => experiment === id),
    ).map((id) => ({ label: EXPERIMENTS[id].name, value: id })),
  ];
  protected readonly shown = computed(() =>
    READY_QUESTIONS.filter(({ experiment }) => this.kind() === 'all' || experiment === this.kind()),
  );

  constructor() {
    inject(OpenDocuments).show(null);
  }

  protected nameOf(experiment: ExperimentId): string {
    return EXPERIMENTS[experiment].name;
  }

  protected needsOf({ experiment }: PlanBeginning): readonly Need[] {
    return EXPERIMENT_NEEDS[experiment];
  }

  protected changed({ factor, measure }: PlanBeginning): string {
    return `${factorOf(factor).name}, ${measureOf(measure).axis.toLowerCase()}`;
  }

  protected async begin(question: PlanBeginning & { design: ExperimentDocument }): Promise<void> {
    this.creating.set(true);
    const id = uuid();
    try {
      await firstValueFrom(
        this.server.create({
          id,
          design: question.design,
          plan: freshPlan(question),
          actor: 'educator',
        }),
      );
      await this.router.navigate(['/investigations', id, 'question']);
    } catch (error) {
      this.creating.set(false);
      this.fault.set(faultWords(error, 'Nothing new was made.'));
    }
  }
}
