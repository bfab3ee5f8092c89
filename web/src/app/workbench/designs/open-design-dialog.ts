import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  model,
  output,
  signal,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import type { ExperimentDocument } from '@nab/contract/experiments';
import type { ExperimentId } from '@nab/core/experiments';
import { formatDistanceToNow } from 'date-fns';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzEmptyModule } from 'ng-zorro-antd/empty';
import { NzModalModule } from 'ng-zorro-antd/modal';
import { NzTableModule } from 'ng-zorro-antd/table';
import { NzUploadModule, type NzUploadFile } from 'ng-zorro-antd/upload';
import { firstValueFrom } from 'rxjs';
import { DialogName, UploadName } from '../../ui/accessibility';
import { Notice } from '../../ui/notices';
import { Server, faultWords } from '../../platform/server';

/** A design that can be taken, and where it is kept. */
export interface Offer {
  readonly key: string;
  readonly name: string;
  readonly from: string;
  /** The page on which it can be opened by itself. */
  readonly open?: { readonly to: string; readonly design: string };
  readonly read: () => Promise<ExperimentDocument>;
}

/** Another design for the one on the bench: kept, set aside, of an investigation, or from a file. */
@Component({
  selector: 'nab-open-design-dialog',
  imports: [
    DialogName,
    Notice,
    NzButtonModule,
    NzEmptyModule,
    NzModalModule,
    NzTableModule,
    NzUploadModule,
    RouterLink,
    UploadName,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    .body {
      display: grid;
      gap: 16px;
    }
    .row {
      display: flex;
      gap: 8px;
      justify-content: flex-end;
      align-items: center;
    }
  `,
  template: `
    <nz-modal
      nzTitle="Take a design"
      nzWidth="640px"
      [nzFooter]="null"
      [(nzVisible)]="visible"
      (nzOnCancel)="visible.set(false)"
    >
      <div *nzModalContent class="body" nabDialogName="Take a design">
        <p class="nab-soft">It replaces what is on the bench; Undo brings that back.</p>
        @if (fault(); as sentence) {
          <nab-notice state="stop">{{ sentence }}</nab-notice>
        }
        @if (all().length > 0) {
          <nz-table
            nzSize="small"
            [nzFrontPagination]="false"
            [nzData]="all()"
            [nzScroll]="{ y: '240px' }"
          >
            <thead>
              <tr>
                <th>Design</th>
                <th>Kept</th>
                <th nzWidth="170px"><span class="visually-hidden">Take it</span></th>
              </tr>
            </thead>
            <tbody>
              @for (offer of all(); track offer.key) {
                <tr>
                  <td>{{ offer.name }}</td>
                  <td class="nab-soft">{{ offer.from }}</td>
                  <td>
                    <span class="row">
                      @if (offer.open; as way) {
                        <a
                          [routerLink]="way.to"
                          [queryParams]="{ design: way.design }"
                          [attr.aria-label]="'Open ' + offer.name"
                          (click)="visible.set(false)"
                          >Open it</a
                        >
                      }
                      <button
                        nz-button
                        nzSize="small"
                        type="button"
                        [attr.aria-label]="'Take ' + offer.name"
                        (click)="take(offer)"
                      >
                        Take
                      </button>
                    </span>
                  </td>
                </tr>
              }
            </tbody>
          </nz-table>
        } @else {
          <nz-empty [nzNotFoundImage]="nothing" nzNotFoundContent="No other design is kept yet." />
          <ng-template #nothing></ng-template>
        }
        <nz-upload
          nabLabel="A design file"
          nzType="drag"
          nzAccept=".json,application/json"
          [nzShowUploadList]="false"
          [nzBeforeUpload]="drop"
        >
          A design file: press to choose it, or drop it here or anywhere on the page.
        </nz-upload>
      </div>
    </nz-modal>
  `,
})
export class OpenDesignDialog {
  readonly experiment = input.required<ExperimentId>();
  readonly visible = model(false);
  /** Offered in addition to the standalone designs. */
  readonly offers = input<readonly Offer[]>([]);
  /** The page on which designs of the kind stand by themselves. */
  readonly page = input<string | null>(null);
  readonly taken = output<ExperimentDocument>();
  readonly file = output<File>();
  private readonly server = inject(Server);
  private readonly kept = signal<readonly Offer[]>([]);
  protected readonly fault = signal('');
  protected readonly all = computed(() => [...this.offers(), ...this.kept()]);

  constructor() {
    effect(() => {
      if (this.visible()) void this.load(this.experiment(), this.page());
    });
  }

  protected readonly drop = (file: NzUploadFile): boolean => {
    this.visible.set(false);
    // A file that was picked is the browser's own with a few keys more.
    this.file.emit(file as unknown as File);
    return false;
  };

  protected async take(offer: Offer): Promise<void> {
    try {
      this.taken.emit(await offer.read());
      this.visible.set(false);
    } catch (error) {
      this.fault.set(faultWords(error, 'The design could not be read.'));
    }
  }

  private async load(experiment: ExperimentId, page: string | null): Promise<void> {
    try {
      const kept = await firstValueFrom(this.server.designs(experiment));
      this.fault.set('');
      this.kept.set(
        kept.map(({ id, name, updatedAt }) => ({
          key: id,
          name,
          from: `by itself, changed ${formatDistanceToNow(new Date(updatedAt), { addSuffix: true })}`,
          ...(page !== null && { open: { to: page, design: id } }),
          read: async () => (await firstValueFrom(this.server.design(id))).design,
        })),
      );
    } catch (error) {
      this.fault.set(faultWords(error, 'Kept designs cannot be shown.'));
    }
  }
}
