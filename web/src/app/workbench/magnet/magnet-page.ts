import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { RouterOutlet } from '@angular/router';
import { StandaloneDesign, StandalonePage } from '../designs';
import { STANDALONE_MAGNET } from './magnet-on-screen';

/** A magnet outside the investigations: the bench, and the field of what is on it. */
@Component({
  selector: 'nab-magnet-page',
  imports: [RouterOutlet, StandalonePage],
  providers: [StandaloneDesign, STANDALONE_MAGNET],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nab-standalone-page experiment="straight-magnet" [which]="design()">
      <ng-template><router-outlet /></ng-template>
    </nab-standalone-page>
  `,
})
export class MagnetPage {
  /** Of the address: the id of a kept magnet, `new` for a fresh one, none for the one touched last. */
  readonly design = input<string>();
}
