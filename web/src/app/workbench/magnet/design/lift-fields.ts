import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { LIFT_METHODS, LIFTING_ENDS } from '@nab/contract/experiments';
import { chainAt, residualAfter } from '@nab/core/experiments';
import { CoreError } from '@nab/core/errors';
import { formatQuantity, parseQuantity } from '@nab/core/quantities';
import { SMALL_OBJECTS, type SmallObjectId } from '@nab/core/physics';
import { chainSentence, residualSentence } from '@nab/words/experiments';
import { namesOf, objectWord } from '@nab/words/terms';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { MagnetStore } from '../magnet-store';
import {
  ChoiceField,
  CollapsibleSection,
  NumberField,
  QuantityField,
  TextField,
} from '../../../ui/fields';
import { FromShelf } from '../shelf';

/** What is lifted: small objects in a heap or a chain, and what stays stuck. */
@Component({
  selector: 'nab-lift-fields',
  imports: [
    ChoiceField,
    FormField,
    FromShelf,
    CollapsibleSection,
    NumberField,
    NzButtonModule,
    QuantityField,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="nab-fields">
      <nab-from-shelf kind="object" label="Objects from the shelf" />
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
      @if (countedBy(); as measure) {
        <p class="nab-hint">This lesson measures: {{ measure }}. Change it on Question.</p>
      } @else {
        <nab-choice [formField]="form.load.ends" label="Counted at" [options]="ends" />
      }
      <nab-choice
        [formField]="form.load.method"
        label="Method"
        hint="decide once, write it down, keep it"
        [options]="methods"
      />
    </div>
    <nab-collapsible-section heading="Weigh them">
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
    </nab-collapsible-section>
    @if (words(); as w) {
      <ul class="plain">
        <li>{{ w.chain }}</li>
        <li>{{ w.residual }}</li>
      </ul>
    }
  `,
  styles: `
    .plain {
      margin: 0;
      padding-left: 18px;
    }
  `,
})
export class LiftFields {
  protected readonly store = inject(MagnetStore);
  protected readonly form = this.store.form;
  protected readonly objects = namesOf(SMALL_OBJECTS);
  protected readonly ends = LIFTING_ENDS;
  protected readonly methods = LIFT_METHODS;
  protected readonly weighed = signal(20);
  protected readonly together = signal('');

  /** The measure of a lesson that decides which ends are counted; null where the design does. */
  protected readonly countedBy = computed(() => {
    const measure = this.store.lesson()?.measure;
    return measure?.adapt ? measure.name.toLowerCase() : null;
  });
  protected readonly load = computed(() => this.store.design().value().load);
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

  /** Follows the hand at rest: a chain takes longer than a frame. */
  protected readonly words = computed(() => {
    const magnet = this.store.restingMagnet();
    const evaluation = this.store.restingEvaluation();
    if (!evaluation) return null;
    const { load } = this.store.restingDesign();
    return {
      chain: chainSentence(chainAt(magnet, evaluation).count, objectWord(load, 1)),
      residual: residualSentence(residualAfter(magnet, evaluation), load),
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
