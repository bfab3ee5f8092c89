import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { HEAD_ENDS, POLE_COUNTS, SECOND_SENSES } from '@nab/contract/experiments';
import {
  boltOf,
  CORE_SHAPES,
  HEADED_SHAPES,
  THREADED_SHAPES,
  type BoltSize,
  type CoreShape,
  type SweepPoint,
} from '@nab/core/experiments';
import { CoreError } from '@nab/core/errors';
import { formatQuantity, parseQuantity } from '@nab/core/quantities';
import { MATERIALS, YOKES } from '@nab/core/physics';
import { namesOf } from '@nab/words/terms';
import { Sparkline } from '../../../ui/charts';
import { followCore, withShape } from '../advice';
import { MagnetStore } from '../magnet-store';
import { ChoiceField, QuantityField, TextField } from '../../../ui/fields';
import { FromShelf } from '../shelf';
import { ToastService } from '../../../ui/toasts';

/** The core: its shape, size and steel, and whether there is a second one. */
@Component({
  selector: 'nab-core-fields',
  imports: [ChoiceField, FormField, FromShelf, QuantityField, Sparkline, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="nab-fields">
      <nab-from-shelf kind="core" label="Core from the shelf" />
      <nab-choice
        label="Shape"
        [options]="shapes"
        [value]="core().shape"
        (valueChange)="chooseShape($event)"
      />
      <nab-quantity
        [formField]="form.core.length"
        kind="length"
        data-key="l"
        (rested)="follow()"
        [label]="core().shape === 'none' ? 'Length of the former' : 'Length'"
      />
      @if (core().shape === 'strip') {
        <nab-quantity
          [formField]="form.core.stripWidth"
          kind="length"
          label="Width"
          (rested)="follow()"
        />
        <nab-quantity
          [formField]="form.core.stripThickness"
          kind="length"
          label="Thickness"
          (rested)="follow()"
        />
      } @else {
        <nab-quantity
          [formField]="form.core.diameter"
          kind="length"
          (rested)="follow()"
          [label]="core().shape === 'none' ? 'Diameter of the former' : 'Diameter'"
        >
          @if (diameters(); as points) {
            <nab-sparkline
              what="core diameter"
              [points]="points"
              [present]="store.magnet().core.diameter"
            />
          }
        </nab-quantity>
      }
      @if (core().shape === 'pipe') {
        <nab-quantity [formField]="form.core.bore" kind="length" label="Bore" />
      }
      @if (headed()) {
        <nab-quantity
          [formField]="form.core.headDiameter"
          kind="length"
          label="Head, width"
          hint="leave empty for none"
        />
        <nab-quantity [formField]="form.core.headHeight" kind="length" label="Head, height" />
        @if (core().headDiameter) {
          <nab-choice [formField]="form.core.headAt" label="Head" [options]="headEnds" />
        }
      }
      @if (threaded()) {
        <nab-quantity
          [formField]="form.core.threadPitch"
          kind="length"
          label="Pitch of the thread"
          hint="leave empty for a smooth shank"
        />
      }
      @if (core().shape !== 'none') {
        <nab-choice
          [formField]="form.core.material"
          label="Material"
          data-key="m"
          [options]="materials"
          [hint]="materialNote()"
        />
        <nab-text
          [formField]="form.core.materialName"
          label="You call it"
          hint="if the list has no name for it"
        />
        <nab-choice [formField]="form.core.poles" label="Cores" [options]="poleCounts" />
      }
      @if (core().poles === 'two' && core().shape !== 'none') {
        <nab-quantity [formField]="form.core.spacing" kind="length" label="Distance of the axes" />
        <nab-choice [formField]="form.core.yoke" label="Upper ends joined by" [options]="yokes" />
        @if (core().yoke === 'bar') {
          <nab-quantity
            [formField]="form.core.yokeThickness"
            kind="length"
            label="Bar, thickness"
            hint="leave empty for as much steel as the core has"
          />
          <nab-quantity [formField]="form.core.yokeWidth" kind="length" label="Bar, width" />
          <nab-quantity
            [formField]="form.core.yokeGap"
            kind="length"
            label="Air at each joint"
            hint="0.1 mm when left empty; 0 mm where it is welded"
          />
        }
        <nab-choice
          [formField]="form.winding.second"
          label="Second coil wound"
          hint="seen from the tips: one clockwise, the other anticlockwise"
          [options]="secondSenses"
        />
      }
    </div>
    @if (usual(); as bolt) {
      <p class="nab-hint">
        An {{ bolt.name }} bolt usually has a head {{ bolt.width }} wide and {{ bolt.height }} high,
        and a thread of {{ bolt.pitch }}.
        <button type="button" class="nab-link" (click)="takeUsual()">Take these sizes</button>
      </p>
    }
    @if (core().shape === 'strip') {
      <p class="nab-hint">
        Drawn and reckoned as a round core: wound by its girth, magnetised by its cross-section.
      </p>
    }
  `,
})
export class CoreFields {
  protected readonly store = inject(MagnetStore);
  private readonly told = inject(ToastService);
  protected readonly form = this.store.form;
  /** Predicted count over the core's diameter. */
  readonly diameters = input<readonly SweepPoint[] | undefined>();
  protected readonly shapes = CORE_SHAPES;
  protected readonly headEnds = HEAD_ENDS;
  protected readonly materials = namesOf(MATERIALS);
  protected readonly poleCounts = POLE_COUNTS;
  protected readonly yokes = YOKES;
  protected readonly secondSenses = SECOND_SENSES;

  protected readonly core = computed(() => this.store.design().value().core);
  protected readonly headed = computed(() => HEADED_SHAPES.includes(this.core().shape));
  protected readonly threaded = computed(() => THREADED_SHAPES.includes(this.core().shape));
  protected readonly materialNote = computed(() => MATERIALS[this.core().material].note);

  /** Head and thread of the bolt by its size, where the design has others or none. */
  protected readonly usual = computed(() => {
    const { shape, headDiameter, headHeight, threadPitch } = this.core();
    const bolt = shape === 'bolt' ? boltTyped(this.core().diameter) : null;
    if (!bolt) return null;
    const mm = (value: number): string => formatQuantity(value, 'length', 'mm');
    const [width, height, pitch] = [bolt.headWidth, bolt.headHeight, bolt.pitch].map(mm);
    const asUsual = headDiameter === width && headHeight === height && threadPitch === pitch;
    return asUsual ? null : { name: bolt.name, width: width!, height: height!, pitch: pitch! };
  });

  protected takeUsual(): void {
    const bolt = this.usual();
    if (!bolt) return;
    const { width: headDiameter, height: headHeight, pitch: threadPitch } = bolt;
    this.store.design().edit((design) => ({
      ...design,
      core: { ...design.core, headDiameter, headHeight, threadPitch },
    }));
  }

  /** The last core that everything on it fitted, before the one that is typed now. */
  private fitted = this.store.design().valid();

  /** What lies on the core follows it when a size of it has been typed. */
  protected follow(): void {
    const document = this.store.design();
    const followed = followCore(this.fitted, document.value());
    if (followed) {
      document.edit(() => followed.design);
      this.told.show({ sentence: followed.said.join(' '), undo: () => document.undo() });
    }
    this.fitted = document.valid();
  }

  /** A new shape brings the dimensions it needs, and the winding follows. */
  protected chooseShape(shape: CoreShape): void {
    this.store.design().edit((design) => withShape(design, shape));
  }
}

/** The bolt whose size is typed, even while its old head does not fit it. */
function boltTyped(diameter: string): BoltSize | null {
  try {
    return boltOf(parseQuantity(diameter, 'length').si);
  } catch (error) {
    if (error instanceof CoreError) return null;
    throw error;
  }
}
