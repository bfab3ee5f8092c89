import { NzUploadModule, type NzUploadFile } from 'ng-zorro-antd/upload';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  signal,
  viewChild,
  type TemplateRef,
} from '@angular/core';
import { experimentOf, type ExperimentDocument } from '@nab/contract/experiments';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzModalModule, NzModalService } from 'ng-zorro-antd/modal';
import { DialogName, UploadName } from '../../ui/accessibility';
import { readDocument } from '../../workbench/designs';
import { InvestigationStore } from '../../investigation';
import { ShelfStore } from '../../shelf';

/** The design of one level, where each level is a design of its own: from the shelf or a file. */
@Component({
  selector: 'nab-level-design',
  imports: [DialogName, NzButtonModule, NzModalModule, NzUploadModule, UploadName],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    ul {
      list-style: none;
      margin: 0 0 12px;
      padding: 0;
      display: grid;
      gap: 6px;
      justify-items: start;
    }
  `,
  template: `
    <button type="button" class="nab-link" (click)="open()">choose the design</button>
    <ng-template #chooser>
      <div [nabDialogName]="'Design of level ' + (index() + 1)">
        <p>Take one that was set aside on the shelf, or open a design file.</p>
        <ul>
          <li>
            <button nz-button type="button" (click)="take(base())">
              The base design as it is now
            </button>
          </li>
          @for (entry of shelved(); track entry.id) {
            <li>
              <button nz-button type="button" (click)="take(entry.design)">{{ entry.name }}</button>
            </li>
          }
        </ul>
        <nz-upload
          nabLabel="A design file"
          nzType="drag"
          nzAccept=".json,application/json"
          [nzShowUploadList]="false"
          [nzBeforeUpload]="drop"
        >
          A design file: press to choose it, or drop it here.
        </nz-upload>
        @if (fault(); as message) {
          <p class="nab-error">{{ message }}</p>
        }
      </div>
    </ng-template>
  `,
})
export class LevelDesign {
  readonly index = input.required<number>();
  private readonly store = inject(InvestigationStore);
  private readonly shelf = inject(ShelfStore);
  private readonly modals = inject(NzModalService);
  private readonly chooser = viewChild.required<TemplateRef<unknown>>('chooser');
  protected readonly fault = signal('');
  protected readonly base = computed(() => this.store.design().valid());
  protected readonly shelved = computed(() =>
    (this.shelf.byKind().get('design') ?? []).flatMap(({ id, item }) =>
      experimentOf(item.design) === this.store.experiment()
        ? [{ id, name: item.name, design: item.design as ExperimentDocument }]
        : [],
    ),
  );

  protected open(): void {
    this.fault.set('');
    this.modals.create({
      nzTitle: `Design of level ${this.index() + 1}`,
      nzContent: this.chooser(),
      nzFooter: null,
    });
  }

  protected take(design: ExperimentDocument): void {
    this.store.plan().edit((plan) => ({
      ...plan,
      levels: plan.levels.map((level, i) =>
        i === this.index() ? { ...level, value: design.name, design } : level,
      ),
    }));
    this.modals.closeAll();
  }

  /** The library's part would send the file somewhere; it is only read. */
  protected readonly drop = (file: NzUploadFile): boolean => {
    // A file that was picked is the browser's own with a few keys more.
    void this.read(file as unknown as File);
    return false;
  };

  private async read(file: File): Promise<void> {
    const { document, faults } = readDocument(await file.text(), this.store.experiment());
    if (document) this.take(document);
    else this.fault.set(faults.join(' '));
  }
}
