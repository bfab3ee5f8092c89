import { computed, inject, Injector, type Signal } from '@angular/core';
import type { ExperimentDocument, ExperimentDocuments } from '@nab/contract/experiments';
import { CoreError } from '@nab/core/errors';
import {
  waysOut,
  type ExperimentDesigns,
  type ExperimentId,
  type PredictableId,
  type Subject,
  type WayOut,
} from '@nab/core/experiments';
import type { Caution } from '@nab/core/physics';
import type { Schema } from 'yup';
import type { SavedDocument } from '../../platform/saving';
import { documentForm } from '../../ui/fields';
import { hasFault } from '../designs';
import { applyWayOut, type Fact } from '../frame';

/** What is particular about the design of one experiment; SI in `design`. */
export interface DesignRules<E extends ExperimentId, Evaluation> {
  readonly experiment: E;
  readonly schema: Schema<ExperimentDocuments[E]>;
  readonly toDesign: (document: ExperimentDocuments[E]) => ExperimentDesigns[E];
  /** @throws CoreError where the design cannot be built. */
  readonly evaluate: (design: ExperimentDesigns[E]) => Evaluation;
  readonly cautions: (design: ExperimentDesigns[E], evaluation: Evaluation) => readonly Caution[];
  /** The figures next to the drawing. */
  readonly deciding: (design: ExperimentDesigns[E], evaluation: Evaluation) => readonly Fact[];
  /** All figures, for the drawer. */
  readonly facts: (design: ExperimentDesigns[E], evaluation: Evaluation) => readonly Fact[];
  /** By what a way out of a stop is judged; absent where none is looked for. */
  readonly wayOutOf?: PredictableId;
}

/** A document on the bench: its form, what it does, its faults and cautions. In an injection context. */
export class DesignModel<E extends ExperimentId, Evaluation> {
  readonly value = computed(() => this.document().value());
  readonly form = documentForm(() => this.document(), this.rules.schema, inject(Injector));
  /** Of the last value without faults. */
  readonly design = computed(() => this.rules.toDesign(this.document().valid()));
  private readonly evaluated = computed(
    (): { readonly evaluation: Evaluation | null; readonly fault: string | null } => {
      try {
        return { evaluation: this.rules.evaluate(this.design()), fault: null };
      } catch (error) {
        if (!(error instanceof CoreError)) throw error;
        return { evaluation: null, fault: error.message };
      }
    },
  );
  /** Null where the design cannot be built; `fault` says why. */
  readonly evaluation = computed(() => this.evaluated().evaluation);
  readonly fault = computed(() => this.evaluated().fault);
  /** True if what is shown belongs to the last value without faults, and not to what is typed. */
  readonly stale = computed(() => this.document().errors().length > 0);
  readonly deciding = computed(() => this.ofEvaluation(this.rules.deciding));
  readonly facts = computed(() => this.ofEvaluation(this.rules.facts));
  readonly cautions = computed(() => this.ofEvaluation(this.rules.cautions));
  readonly ways = computed(() =>
    this.rules.wayOutOf !== undefined && this.cautions().some(({ severity }) => severity === 'stop')
      ? waysOut([{ experiment: this.rules.experiment, design: this.design() } as Subject])
      : [],
  );

  constructor(
    readonly document: Signal<SavedDocument<ExperimentDocuments[E]>>,
    readonly rules: DesignRules<E, Evaluation>,
  ) {}

  /** True if something typed in one of these parts needs to be corrected. */
  faulty(...parts: readonly (keyof ExperimentDocuments[E] & string)[]): boolean {
    return hasFault(this.document(), ...parts);
  }

  rename(name: string): void {
    this.document().edit((document) => ({ ...document, name }));
  }

  takeWayOut(way: WayOut): void {
    this.document().edit(
      (document) => applyWayOut(document as ExperimentDocument, way) as ExperimentDocuments[E],
    );
  }

  private ofEvaluation<T>(
    make: (design: ExperimentDesigns[E], evaluation: Evaluation) => readonly T[],
  ): readonly T[] {
    const evaluation = this.evaluation();
    return evaluation === null ? [] : make(this.design(), evaluation);
  }
}
