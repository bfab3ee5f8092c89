import { inject, Injectable } from '@angular/core';
import { type ReadingBody, sentOf, type Trial } from '@nab/contract/lesson';
import { NzModalService } from 'ng-zorro-antd/modal';
import { firstValueFrom } from 'rxjs';
import { ServerClock, InvestigationStore } from '../../investigation';
import { TrialContext } from './trial-context';
import { CorrectionDialog, type CorrectionRequest } from './correction';

/** Changes of what was read: each is one more record, and the original stays. */
@Injectable()
export class ReadingCorrections {
  private readonly store = inject(InvestigationStore);
  private readonly at = inject(TrialContext);
  private readonly clock = inject(ServerClock);
  private readonly dialogs = inject(NzModalService);

  /** Takes a slip of the finger out. */
  async withdraw(id: string, body: ReadingBody): Promise<void> {
    await this.amend(id, { ...body, reason: 'Tapped by mistake', withdrawn: true });
  }

  async putBack({ current }: Trial): Promise<void> {
    await this.amend(current.id, { ...sentOf(current), reason: 'Put back', withdrawn: false });
  }

  /** Asks what it should be, and why. @returns what is to be kept; null where nothing is. */
  async ask(trial: Trial): Promise<ReadingBody | null> {
    const dialog = this.dialogs.create<
      CorrectionDialog,
      CorrectionRequest,
      ReadingBody | null | undefined
    >({
      nzTitle: 'Correct this reading',
      nzContent: CorrectionDialog,
      nzData: {
        trial,
        measure: this.at.measure(),
        objects: this.at.plan().objects,
        many: this.at.many(),
      },
      nzFooter: null,
      nzWidth: 'min(680px, 96vw)',
    });
    // Closed by Escape or a click outside, it returns nothing.
    return (await firstValueFrom(dialog.afterClose, { defaultValue: undefined })) ?? null;
  }

  private async amend(corrects: string, body: ReadingBody): Promise<void> {
    await this.store.addReading({ ...body, corrects, recordedAt: this.clock.iso() });
  }
}
