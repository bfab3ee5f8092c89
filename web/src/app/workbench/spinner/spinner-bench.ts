import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { SpinnerDocument } from '@nab/contract/experiments';
import { InvestigationStore } from '../../investigation';
import type { SavedDocument } from '../../platform/saving';
import { SPINNER_ON_SCREEN, SpinnerDesigner } from './spinner-designer';

/** Step 2 of an investigation with a spinner. */
@Component({
  selector: 'nab-spinner-bench',
  imports: [SpinnerDesigner],
  providers: [{ provide: SPINNER_ON_SCREEN, useFactory: ofInvestigation }],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<nab-spinner-designer />`,
})
export class SpinnerBench {}

function ofInvestigation() {
  const store = inject(InvestigationStore);
  return computed(() => store.design() as unknown as SavedDocument<SpinnerDocument>);
}
