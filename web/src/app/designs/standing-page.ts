import { NgTemplateOutlet } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  contentChild,
  DestroyRef,
  inject,
  input,
  type OnInit,
  TemplateRef,
} from '@angular/core';
import type { ExperimentDocument } from '@nab/contract';
import type { ExperimentId } from '@nab/core';
import { Notice, OpenDocuments } from '../notices';
import { StandingDesign } from './standing-design';

/** The page of a design that stands by itself: shows what is put in it once the design was read. */
@Component({
  selector: 'nab-standing-page',
  imports: [NgTemplateOutlet, Notice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: block;
      max-width: 1240px;
      margin: 0 auto;
      padding: 24px 28px 48px;
    }
  `,
  template: `
    @if (standing.document()) {
      <ng-container [ngTemplateOutlet]="designer()" />
    } @else if (standing.fault(); as fault) {
      <nab-notice state="stop">{{ fault }}</nab-notice>
    } @else {
      <p class="nab-soft">Loading …</p>
    }
  `,
})
export class StandingPage implements OnInit {
  readonly experiment = input.required<ExperimentId>();
  /** What this browser kept of the kind before designs stood in the database. */
  readonly before = input<() => ExperimentDocument | null>(() => null);
  protected readonly designer = contentChild.required(TemplateRef);
  protected readonly standing = inject(StandingDesign);
  private readonly open = inject(OpenDocuments);

  constructor() {
    this.open.show(this.standing.documents);
    inject(DestroyRef).onDestroy(() => {
      this.open.show(null);
      this.standing.close();
    });
  }

  ngOnInit(): void {
    void this.standing.open(this.experiment(), this.before());
  }
}
