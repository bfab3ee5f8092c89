import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import type { CompassDocument } from '@nab/contract/experiments';
import { StandalonePage, StandaloneDesign } from '../designs';
import type { SavedDocument } from '../../platform/saving';
import { COMPASS_ON_SCREEN, CompassDesigner, type CompassOnScreen } from './compass-designer';

/** The wire and compass outside the investigations, to be shown and tried out. */
@Component({
  selector: 'nab-compass-page',
  imports: [CompassDesigner, StandalonePage],
  providers: [StandaloneDesign, { provide: COMPASS_ON_SCREEN, useFactory: ofStanding }],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nab-standalone-page experiment="compass">
      <ng-template><nab-compass-designer /></ng-template>
    </nab-standalone-page>
  `,
})
export class CompassPage {}

function ofStanding(): CompassOnScreen {
  const standing = inject(StandaloneDesign);
  return {
    document: computed(() => standing.document() as unknown as SavedDocument<CompassDocument>),
    belief: signal(undefined),
  };
}
