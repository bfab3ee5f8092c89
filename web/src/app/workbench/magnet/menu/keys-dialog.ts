import { ChangeDetectionStrategy, Component, model } from '@angular/core';
import { NzDescriptionsModule } from 'ng-zorro-antd/descriptions';
import { NzModalModule } from 'ng-zorro-antd/modal';
import { DialogName } from '../../../ui/accessibility';

const KEYS: readonly (readonly [key: string, does: string])[] = [
  ['1 … 6', 'take a part in hand: core, winding, supply, what it lifts, warmth, plate'],
  ['t', 'to the turns'],
  ['w', 'to the wire'],
  ['l', 'to the length of the core'],
  ['c', 'to the cells in series'],
  ['m', 'to the material of the core'],
  ['← →', 'fewer or more layers, with the outer edge in focus'],
  ['↑ ↓', 'step the quantity or the winding end in focus'],
  ['Ctrl Z', 'undo'],
  ['Ctrl Y', 'redo'],
  ['?', 'show or hide these keys'],
];

/** The keys of the magnet’s bench. */
@Component({
  selector: 'nab-keys-dialog',
  imports: [DialogName, NzDescriptionsModule, NzModalModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    kbd {
      font-family: var(--nab-mono);
      border: 1px solid var(--nab-steel);
      border-radius: 3px;
      padding: 0 6px;
      white-space: nowrap;
    }
  `,
  template: `
    <nz-modal
      nzTitle="Keys"
      [nzFooter]="null"
      [(nzVisible)]="shown"
      (nzOnCancel)="shown.set(false)"
    >
      <nz-descriptions
        *nzModalContent
        nabDialogName="Keys"
        nzBordered
        nzSize="small"
        [nzColumn]="1"
      >
        @for (key of keys; track key[0]) {
          <nz-descriptions-item [nzTitle]="cap">{{ key[1] }}</nz-descriptions-item>
          <ng-template #cap
            ><kbd>{{ key[0] }}</kbd></ng-template
          >
        }
      </nz-descriptions>
    </nz-modal>
  `,
})
export class KeysDialog {
  protected readonly keys = KEYS;
  readonly shown = model(false);
}
