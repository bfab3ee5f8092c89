import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { TrackDocument } from '@nab/contract/experiments';
import { InvestigationStore } from '../../investigation';
import type { SavedDocument } from '../../platform/saving';
import { TRACK_ON_SCREEN, TrackDesigner, type TrackOnScreen } from './track-designer';

/** Step 2 of an investigation with a rolling cell. */
@Component({
  selector: 'nab-track-bench',
  imports: [TrackDesigner],
  providers: [{ provide: TRACK_ON_SCREEN, useFactory: ofInvestigation }],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<nab-track-designer />`,
})
export class TrackBench {}

function ofInvestigation(): TrackOnScreen {
  const store = inject(InvestigationStore);
  return {
    document: computed(() => store.design() as unknown as SavedDocument<TrackDocument>),
    belief: computed(() =>
      store.measure().heldAgainst === 'track-time' ? (store.belief() ?? undefined) : undefined,
    ),
  };
}
