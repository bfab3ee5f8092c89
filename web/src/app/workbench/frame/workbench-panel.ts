import { Directive, inject, input, TemplateRef } from '@angular/core';

/** One part of what is designed: the fields that its inspector shows. */
@Directive({ selector: 'ng-template[nabPanel]' })
export class WorkbenchPanel {
  /** Names the part for the page, such as `core`. */
  readonly nabPanel = input.required<string>();
  /** Names it for people. */
  readonly nabPartName = input.required<string>();
  /** Letters that lead to fields of the part; a field bears its own in `data-key`. */
  readonly nabPartKeys = input('');
  /** Something typed in it has to be corrected. */
  readonly nabPartFault = input(false);
  /** It is the cause of a caution. */
  readonly nabPartCaution = input(false);
  readonly template = inject<TemplateRef<unknown>>(TemplateRef);
}
