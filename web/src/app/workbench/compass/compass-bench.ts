import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { CompassDocument } from '@nab/contract/experiments';
import { InvestigationStore } from '../../investigation';
import type { SavedDocument } from '../../platform/saving';
import { COMPASS_ON_SCREEN, CompassDesigner, type CompassOnScreen } from './compass-designer';

/** Step 2 of an investigation with a compass. */
@Component({
  selector: 'nab-compass-bench',
  imports: [CompassDesigner],
  providers: [{ provide: COMPASS_ON_SCREEN, useFactory: ofInvestigation }],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<nab-compass-designer />`,
})
export class CompassBench {}

function ofInvestigation(): CompassOnScreen {
  const store = inject(InvestigationStore);
  return {
    document: computed(() => store.design() as unknown as SavedDocument<CompassDocument>),
    belief: computed(() =>
      store.measure().heldAgainst === 'needle-angle' ? (store.belief() ?? undefined) : undefined,
    ),
  };
}
