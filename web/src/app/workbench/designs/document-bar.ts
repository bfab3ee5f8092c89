import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import type { ExperimentDocument, ExperimentDocuments } from '@nab/contract/experiments';
import type { ExperimentId } from '@nab/core/experiments';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzDropdownModule } from 'ng-zorro-antd/dropdown';
import { firstValueFrom } from 'rxjs';
import { v4 as uuid } from 'uuid';
import { MenuItem, MenuList, MenuTrigger } from '../../ui/accessibility';
import { Keys } from '../../ui/keys';
import { Notice } from '../../ui/notices';
import type { SavedDocument } from '../../platform/saving';
import { Server, faultWords } from '../../platform/server';
import { ToastService, ToastOutlet } from '../../ui/toasts';
import { readDocument, saveDocument } from './document-file';
import { stepWords } from './step-words';
import { OpenDesignDialog, type Offer } from './open-design-dialog';

/** One thing that can be done with what is on the bench. */
export interface MenuEntry {
  readonly words: string;
  readonly run: () => unknown;
  readonly disabled?: boolean;
}

/** What every design can be done to: back and forth by name, and one menu for all the rest. */
@Component({
  selector: 'nab-document-bar',
  imports: [
    Keys,
    MenuItem,
    MenuList,
    MenuTrigger,
    Notice,
    NzButtonModule,
    NzDropdownModule,
    OpenDesignDialog,
    ToastOutlet,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 8px;
      justify-items: end;
      margin-left: auto;
    }
    .nab-row {
      gap: 8px;
    }
    .nab-row button {
      padding-inline: 10px;
    }
    .step {
      margin-left: 4px;
      font-weight: 400;
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
        Undo <span class="step">{{ backWords() }}</span>
      </button>
      <button
        nz-button
        nabKeys="Mod+y,Mod+Shift+Z"
        type="button"
        [disabled]="!document().canRedo()"
        (click)="document().redo()"
      >
        Redo <span class="step">{{ forthWords() }}</span>
      </button>
      <button nz-button nz-dropdown nabMenu type="button" nzTrigger="click" [nzDropdownMenu]="menu">
        {{ menuName() }}<span aria-hidden="true">&nbsp;▾</span>
      </button>
      <nz-dropdown-menu #menu="nzDropdownMenu">
        <ul nz-menu [nabLabel]="menuName()">
          @for (entry of all(); track entry.words) {
            <li
              nz-menu-item
              nabItem
              [nzDisabled]="entry.disabled ?? false"
              (nabChoose)="entry.run()"
            >
              {{ entry.words }}
            </li>
          }
        </ul>
      </nz-dropdown-menu>
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
    <!-- Fetched when somebody wants it. -->
    @defer (when taking()) {
      <nab-open-design-dialog
        [(visible)]="taking"
        [experiment]="experiment()"
        [offers]="offers()"
        [page]="page()"
        (taken)="show($event)"
        (file)="open($event)"
      />
    }
    <nab-toast-outlet />
  `,
})
export class DocumentBar<K extends ExperimentId> {
  readonly experiment = input.required<K>();
  readonly document = input.required<SavedDocument<ExperimentDocuments[K]>>();
  readonly menuName = input('Design');
  /** What else can be done with it, before and after what can be done with every design. */
  readonly first = input<readonly MenuEntry[]>([]);
  readonly last = input<readonly MenuEntry[]>([]);
  /** Offered in addition to saved designs and files. */
  readonly offers = input<readonly Offer[]>([]);
  /** The page on which designs of the kind stand by themselves, if they can be opened there. */
  readonly page = input<string | null>(null);
  private readonly server = inject(Server);
  private readonly told = inject(ToastService);
  protected readonly faults = signal<readonly string[]>([]);
  protected readonly taking = signal(false);

  protected readonly backWords = computed(() =>
    stepWords(this.document().previous(), this.document().value()),
  );
  protected readonly forthWords = computed(() =>
    stepWords(this.document().next(), this.document().value()),
  );
  protected readonly all = computed((): readonly MenuEntry[] => [
    ...this.first(),
    { words: 'Keep a copy by itself', run: () => this.duplicate() },
    { words: 'Take another, or a file …', run: () => this.taking.set(true) },
    { words: 'Save as a file', run: () => saveDocument(this.document().valid()) },
    ...this.last(),
  ]);

  /** Reads a file that was chosen, or dropped on the page. */
  async open(file: File): Promise<void> {
    const opened = readDocument(await file.text(), this.experiment());
    this.faults.set(opened.faults ?? []);
    if (opened.document) this.show(opened.document);
  }

  protected show(design: ExperimentDocument): void {
    const document = this.document();
    document.edit(() => design as ExperimentDocuments[K]);
    this.told.show({
      sentence: `“${design.name}” is on the bench.`,
      undo: () => {
        document.undo();
      },
    });
  }

  /** Saves a standalone copy, outside any investigation. */
  private async duplicate(): Promise<void> {
    const design = { ...this.document().valid(), name: `${this.document().valid().name}, copy` };
    const id = uuid();
    try {
      await firstValueFrom(this.server.updateDesign(id, { version: 0, design, actor: 'educator' }));
      const page = this.page();
      this.told.show({
        sentence: `Kept a copy, “${design.name}”.`,
        ...(page !== null && { link: { words: 'Open it', to: page, query: { design: id } } }),
      });
    } catch (error) {
      this.told.show({ sentence: faultWords(error, 'No copy was kept.') });
    }
  }
}
