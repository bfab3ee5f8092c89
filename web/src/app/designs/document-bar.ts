import { ChangeDetectionStrategy, Component, input, signal } from '@angular/core';
import type { ExperimentDocuments } from '@nab/contract';
import type { ExperimentId } from '@nab/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { Keys } from '../keys';
import { Notice } from '../notices';
import type { SavedDocument } from '../saving';
import { readDocument, saveDocument } from './document-file';

/** What every design can be done to: back and forth, and as a file out and in. */
@Component({
  selector: 'nab-document-bar',
  imports: [Keys, Notice, NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 8px;
      justify-items: end;
    }
    .nab-row {
      gap: 8px;
    }
    .nab-row button {
      padding-inline: 10px;
    }
  `,
  template: `
    <div class="nab-row">
      <button
        nz-button
        nabKeys="Mod+z"
        type="button"
        [disabled]="!document().canUndo()"
        (click)="document().undo()"
      >
        Undo
      </button>
      <button
        nz-button
        nabKeys="Mod+y,Mod+Shift+Z"
        type="button"
        [disabled]="!document().canRedo()"
        (click)="document().redo()"
      >
        Redo
      </button>
      <button nz-button type="button" (click)="file.click()">Open file</button>
      <input
        #file
        type="file"
        accept=".json,application/json"
        class="visually-hidden"
        tabindex="-1"
        aria-label="Design file"
        (change)="open(file)"
      />
      <button nz-button type="button" (click)="save()">Save file</button>
      <ng-content />
    </div>
    @if (faults().length > 0) {
      <ul class="nab-notices" aria-label="What is wrong with the file">
        @for (fault of faults(); track fault) {
          <li>
            <nab-notice state="stop">{{ fault }}</nab-notice>
          </li>
        }
      </ul>
    }
  `,
})
export class DocumentBar<K extends ExperimentId> {
  readonly experiment = input.required<K>();
  readonly document = input.required<SavedDocument<ExperimentDocuments[K]>>();
  protected readonly faults = signal<readonly string[]>([]);

  protected save(): void {
    saveDocument(this.document().valid());
  }

  protected async open(box: HTMLInputElement): Promise<void> {
    const file = box.files?.[0];
    box.value = '';
    if (!file) return;
    const opened = readDocument(await file.text(), this.experiment());
    this.faults.set(opened.faults ?? []);
    const { document } = opened;
    if (document) this.document().edit(() => document);
  }
}
