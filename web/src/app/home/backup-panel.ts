import { ChangeDetectionStrategy, Component, inject, output, signal } from '@angular/core';
import type { ArchiveResult } from '@nab/contract/archive';
import { howMany } from '@nab/words/terms';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzUploadModule, type NzUploadFile } from 'ng-zorro-antd/upload';
import { firstValueFrom } from 'rxjs';
import { UploadName } from '../ui/accessibility';
import { Notice } from '../ui/notices';
import { Server, ServerRefusal, faultWords } from '../platform/server';

/** What a table holds, by the word that people have for one of it; other tables are parts of these. */
const WORDS = {
  investigations: 'investigation',
  designs: 'design',
  readings: 'reading',
  predictions: 'prediction',
  shelf_items: 'shelf item',
} as const;

/** So many rows that do not fit are named; the file has them all. */
const MOST_NAMED = 5;

/** Everything in Nab as one file, and the way back from it. */
@Component({
  selector: 'nab-backup-panel',
  imports: [Notice, NzButtonModule, NzUploadModule, UploadName],
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
    <h2>Everything in this Nab</h2>
    <p class="nab-soft">
      All investigations, designs, readings and the shelf in one file. Putting back adds what is
      missing, changes nothing that is there, and takes nothing away.
    </p>
    <div class="nab-row">
      <a nz-button href="/api/archive" download>Download everything</a>
      <nz-upload
        nabLabel="Put back from a file"
        nzAccept=".gz,application/gzip"
        [nzShowUploadList]="false"
        [nzDisabled]="busy()"
        [nzBeforeUpload]="take"
      >
        <span class="ant-btn ant-btn-default">{{
          busy() ? 'Putting back …' : 'Put back from a file'
        }}</span>
      </nz-upload>
    </div>
    <div role="status">
      @if (done(); as words) {
        <nab-notice state="rest">{{ words }}</nab-notice>
      }
    </div>
    @if (apart(); as words) {
      <nab-notice state="caution">{{ words }}</nab-notice>
    }
    @if (fault(); as words) {
      <nab-notice state="stop">{{ words }}</nab-notice>
    }
  `,
})
export class BackupPanel {
  private readonly server = inject(Server);
  protected readonly busy = signal(false);
  protected readonly done = signal('');
  protected readonly apart = signal('');
  protected readonly fault = signal('');
  /** There may be more than before. */
  readonly changed = output();

  protected readonly take = (file: NzUploadFile): boolean => {
    void this.putBack(file as unknown as File);
    return false;
  };

  private async putBack(file: File): Promise<void> {
    this.busy.set(true);
    this.done.set('');
    this.apart.set('');
    this.fault.set('');
    try {
      const result = await firstValueFrom(this.server.putBack(file));
      this.done.set(wordsOf(result));
      if (result.apart.length > 0) this.apart.set(apartWords(result));
      this.changed.emit();
    } catch (error) {
      this.fault.set(`Nothing was put back. ${reasonOf(error)}`);
    } finally {
      this.busy.set(false);
    }
  }
}

/** What was put back, in a sentence or three. */
export function wordsOf({ added, there, renewed }: ArchiveResult): string {
  const kinds = Object.entries(WORDS).filter(([table]) => (added[table] ?? 0) > 0);
  const listed = kinds.map(([table, word]) => howMany(added[table]!, word)).join(', ');
  const all = there === 1 ? 'One row was' : `${there} rows were`;
  const said = [
    ...(Object.keys(added).length > 0 ? [`Put back: ${listed || 'some details'}.`] : []),
    ...(Object.keys(added).length === 0
      ? [`Nothing was missing: ${all} there already.`]
      : there > 0
        ? [`${all} there already.`]
        : []),
    ...(renewed > 0
      ? ['Another school here has the same ones: what was put back is a copy of its own.']
      : []),
  ];
  return said.join(' ');
}

const wordFor = (table: string): string =>
  Object.hasOwn(WORDS, table) ? WORDS[table as keyof typeof WORDS] : table.replaceAll('_', ' ');

/** What was kept apart, and why. */
export function apartWords({ apart }: ArchiveResult): string {
  const rows =
    apart.length === 1
      ? 'One row does not fit this version of Nab. It is kept aside and comes'
      : `${apart.length} rows do not fit this version of Nab. They are kept aside and come`;
  const named = apart
    .slice(0, MOST_NAMED)
    .map(({ table, id, why }) => `${wordFor(table)}${id === null ? '' : ` ${id}`}: ${why}`);
  const more = apart.length > MOST_NAMED ? ' …' : '';
  return `${rows} with “Download everything”. The reason: ${named.join(' ')}${more}`;
}

function reasonOf(error: unknown): string {
  if (!(error instanceof ServerRefusal)) return faultWords(error);
  const [first] = error.problem.errors ?? [];
  return first ? `${first.path}: ${first.message}` : error.message;
}
