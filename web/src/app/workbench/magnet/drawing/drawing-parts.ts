import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MATERIALS, type MaterialId } from '@nab/core/physics';
import { predictiveBand } from '@nab/core/statistics';
import type { Evaluation } from '@nab/core/experiments';
import { namesOf } from '@nab/words/terms';
import {
  NzContextMenuService,
  NzDropdownModule,
  type NzDropdownMenuComponent,
} from 'ng-zorro-antd/dropdown';
import { MenuItem, MenuList } from '../../../ui/accessibility';
import { MagnetStore } from '../magnet-store';
import { placesOf, type PartPlace } from './places';

/** What each part is called where it is pressed. */
const NAMES: Readonly<Record<PartPlace['part'], string>> = {
  core: 'Core',
  winding: 'Winding',
  supply: 'Supply',
  lift: 'What it lifts',
  plate: 'Plate',
};

/**
 * The parts of the drawing as things to take in hand: pressing one opens its inspector, and the one in
 * hand is marked. Core and supply have a menu, by the right button or the menu key, that changes them
 * at once.
 */
@Component({
  selector: 'nab-drawing-parts',
  imports: [MenuItem, MenuList, NzDropdownModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    .over {
      position: absolute;
      padding: 0;
      border: 1.5px dashed transparent;
      background: none;
      border-radius: 3px;
      cursor: pointer;
    }
    .over:hover {
      border-color: var(--nab-copper);
    }
    .over[aria-pressed='true'] {
      border-style: solid;
      border-color: var(--nab-copper);
      background: color-mix(in srgb, var(--nab-copper), transparent 92%);
    }
  `,
  template: `
    @for (place of places(); track place.key) {
      <button
        type="button"
        class="over"
        [attr.aria-label]="names[place.part] + ': take it in hand'"
        [attr.aria-pressed]="place.part === part()"
        [attr.data-part]="place.part"
        [style.left.%]="place.left"
        [style.top.%]="place.top"
        [style.width.%]="place.width"
        [style.height.%]="place.height"
        (click)="chosen.emit(place.part)"
        (contextmenu)="openMenu($event, place.part, materials, cells)"
      ></button>
    }
    <nz-dropdown-menu #materials="nzDropdownMenu">
      <ul nz-menu class="nab-tall" nabLabel="Material of the core">
        @for (one of steels; track one.id) {
          <li nz-menu-item nabItem [chosen]="one.id === material()" (nabChoose)="choose(one.id)">
            {{ one.name }}
          </li>
        }
      </ul>
    </nz-dropdown-menu>
    <nz-dropdown-menu #cells="nzDropdownMenu">
      <ul nz-menu nabLabel="Cells">
        @for (step of steps(); track step.label) {
          <li nz-menu-item nabItem [nzDisabled]="!step.possible" (nabChoose)="change(step.change)">
            {{ step.label }}
          </li>
        }
      </ul>
    </nz-dropdown-menu>
  `,
})
export class DrawingParts {
  protected readonly store = inject(MagnetStore);
  private readonly menus = inject(NzContextMenuService);
  readonly evaluation = input.required<Evaluation>();
  /** The part in hand. */
  readonly part = input('');
  readonly chosen = output<string>();
  protected readonly names = NAMES;
  protected readonly steels = Object.entries(namesOf(MATERIALS)).map(([id, name]) => ({
    id: id as MaterialId,
    name,
  }));

  protected readonly material = computed(() => this.store.design().value().core.material);
  protected readonly places = computed(() => {
    const evaluation = this.evaluation();
    const band = predictiveBand(this.store.belief(), evaluation.liftedCount);
    return placesOf(this.store.magnet(), evaluation, band, this.part() === 'plate');
  });
  protected readonly steps = computed(() => {
    const { series, parallel } = this.store.magnet().supply;
    return [
      { label: 'One more cell in series', possible: series < 12, change: { series: series + 1 } },
      { label: 'One cell fewer in series', possible: series > 1, change: { series: series - 1 } },
      { label: 'One more pack beside', possible: parallel < 8, change: { parallel: parallel + 1 } },
      {
        label: 'One pack fewer beside',
        possible: parallel > 1,
        change: { parallel: parallel - 1 },
      },
    ];
  });

  protected openMenu(
    event: MouseEvent,
    part: PartPlace['part'],
    materials: NzDropdownMenuComponent,
    cells: NzDropdownMenuComponent,
  ): void {
    const { core, supply } = this.store.magnet();
    const menu =
      part === 'core' && core.shape !== 'none'
        ? materials
        : part === 'supply' && !supply.bench
          ? cells
          : null;
    if (menu) this.menus.create(event, menu);
  }

  protected choose(material: MaterialId): void {
    this.store.design().edit((design) => ({ ...design, core: { ...design.core, material } }));
  }

  protected change(change: { series?: number; parallel?: number }): void {
    this.store.design().edit((design) => ({ ...design, supply: { ...design.supply, ...change } }));
  }
}
