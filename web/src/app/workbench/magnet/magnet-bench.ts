import { ChangeDetectionStrategy, Component } from '@angular/core';
import { MagnetDesigner } from './magnet-designer';
import { MAGNET_OF_INVESTIGATION } from './magnet-of-investigation';

/** Step 2 of an investigation of straight magnets. */
@Component({
  selector: 'nab-magnet-bench',
  imports: [MagnetDesigner],
  providers: [MAGNET_OF_INVESTIGATION],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<nab-magnet-designer />`,
})
export class MagnetBench {}
