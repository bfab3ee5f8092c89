import { CdkMenu, CdkMenuItem, CdkMenuItemRadio, CdkMenuTrigger } from '@angular/cdk/menu';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MATERIALS, predictiveBand, type Evaluation, type MaterialId } from '@nab/core';
import { BOX, layOut, supplyBox } from '../../cutaway';
import { MagnetStore } from '../magnet-store';
import { namesOf } from '../../words';

/** Buttons over the drawing's core and supply: click them to change what they are. */
@Component({
  selector: 'nab-drawing-menus',
  imports: [CdkMenu, CdkMenuItem, CdkMenuItemRadio, CdkMenuTrigger],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    .over {
      position: absolute;
      padding: 0;
      border: 1px solid transparent;
      background: none;
      border-radius: 3px;
      cursor: pointer;
    }
    .over:hover,
    .over[aria-expanded='true'] {
      border-color: var(--nab-copper);
      background: color-mix(in srgb, var(--nab-copper), transparent 90%);
    }
    .menu {
      display: grid;
      background: var(--nab-sheet);
      border: 1px solid var(--nab-steel);
      border-radius: 3px;
      max-height: 60vh;
      overflow-y: auto;
    }
    .menu button {
      min-height: 36px;
      padding: 4px 14px;
      border: 0;
      border-bottom: 1px solid var(--nab-grid);
      background: none;
      color: var(--nab-ink);
      font: inherit;
      text-align: left;
      cursor: pointer;
    }
    .menu button:hover,
    .menu button:focus {
      background: var(--nab-live-wash);
      outline: none;
    }
    .menu button[aria-checked='true'] {
      font-weight: 700;
    }
    .menu button[aria-checked='true']::before {
      content: '● ';
      color: var(--nab-copper);
    }
    .menu button[aria-disabled='true'] {
      color: var(--nab-ink-soft);
      cursor: default;
    }
  `,
  template: `
    @if (hasSteel()) {
      <button
        type="button"
        class="over"
        aria-label="Core: choose its material"
        [style.left.%]="places().core.left"
        [style.top.%]="places().core.top"
        [style.width.%]="places().core.width"
        [style.height.%]="places().core.height"
        [cdkMenuTriggerFor]="steels"
      ></button>
    }
    @if (!store.magnet().supply.bench) {
      <button
        type="button"
        class="over"
        aria-label="Supply: add or take away cells"
        [style.left.%]="places().supply.left"
        [style.top.%]="places().supply.top"
        [style.width.%]="places().supply.width"
        [style.height.%]="places().supply.height"
        [cdkMenuTriggerFor]="cells"
      ></button>
    }
    <ng-template #steels>
      <div cdkMenu class="menu" aria-label="Material of the core">
        @for (material of materials; track material.id) {
          <button
            cdkMenuItemRadio
            type="button"
            [cdkMenuItemChecked]="material.id === present()"
            (cdkMenuItemTriggered)="choose(material.id)"
          >
            {{ material.name }}
          </button>
        }
      </div>
    </ng-template>
    <ng-template #cells>
      <div cdkMenu class="menu" aria-label="Cells">
        @for (step of steps(); track step.label) {
          <button
            cdkMenuItem
            type="button"
            [cdkMenuItemDisabled]="!step.possible"
            (cdkMenuItemTriggered)="change(step.change)"
          >
            {{ step.label }}
          </button>
        }
      </div>
    </ng-template>
  `,
})
export class DrawingMenus {
  protected readonly store = inject(MagnetStore);
  readonly evaluation = input.required<Evaluation>();
  protected readonly materials = Object.entries(namesOf(MATERIALS)).map(([id, name]) => ({
    id: id as MaterialId,
    name,
  }));

  protected readonly present = computed(() => this.store.design().value().core.material);
  protected readonly hasSteel = computed(() => this.store.magnet().core.shape !== 'none');
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

  /** Where core and supply lie on the drawing, in percent of it. */
  protected readonly places = computed(() => {
    const design = this.store.magnet();
    const evaluation = this.evaluation();
    const at = layOut(
      design,
      evaluation,
      predictiveBand(this.store.belief(), evaluation.liftedCount),
    );
    const supply = supplyBox(design);
    const half = Math.max(10, (design.core.diameter / 2) * at.scale);
    const x = at.axisX + ((design.pair?.spacing ?? 0) / 2) * at.scale;
    // The bare part below the winding, or the whole core when it is wound to the end.
    const bare = (design.core.length - design.winding.end) * at.scale;
    const top = bare > 24 ? at.y(design.winding.end) : at.y(0);
    return {
      core: percent(x - half, top, 2 * half, at.y(design.core.length) - top),
      supply: percent(supply.x - 6, supply.y - 6, supply.width + 12, supply.height + 12),
    };
  });

  protected choose(material: MaterialId): void {
    this.store.design().edit((design) => ({ ...design, core: { ...design.core, material } }));
  }

  protected change(change: { series?: number; parallel?: number }): void {
    this.store.design().edit((design) => ({ ...design, supply: { ...design.supply, ...change } }));
  }
}

function percent(x: number, y: number, width: number, height: number) {
  return {
    left: (100 * x) / BOX.width,
    top: (100 * y) / BOX.height,
    width: (100 * width) / BOX.width,
    height: (100 * height) / BOX.height,
  };
}
