import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { LIFT_METHODS, LIFTING_ENDS } from '@nab/contract';
import {
  chainAt,
  CoreError,
  formatQuantity,
  loadHeld,
  parseQuantity,
  residualAfter,
  SMALL_OBJECTS,
  type CellStep,
  type LoadHeld,
  type SmallObjectId,
} from '@nab/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { CellsChart, LoadChart } from '../../charts';
import { MagnetStore } from '../magnet-store';
import { ChoiceField, NumberField, QuantityField, TextField } from '../../fields';
import {
  cellsSentence,
  chainSentence,
  loadSentence,
  namesOf,
  objectWord,
  residualSentence,
} from '../../words';
import { liftFactsOf } from '../advice';
import { FactsGrid } from '../../inspector';

/** What is lifted: small objects in a heap or a chain, a load on a plate, and what stays stuck. */
@Component({
  selector: 'nab-lift-fields',
  imports: [
    CellsChart,
    ChoiceField,
    FactsGrid,
    FormField,
    LoadChart,
    NumberField,
    NzButtonModule,
    QuantityField,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="nab-fields">
      <nab-choice
        label="Objects"
        [options]="objects"
        [value]="load().object"
        (valueChange)="chooseObject($event)"
      />
      <nab-quantity [formField]="form.load.massEach" kind="mass" label="Mass of one" />
      @if (load().object === 'own') {
        <nab-text [formField]="form.load.ownName" label="What they are called" hint="hooks, say" />
        <nab-quantity [formField]="form.load.ownLength" kind="length" label="Length of one" />
        <nab-quantity
          [formField]="form.load.ownThickness"
          kind="length"
          label="Thickness of its steel"
        />
      }
      <nab-choice [formField]="form.load.ends" label="Counted at" [options]="ends" />
      <nab-choice
        [formField]="form.load.method"
        label="Method"
        hint="decide once, write it down, keep it"
        [options]="methods"
      />
    </div>
    <details class="nab-more">
      <summary>Weigh them</summary>
      <div class="nab-fields">
        <nab-number
          label="So many"
          [value]="weighed()"
          [least]="1"
          (valueChange)="weighed.set($event)"
        />
        <nab-quantity
          label="weigh together"
          kind="mass"
          [value]="together()"
          (valueChange)="together.set($event)"
        />
      </div>
      @if (each(); as mass) {
        <p>
          One weighs <span class="nab-number">{{ mass }}</span>.
          <button nz-button type="button" (click)="useMass(mass)">Use this mass</button>
        </p>
      } @else {
        <p class="nab-hint">Twenty on a kitchen scale are far more exact than one.</p>
      }
    </details>
    @if (words(); as w) {
      <ul class="plain">
        <li>{{ w.chain }}</li>
        <li>{{ w.residual }}</li>
      </ul>
      <nab-facts label="What it lifts beside a heap" [facts]="w.facts" />
    }
    <h3>{{ store.magnet().pair ? 'A bar across both poles' : 'A steel plate under the pole' }}</h3>
    <div class="nab-fields">
      <nab-quantity
        [formField]="form.load.plateWidth"
        kind="length"
        [label]="store.magnet().pair ? 'Width of the bar' : 'Diameter of the plate'"
      />
      <nab-quantity [formField]="form.load.plateThickness" kind="length" label="Its thickness" />
      <nab-quantity
        [formField]="form.load.contactGap"
        kind="length"
        label="Contact gap"
        hint="a sheet of paper is 0.1 mm"
      />
      @if (!store.magnet().pair) {
        <nab-quantity
          [formField]="form.load.plateTilt"
          kind="length"
          label="Tilt of the plate"
          hint="how much wider the gap is at one side"
        />
      }
      <nab-quantity [formField]="form.load.plateLoad" kind="mass" label="Load to be held" />
    </div>
    @if (words(); as w) {
      <p>{{ w.load }}</p>
    }
    @if (curve(); as points) {
      <nab-load-chart [points]="points" />
    }
    @if (steps().length > 1) {
      <p>{{ cells() }}</p>
      <nab-cells-chart [steps]="steps()" [load]="hung()" />
    }
  `,
  styles: `
    .plain {
      margin: 0;
      padding-left: 18px;
    }
    h3 {
      margin: 4px 0 0;
      font-size: 16px;
    }
  `,
})
export class LiftFields {
  protected readonly store = inject(MagnetStore);
  protected readonly form = this.store.form;
  /** Load against contact gap, from the worker. */
  readonly curve = input<readonly LoadHeld[] | undefined>();
  /** What is held as cells are taken away, from the worker. */
  readonly steps = input<readonly CellStep[]>([]);
  protected readonly objects = namesOf(SMALL_OBJECTS);
  protected readonly ends = LIFTING_ENDS;
  protected readonly methods = LIFT_METHODS;
  protected readonly weighed = signal(20);
  protected readonly together = signal('');

  protected readonly load = computed(() => this.store.design().value().load);
  protected readonly hung = computed(
    () => parseQuantity(this.store.design().valid().load.plateLoad, 'mass').si,
  );
  protected readonly cells = computed(() => cellsSentence(this.steps(), this.hung()));
  protected readonly each = computed(() => {
    try {
      const { si } = parseQuantity(this.together(), 'mass', 'g');
      const mass = si / this.weighed();
      return mass > 0 && Number.isFinite(mass) ? formatQuantity(mass, 'mass', 'g') : null;
    } catch (error) {
      if (error instanceof CoreError) return null;
      throw error;
    }
  });

  /** Follows the hand at rest: the pull on a plate takes longer than a frame. */
  protected readonly words = computed(() => {
    const magnet = this.store.restingMagnet();
    const evaluation = this.store.restingEvaluation();
    if (!evaluation) return null;
    const document = this.store.restingDesign();
    const { load } = document;
    return {
      chain: chainSentence(chainAt(magnet, evaluation).count, objectWord(load, 1)),
      residual: residualSentence(residualAfter(magnet, evaluation), load),
      load: loadSentence(loadHeld(magnet, evaluation)),
      facts: liftFactsOf(document, magnet, evaluation),
    };
  });

  protected chooseObject(object: SmallObjectId): void {
    const massEach = formatQuantity(SMALL_OBJECTS[object].mass_kg, 'mass', 'g');
    this.store
      .design()
      .edit((design) => ({ ...design, load: { ...design.load, object, massEach } }));
  }

  protected useMass(massEach: string): void {
    this.store.design().edit((design) => ({ ...design, load: { ...design.load, massEach } }));
  }
}
