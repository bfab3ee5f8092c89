import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toMagnetDesign } from '@nab/contract/experiments';
import { MAGNET_ON_SCREEN } from '../../workbench/magnet';
import { FixIt } from './fix-it';

/** Why a standalone magnet does not lift. */
@Component({
  selector: 'nab-fix-it-page',
  imports: [FixIt],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<nab-fix-it [design]="design()" [name]="document().value().name" [place]="key()" />`,
})
export class FixItPage {
  private readonly onScreen = inject(MAGNET_ON_SCREEN);
  protected readonly document = computed(() => this.onScreen.document());
  protected readonly key = this.onScreen.key;
  protected readonly design = computed(() => toMagnetDesign(this.document().valid()));
}
