import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { ShellDocument } from '@nab/contract/experiments';
import { InvestigationStore } from '../../investigation';
import type { SavedDocument } from '../../platform/saving';
import { ShellDesigner } from './shell-designer';
import { SHELL_DOCUMENT, ShellStore } from './shell-store';

/** Step 2 of an investigation of shell magnets. */
@Component({
  selector: 'nab-shell-bench',
  imports: [ShellDesigner],
  providers: [
    {
      provide: SHELL_DOCUMENT,
      useFactory: () => {
        const store = inject(InvestigationStore);
        return computed(() => store.design() as unknown as SavedDocument<ShellDocument>);
      },
    },
    ShellStore,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<nab-shell-designer />`,
})
export class ShellBench {}
