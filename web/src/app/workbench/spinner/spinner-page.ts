import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { SpinnerDocument } from '@nab/contract/experiments';
import { StandaloneDesign, StandalonePage } from '../designs';
import type { SavedDocument } from '../../platform/saving';
import { SPINNER_ON_SCREEN, SpinnerDesigner } from './spinner-designer';

/** The spinner outside the investigations. */
@Component({
  selector: 'nab-spinner-page',
  imports: [SpinnerDesigner, StandalonePage],
  providers: [StandaloneDesign, { provide: SPINNER_ON_SCREEN, useFactory: ofStanding }],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nab-standalone-page experiment="spinner">
      <ng-template><nab-spinner-designer /></ng-template>
    </nab-standalone-page>
  `,
})
export class SpinnerPage {}

function ofStanding() {
  const standing = inject(StandaloneDesign);
  return computed(() => standing.document() as unknown as SavedDocument<SpinnerDocument>);
}
