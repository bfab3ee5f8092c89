import {
  ChangeDetectionStrategy,
  Component,
  effect,
  inject,
  input,
  model,
  signal,
} from '@angular/core';
import type { DesignDocument } from '@nab/contract/experiments';
import type { InvestigationSummary } from '@nab/contract/lesson';
import { NzModalModule } from 'ng-zorro-antd/modal';
import { firstValueFrom } from 'rxjs';
import { DialogName } from '../../../ui/accessibility';
import { ChoiceField } from '../../../ui/fields';
import { Notice } from '../../../ui/notices';
import { Server, faultWords } from '../../../platform/server';
import { ToastService } from '../../../ui/toasts';

/** Makes the magnet on the bench the magnet of an investigation. */
@Component({
  selector: 'nab-swap-dialog',
  imports: [ChoiceField, DialogName, Notice, NzModalModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nz-modal
      nzTitle="Swap it in for an investigation’s magnet"
      nzOkText="Swap it in"
      nzCancelText="Leave it"
      [nzOkDisabled]="chosen() === ''"
      [(nzVisible)]="visible"
      (nzOnOk)="swap()"
      (nzOnCancel)="visible.set(false)"
    >
      <div
        *nzModalContent
        class="nab-stack"
        nabDialogName="Swap it in for an investigation’s magnet"
      >
        @if (fault(); as sentence) {
          <nab-notice state="stop">{{ sentence }}</nab-notice>
        }
        <nab-choice
          label="Investigation"
          [options]="names()"
          [value]="chosen()"
          (valueChange)="chosen.set($event)"
          hint="Its magnet becomes a copy of this one; its questions and readings stay."
        />
      </div>
    </nz-modal>
  `,
})
export class SwapDialog {
  readonly design = input.required<DesignDocument>();
  readonly visible = model(false);
  private readonly server = inject(Server);
  private readonly told = inject(ToastService);
  private readonly list = signal<readonly InvestigationSummary[]>([]);
  protected readonly names = signal<Readonly<Record<string, string>>>({});
  protected readonly chosen = signal('');
  protected readonly fault = signal('');

  constructor() {
    effect(() => {
      if (this.visible()) void this.load();
    });
  }

  protected async swap(): Promise<void> {
    const to = this.list().find(({ id }) => id === this.chosen());
    if (!to) return;
    try {
      const { design: before } = await firstValueFrom(this.server.investigation(to.id));
      const write = (version: number, design: DesignDocument) =>
        firstValueFrom(this.server.updateDesign(before.id, { version, design, actor: 'educator' }));
      const { version } = await write(before.version, this.design());
      this.visible.set(false);
      this.told.show({
        sentence: `“${this.design().name}” is now the magnet of “${to.title}”.`,
        undo: () => write(version, before.design as DesignDocument),
        link: { words: 'Go there', to: `/investigations/${to.id}/magnet` },
      });
    } catch (error) {
      this.fault.set(faultWords(error, 'Nothing was swapped.'));
    }
  }

  private async load(): Promise<void> {
    try {
      const all = await firstValueFrom(this.server.investigations());
      const fitting = all.filter(({ experiment }) => experiment === 'straight-magnet');
      this.list.set(fitting);
      this.names.set(Object.fromEntries(fitting.map(({ id, title }) => [id, title])));
      this.chosen.set('');
      this.fault.set('');
    } catch (error) {
      this.fault.set(faultWords(error, 'There is nothing to choose from.'));
    }
  }
}
