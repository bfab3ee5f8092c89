import { NgComponentOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { from, switchMap } from 'rxjs';
import { InvestigationStore } from '../../investigation';
import { EXPERIMENT_VIEWS } from './experiment-views';

/** Step 2: the bench of whichever experiment the investigation is about. */
@Component({
  selector: 'nab-workbench-page',
  imports: [NgComponentOutlet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<ng-container *ngComponentOutlet="bench() ?? null" />`,
})
export class WorkbenchPage {
  private readonly store = inject(InvestigationStore);
  private readonly view = computed(() => EXPERIMENT_VIEWS[this.store.experiment()]);
  protected readonly bench = toSignal(
    toObservable(this.view).pipe(switchMap((view) => from(view.bench()))),
  );
}
