import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzUploadModule, type NzUploadFile } from 'ng-zorro-antd/upload';
import { UploadName } from '../../ui/accessibility';
import { Notice } from '../../ui/notices';
import type { Station } from './station';

/** Actions of a station: begin again, keep it as a file, open one. */
@Component({
  selector: 'nab-station-bar',
  imports: [Notice, NzButtonModule, NzUploadModule, UploadName],
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
  `,
  template: `
    <div class="nab-row">
      <button nz-button type="button" (click)="station().startAgain()">Start again</button>
      <button nz-button type="button" (click)="station().save()">Save as a file</button>
      <nz-upload
        nabLabel="Open a file"
        nzAccept=".json"
        [nzShowUploadList]="false"
        [nzBeforeUpload]="open"
      >
        <span class="nab-link">Open a file</span>
      </nz-upload>
    </div>
    @for (fault of station().faults(); track fault) {
      <nab-notice state="stop">{{ fault }}</nab-notice>
    }
  `,
})
export class StationBar {
  readonly station = input.required<Station<{ readonly name: string }>>();

  protected readonly open = (file: NzUploadFile): boolean => {
    void this.station().open(file as unknown as File);
    return false;
  };
}
