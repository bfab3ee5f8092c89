import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { Router } from '@angular/router';
import type { DesignDocument } from '@nab/contract/experiments';
import { DocumentBar, type MenuEntry, type Offer } from '../../designs';
import { Keys } from '../../../ui/keys';
import { setAside, ShelfStore } from '../../../shelf';
import { ToastService } from '../../../ui/toasts';
import { MagnetStore } from '../magnet-store';
import { KeysDialog } from './keys-dialog';
import { SwapDialog } from './swap-dialog';

/** Undo and redo by name, and one menu: name, copies, shelf, files, comparing, swapping, keys. */
@Component({
  selector: 'nab-magnet-actions',
  imports: [DocumentBar, Keys, KeysDialog, SwapDialog],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { style: 'margin-left: auto' },
  template: `
    <nab-document-bar
      experiment="straight-magnet"
      menuName="Magnet"
      page="/magnet"
      [document]="store.design()"
      [first]="first()"
      [last]="last()"
      [offers]="offers()"
    />
    <!-- Not to be reached or seen: a place for the key to act on. -->
    <span hidden nabKeys="?,Shift+?" (click)="keysShown.set(!keysShown())"></span>
    @defer (when swapping()) {
      <nab-swap-dialog [(visible)]="swapping" [design]="store.design().valid()" />
    }
    @defer (when keysShown()) {
      <nab-keys-dialog [(shown)]="keysShown" />
    }
  `,
})
export class MagnetActions {
  protected readonly store = inject(MagnetStore);
  private readonly shelf = inject(ShelfStore);
  private readonly told = inject(ToastService);
  private readonly router = inject(Router);
  private readonly bar = viewChild.required<DocumentBar<'straight-magnet'>>(DocumentBar);
  /** Somebody wants to name it. */
  readonly name = output();
  protected readonly swapping = signal(false);
  protected readonly keysShown = signal(false);

  protected readonly first = computed((): readonly MenuEntry[] => [
    { words: 'Name …', run: () => this.name.emit() },
    { words: 'Set aside on the shelf', run: () => this.keep() },
  ]);
  protected readonly last = computed((): readonly MenuEntry[] => [
    {
      words: 'Compare with another',
      run: () => this.router.navigate(['/compare'], { queryParams: { with: this.store.key() } }),
    },
    ...(this.store.lesson() === null
      ? [
          { words: 'Swap in for an investigation’s …', run: () => this.swapping.set(true) },
          {
            words: 'Begin a new one',
            run: () => this.router.navigate(['/magnet'], { queryParams: { design: 'new' } }),
          },
        ]
      : []),
    { words: 'Keys', run: () => this.keysShown.set(true) },
  ]);

  /** Designs that were set aside on the shelf. */
  protected readonly offers = computed((): readonly Offer[] =>
    (this.shelf.byKind().get('design') ?? []).map(({ id, item }) => ({
      key: `shelf-${id}`,
      name: item.name,
      from: 'set aside on the shelf',
      read: () => Promise.resolve(item.design as DesignDocument),
    })),
  );

  /** Reads a design file that was dropped on the page. */
  open(file: File): void {
    void this.bar().open(file);
  }

  /** Puts a copy of the design on the shelf, to compare it or to go back to it. */
  private async keep(): Promise<void> {
    const design = this.store.design().valid();
    const done = await this.shelf.put(setAside(design));
    this.told.show(
      done
        ? {
            sentence: `A copy of “${design.name}” is on the shelf.`,
            link: { words: 'Compare designs', to: '/compare' },
          }
        : { sentence: this.shelf.fault() },
    );
  }
}
