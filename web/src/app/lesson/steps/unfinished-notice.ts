import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router, RouterLink } from '@angular/router';
import { filter, map, startWith } from 'rxjs';
import { FAULT_FRAGMENT } from '../../workbench/frame';
import { EXPERIMENT_VIEWS } from '../../workbench/registry';
import { InvestigationStore } from '../../investigation';
import { Notice } from '../../ui/notices';

/** Frames within which a page shows its fields. */
const PATIENCE_FRAMES = 120;

/**
 * Says on every other page that what was typed on Magnet or Question is not valid yet, so that the
 * page goes on with what was valid before, and leads to the field.
 */
@Component({
  selector: 'nab-unfinished-notice',
  imports: [Notice, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    nab-notice {
      display: block;
      margin-bottom: 14px;
    }
  `,
  template: `
    @for (one of unfinished(); track one.step) {
      <nab-notice state="caution">
        A change on {{ one.name }} is not finished: {{ one.message }} This page still uses
        {{ one.before }}.
        <a [routerLink]="one.step" [fragment]="fragment" (click)="focusFault(patience)"
          >Go to the field</a
        >
      </nab-notice>
    }
  `,
})
export class UnfinishedNotice {
  private readonly store = inject(InvestigationStore);
  private readonly router = inject(Router);
  private readonly step = toSignal(
    this.router.events.pipe(
      filter((event) => event instanceof NavigationEnd),
      startWith(null),
      map(() => stepIn(this.router.url)),
    ),
    { requireSync: true },
  );

  protected readonly fragment = FAULT_FRAGMENT;
  protected readonly patience = PATIENCE_FRAMES;

  protected readonly unfinished = computed(() => {
    const [plan, design] = [this.store.plan(), this.store.design()];
    const view = EXPERIMENT_VIEWS[this.store.experiment()];
    // How the lesson runs is a part of the plan that Prepare edits.
    const isOfLesson = ({ path }: { readonly path: string }): boolean => path.startsWith('lesson');
    return [
      {
        step: 'question',
        name: 'Question',
        errors: plan.errors().filter((error) => !isOfLesson(error)),
        before: 'the question as it was before',
      },
      {
        step: 'prepare',
        name: 'Prepare',
        errors: plan.errors().filter(isOfLesson),
        before: 'the lesson as it was before',
      },
      {
        step: 'magnet',
        name: view.step,
        errors: design.errors(),
        before: `the last ${view.thing} that could be built, “${design.valid().name}”`,
      },
    ].flatMap(({ errors, ...one }) =>
      errors.length > 0 && one.step !== this.step()
        ? [{ ...one, message: errors[0]!.message }]
        : [],
    );
  });

  /** Puts the focus into the field at fault once its page is there. */
  protected focusFault(frames: number): void {
    const field = document.querySelector<HTMLElement>('[aria-invalid="true"]');
    if (field) field.focus();
    else if (frames > 0) requestAnimationFrame(() => this.focusFault(frames - 1));
  }
}

/** The step of an investigation's address: `/investigations/<id>/run` is `run`. */
const stepIn = (url: string): string => url.split(/[?#]/)[0]!.split('/')[3] ?? '';
