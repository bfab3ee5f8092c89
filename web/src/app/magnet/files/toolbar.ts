import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { DocumentBar } from '../../designs';
import { Keys } from '../../keys';
import { Notice } from '../../notices';
import { MagnetStore } from '../magnet-store';
import { ShelfStore, setAside } from '../../shelf';

/** Undo, redo, design files, setting aside, and the list of keys. */
@Component({
  selector: 'nab-magnet-toolbar',
  imports: [DocumentBar, Keys, NzButtonModule, Notice, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 8px;
      justify-items: end;
    }
    kbd {
      font-family: var(--nab-mono);
      border: 1px solid var(--nab-steel);
      border-radius: 3px;
      padding: 0 6px;
    }
    dl {
      display: grid;
      grid-template-columns: auto 1fr;
      gap: 6px 14px;
      margin: 0;
    }
    dd {
      margin: 0;
    }
  `,
  template: `
    <nab-document-bar experiment="straight-magnet" [document]="document()">
      <button nz-button type="button" (click)="keep()">Set aside</button>
      <button
        nz-button
        nabKeys="?,Shift+?"
        type="button"
        [attr.aria-expanded]="keysShown()"
        (click)="toggleKeys()"
      >
        Keys
      </button>
    </nab-document-bar>
    @if (kept(); as sentence) {
      <nab-notice state="rest">
        {{ sentence }} <a routerLink="/compare">Compare designs</a>
      </nab-notice>
    }
    @if (fault(); as sentence) {
      <nab-notice state="stop">{{ sentence }}</nab-notice>
    }
    @if (keysShown()) {
      <dl class="nab-sheet" aria-label="Keys">
        @for (key of keys; track key.key) {
          <dt>
            <kbd>{{ key.key }}</kbd>
          </dt>
          <dd>{{ key.does }}</dd>
        }
      </dl>
    }
  `,
})
export class MagnetToolbar {
  private readonly store = inject(MagnetStore);
  private readonly shelf = inject(ShelfStore);
  protected readonly document = computed(() => this.store.design());
  protected readonly fault = signal('');
  protected readonly keysShown = signal(false);
  protected readonly kept = signal('');
  protected readonly keys = [
    { key: 't', does: 'to the turns' },
    { key: 'w', does: 'to the wire' },
    { key: 'l', does: 'to the length of the core' },
    { key: 'c', does: 'to the cells in series' },
    { key: 'm', does: 'to the material of the core' },
    { key: '← →', does: 'fewer or more layers, with the outer edge in focus' },
    { key: '↑ ↓', does: 'step the quantity or the winding end in focus' },
    { key: 'Ctrl Z', does: 'undo' },
    { key: 'Ctrl Y', does: 'redo' },
    { key: '?', does: 'show or hide these keys' },
  ];

  protected toggleKeys(): void {
    this.keysShown.update((shown) => !shown);
  }

  /** Puts a copy of the design on the shelf, to compare it or to go back to it. */
  protected async keep(): Promise<void> {
    const design = this.store.design().valid();
    const done = await this.shelf.put(setAside(design));
    this.kept.set(done ? `A copy of “${design.name}” is on the shelf.` : '');
    this.fault.set(done ? '' : this.shelf.fault());
  }
}
