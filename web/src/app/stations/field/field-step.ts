import { ChangeDetectionStrategy, Component } from '@angular/core';
import { MAGNET_OF_INVESTIGATION } from '../../workbench/magnet';
import { FieldPage } from './field';

/** The field of an investigation’s magnet. */
@Component({
  selector: 'nab-field-step',
  imports: [FieldPage],
  providers: [MAGNET_OF_INVESTIGATION],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<nab-field />`,
})
export class FieldStep {}
