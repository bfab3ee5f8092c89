import { NgTemplateOutlet } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  contentChild,
  DestroyRef,
  effect,
  inject,
  input,
  TemplateRef,
  untracked,
} from '@angular/core';
import { Router } from '@angular/router';
import type { ExperimentDocument } from '@nab/contract/experiments';
import type { ExperimentId } from '@nab/core/experiments';
import { Notice, OpenDocuments } from '../../ui/notices';
import { StandaloneDesign } from './standalone-design';

/** The page of a standalone design: shows what is put in it once the design was read. */
@Component({
  selector: 'nab-standalone-page',
  imports: [NgTemplateOutlet, Notice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: block;
      max-width: 1400px;
      margin: 0 auto;
      padding: 24px 28px 48px;
      box-sizing: border-box;
    }
    @media (max-width: 900px) {
      :host {
        padding: 16px 14px 40px;
      }
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
export class StandalonePage {
  readonly experiment = input.required<ExperimentId>();
  /** What this browser kept of the kind before designs stood in the database. */
  readonly before = input<() => ExperimentDocument | null>(() => null);
  /** Which of its kind: an id, `new`, or the one changed last. */
  readonly which = input<string>();
  protected readonly designer = contentChild.required(TemplateRef);
  protected readonly standing = inject(StandaloneDesign);
  private readonly open = inject(OpenDocuments);
  private readonly router = inject(Router);

  constructor() {
    this.open.show(this.standing.documents);
    effect(() => {
      const [experiment, which, before] = [this.experiment(), this.which(), this.before()];
      untracked(() => this.standing.open(experiment, which, before));
    });
    // A fresh one gets its id into the address, so that a reload finds it again.
    effect(() => {
      const id = this.standing.id();
      if (this.which() !== 'new' || id === '') return;
      void this.router.navigate([], { queryParams: { design: id }, replaceUrl: true });
    });
    inject(DestroyRef).onDestroy(() => {
      this.open.show(null);
      this.standing.close();
    });
  }
}
