import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import type { TrackDocument } from '@nab/contract/experiments';
import { StandingDesign, StandingPage } from '../designs';
import type { SavedDocument } from '../../platform/saving';
import { TRACK_ON_SCREEN, TrackDesigner, type TrackOnScreen } from './track-designer';

/** The rolling cell that stands beside the investigations. */
@Component({
  selector: 'nab-track-page',
  imports: [StandingPage, TrackDesigner],
  providers: [StandingDesign, { provide: TRACK_ON_SCREEN, useFactory: ofStanding }],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nab-standing-page experiment="rolling-cell">
      <ng-template><nab-track-designer /></ng-template>
    </nab-standing-page>
  `,
})
export class TrackPage {}

function ofStanding(): TrackOnScreen {
  const standing = inject(StandingDesign);
  return {
    document: computed(() => standing.document() as unknown as SavedDocument<TrackDocument>),
    belief: signal(undefined),
  };
}
