import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject } from '@angular/core';
import { check, shellSchema, type ShellDocument } from '@nab/contract';
import { Notice, OpenDocuments } from '../notices';
import { StandingDesign } from '../designs';
import type { SavedDocument } from '../saving';
import { ShellDesigner } from './shell-designer';
import { SHELL_DOCUMENT, ShellStore } from './shell-store';

/** The shell magnet that stands beside the investigations, for the demonstrator. */
@Component({
  selector: 'nab-shell-magnet',
  imports: [Notice, ShellDesigner],
  providers: [
    StandingDesign,
    {
      provide: SHELL_DOCUMENT,
      useFactory: () => {
        const standing = inject(StandingDesign);
        return computed(() => standing.document() as unknown as SavedDocument<ShellDocument>);
      },
    },
    ShellStore,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: block;
      max-width: 1240px;
      margin: 0 auto;
      padding: 24px 28px 48px;
    }
  `,
  template: `
    @if (standing.document()) {
      <nab-shell-designer />
    } @else if (standing.fault(); as fault) {
      <nab-notice state="stop">{{ fault }}</nab-notice>
    } @else {
      <p class="nab-soft">Loading …</p>
    }
  `,
})
export class ShellMagnetPage {
  protected readonly standing = inject(StandingDesign);

  constructor() {
    const open = inject(OpenDocuments);
    open.show(this.standing.documents);
    inject(DestroyRef).onDestroy(() => {
      open.show(null);
      this.standing.close();
    });
    void this.standing.open('shell-magnet', keptBefore);
  }
}

/** The shell magnet that an earlier Nab kept in this browser alone. */
function keptBefore(): ShellDocument | null {
  try {
    const text = localStorage.getItem('nab.shell-magnet');
    const checked = text === null ? null : check(shellSchema, JSON.parse(text), 'file');
    return checked?.ok ? (checked.value as ShellDocument) : null;
  } catch {
    return null;
  }
}
