import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { check } from '@nab/contract/problem';
import { shellSchema, type ShellDocument } from '@nab/contract/experiments';
import { StandaloneDesign, StandalonePage } from '../designs';
import type { SavedDocument } from '../../platform/saving';
import { ShellDesigner } from './shell-designer';
import { SHELL_DOCUMENT, ShellStore } from './shell-store';
import { readLocal } from '../../platform/local-storage';

/** The shell magnet outside the investigations, for the demonstrator. */
@Component({
  selector: 'nab-shell-magnet',
  imports: [ShellDesigner, StandalonePage],
  providers: [
    StandaloneDesign,
    {
      provide: SHELL_DOCUMENT,
      useFactory: () => {
        const standing = inject(StandaloneDesign);
        return computed(() => standing.document() as unknown as SavedDocument<ShellDocument>);
      },
    },
    ShellStore,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nab-standalone-page experiment="shell-magnet" [before]="before">
      <ng-template><nab-shell-designer /></ng-template>
    </nab-standalone-page>
  `,
})
export class ShellMagnetPage {
  protected readonly before = keptBefore;
}

/** The shell magnet that an earlier Nab kept in this browser alone. */
function keptBefore(): ShellDocument | null {
  try {
    const text = readLocal('nab.shell-magnet');
    const checked = text === null ? null : check(shellSchema, JSON.parse(text), 'file');
    return checked?.ok ? (checked.value as ShellDocument) : null;
  } catch {
    return null;
  }
}
