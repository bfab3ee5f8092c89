import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  newShelfItem,
  SHELF_KINDS,
  type ShelfItem,
  type ShelfKind,
  type VersionedShelfItem,
} from '@nab/contract/shelf';
import { amountText, shelfText } from '@nab/words/terms';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { dayText } from '../platform/region';
import { Notice, OpenDocuments } from '../ui/notices';
import { ShelfForm } from './shelf-form';
import { ShelfStore } from './shelf-store';

const KINDS = Object.entries(SHELF_KINDS) as [ShelfKind, string][];
const ADD: Readonly<Record<ShelfKind, string>> = {
  core: 'Add a core',
  reel: 'Add a wire',
  cell: 'Add cells',
  object: 'Add objects',
  design: '',
};
const EMPTY: Readonly<Record<ShelfKind, string>> = {
  core: 'Nails, bolts and rods that you have, with how many.',
  reel: 'Your wires, with the length that is left.',
  cell: 'Your cells, typical or as you measured them.',
  object: 'What you lift, as you weighed it.',
  design:
    'On the Magnet page, “Set aside” puts a copy of the design here, to compare or to go back to.',
};

/** The educator's own cores, wires, cells and objects, and designs set aside. */
@Component({
  selector: 'nab-shelf',
  imports: [NzButtonModule, Notice, RouterLink, ShelfForm],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: './shelf.less',
  template: `
    <div class="head">
      <div class="nab-page-head">
        <h1>Shelf</h1>
        <p class="nab-soft">What you really have. Designs draw from it and say when it is short.</p>
      </div>
      <a nz-button nzType="primary" routerLink="/shelf/search">Search the shelf</a>
    </div>
    @if (store.fault(); as fault) {
      <nab-notice state="stop">{{ fault }}</nab-notice>
    }
    @if (store.removed(); as removed) {
      <nab-notice state="rest">
        “{{ removed.item.name }}” was taken off the shelf.
        <button type="button" class="nab-link" (click)="store.putBack()">Put it back</button>
      </nab-notice>
    }
    @if (store.items(); as items) {
      @for (kind of kinds; track kind[0]) {
        <section [attr.aria-labelledby]="'kind-' + kind[0]">
          <div class="board">
            <h2 [id]="'kind-' + kind[0]">{{ kind[1] }}</h2>
            @if (add[kind[0]]; as label) {
              <button nz-button type="button" (click)="begin(kind[0])">{{ label }}</button>
            }
          </div>
          @if (fresh(); as item) {
            @if (item.kind === kind[0]) {
              <nab-shelf-form [item]="item" (done)="create($event)" (cancelled)="fresh.set(null)" />
            }
          }
          @if ((store.byKind().get(kind[0]) ?? []).length === 0) {
            <p class="nab-soft empty">{{ empty[kind[0]] }}</p>
          } @else {
            <ul>
              @for (entry of store.byKind().get(kind[0]); track entry.id) {
                <li>
                  @if (editing() === entry.id) {
                    <nab-shelf-form
                      [item]="entry.item"
                      (done)="change(entry, $event)"
                      (cancelled)="editing.set(null)"
                    />
                  } @else {
                    <span class="name">
                      {{ entry.item.name }}
                      @if (entry.demo) {
                        <span class="nab-invented">invented</span>
                      }
                    </span>
                    <span class="nab-soft">{{ shelfText(entry.item) }}</span>
                    <span class="nab-number amount">{{ amountText(entry.item) }}</span>
                    <span class="actions">
                      @if (entry.item.kind !== 'design') {
                        <button
                          nz-button
                          type="button"
                          [attr.aria-label]="'Change ' + entry.item.name"
                          (click)="editing.set(entry.id)"
                        >
                          Change
                        </button>
                      }
                      <button
                        nz-button
                        type="button"
                        [attr.aria-label]="'Take off ' + entry.item.name"
                        (click)="store.remove(entry)"
                      >
                        Take off
                      </button>
                    </span>
                  }
                </li>
              }
            </ul>
          }
        </section>
      }
      @if (store.gone(); as gone) {
        @if (gone.length > 0) {
          <section aria-labelledby="gone">
            <div class="board">
              <h2 id="gone">Taken off</h2>
              <button nz-button type="button" (click)="store.putBackEach(gone)">
                Put all back
              </button>
            </div>
            <ul>
              @for (entry of gone; track entry.id) {
                <li>
                  <span class="name">{{ entry.item.name }}</span>
                  <span class="nab-soft">{{ shelfText(entry.item) }}</span>
                  <span class="nab-soft amount">{{ day(entry.at) }}</span>
                  <span class="actions">
                    <button
                      nz-button
                      type="button"
                      [attr.aria-label]="'Put back ' + entry.item.name"
                      (click)="store.putBackEach([entry])"
                    >
                      Put back
                    </button>
                  </span>
                </li>
              }
            </ul>
          </section>
        }
      }
    } @else if (!store.fault()) {
      <p class="nab-soft">Loading …</p>
    }
  `,
})
export class ShelfPage {
  protected readonly store = inject(ShelfStore);
  protected readonly kinds = KINDS;
  protected readonly add = ADD;
  protected readonly empty = EMPTY;
  protected readonly shelfText = shelfText;
  protected readonly amountText = amountText;
  /** The thing that is being added, and id of the one being changed. */
  protected readonly fresh = signal<ShelfItem | null>(null);
  protected readonly editing = signal<string | null>(null);

  constructor() {
    inject(OpenDocuments).show(null);
    void this.store.load();
    void this.store.loadGone();
  }

  protected day(iso: string): string {
    return dayText(iso);
  }

  protected begin(kind: ShelfKind): void {
    this.editing.set(null);
    this.fresh.set(newShelfItem(kind));
  }

  protected async create(item: ShelfItem): Promise<void> {
    if (await this.store.put(item)) this.fresh.set(null);
  }

  protected async change(before: VersionedShelfItem, item: ShelfItem): Promise<void> {
    if (await this.store.put(item, before)) this.editing.set(null);
  }
}
