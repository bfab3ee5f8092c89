import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import type { TrackDocument } from '@nab/contract/experiments';
import { StandaloneDesign, StandalonePage } from '../designs';
import type { SavedDocument } from '../../platform/saving';
import { TRACK_ON_SCREEN, TrackDesigner, type TrackOnScreen } from './track-designer';

/** The rolling cell outside the investigations. */
@Component({
  selector: 'nab-track-page',
  imports: [StandalonePage, TrackDesigner],
  providers: [StandaloneDesign, { provide: TRACK_ON_SCREEN, useFactory: ofStanding }],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nab-standalone-page experiment="rolling-cell">
      <ng-template><nab-track-designer /></ng-template>
    </nab-standalone-page>
  `,
})
export class TrackPage {}

function ofStanding(): TrackOnScreen {
  const standing = inject(StandaloneDesign);
  return {
    document: computed(() => standing.document() as unknown as SavedDocument<TrackDocument>),
    belief: signal(undefined),
  };
}
