import { ChangeDetectionStrategy, Component, inject, output, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { ImportedInvestigation } from '@nab/contract/lesson';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzUploadModule, type NzUploadFile } from 'ng-zorro-antd/upload';
import { firstValueFrom } from 'rxjs';
import { UploadName } from '../ui/accessibility';
import { Notice } from '../ui/notices';
import { Server, ServerRefusal, faultWords } from '../platform/server';

/** One investigation that another Nab handed on. */
@Component({
  selector: 'nab-import-investigation',
  imports: [Notice, NzButtonModule, NzUploadModule, RouterLink, UploadName],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 8px;
      margin-top: 32px;
      padding-top: 16px;
      border-top: 1px solid var(--nab-grid);
    }
    h2 {
      margin: 0;
      font-size: 17px;
    }
    p {
      margin: 0;
      max-width: 70ch;
    }
  `,
  template: `
    <h2>An investigation from another Nab</h2>
    <p class="nab-soft">
      A data package, or the JSON in it, as “Report and files” in Findings saves it: its question,
      its magnet, every prediction and every reading.
    </p>
    <div class="nab-row">
      <nz-upload
        nabLabel="Take in an investigation"
        nzAccept=".zip,.json,application/zip,application/json"
        [nzShowUploadList]="false"
        [nzDisabled]="busy()"
        [nzBeforeUpload]="take"
      >
        <span class="ant-btn ant-btn-default">{{
          busy() ? 'Taking in …' : 'Take in an investigation'
        }}</span>
      </nz-upload>
      @if (here(); as file) {
        <button nz-button type="button" [disabled]="busy()" (click)="import(file, 'copy')">
          Take it in as a copy
        </button>
      }
    </div>
    <div role="status">
      @if (done(); as taken) {
        <nab-notice state="rest">
          “{{ taken.title }}” is here now.
          <a [routerLink]="['/investigations', taken.id, 'findings']">Look at its findings</a>
        </nab-notice>
      }
    </div>
    @if (faults().length > 0) {
      <nab-notice state="stop">
        @for (words of faults(); track words) {
          <p>{{ words }}</p>
        }
      </nab-notice>
    }
  `,
})
export class ImportInvestigation {
  private readonly server = inject(Server);
  protected readonly busy = signal(false);
  protected readonly done = signal<ImportedInvestigation | null>(null);
  protected readonly faults = signal<readonly string[]>([]);
  /** A file whose investigation is here already. */
  protected readonly here = signal<File | null>(null);
  /** There is one more than before. */
  readonly changed = output();

  protected readonly take = (file: NzUploadFile): boolean => {
    void this.import(file as unknown as File, 'itself');
    return false;
  };

  protected async import(file: File, as: 'itself' | 'copy'): Promise<void> {
    this.busy.set(true);
    this.done.set(null);
    this.faults.set([]);
    this.here.set(null);
    try {
      this.done.set(await firstValueFrom(this.server.importInvestigation(file, as)));
      this.changed.emit();
    } catch (error) {
      this.faults.set(reasonsOf(error));
      const taken = error instanceof ServerRefusal && error.problem.code === 'ID_TAKEN';
      if (taken) this.here.set(file);
    } finally {
      this.busy.set(false);
    }
  }
}

function reasonsOf(error: unknown): string[] {
  if (!(error instanceof ServerRefusal)) {
    return [faultWords(error, 'Nothing was taken in.')];
  }
  const { errors = [], detail } = error.problem;
  const all = errors.map(({ path, message }) =>
    path === 'file' ? message : `${path}: ${message}`,
  );
  return ['Nothing was taken in.', ...(all.length > 0 ? all : [detail ?? error.message])];
}
