import { computed, inject, Injectable, Injector } from '@angular/core';
import { designSchema, toMagnetDesign, type DesignDocument } from '@nab/contract';
import {
  CoreError,
  evaluateMagnet,
  PRIOR_BELIEF,
  type Evaluation,
  type MagnetDesign,
  WIRE_RESERVE,
} from '@nab/core';
import { documentForm } from '../fields';
import type { Schema } from 'yup';
import { InvestigationStore } from '../investigation';
import type { SavedDocument } from '../saving';
import { ShelfStore, shortagesOf } from '../shelf';

const DESIGN = designSchema as Schema<DesignDocument>;

/** The straight magnet of the investigation on screen: its document, and what it does. */
@Injectable()
export class MagnetStore {
  private readonly investigation = inject(InvestigationStore);
  private readonly shelf = inject(ShelfStore);

  readonly plan = this.investigation.plan;
  /** The page is only ever shown for a straight magnet. */
  readonly design = computed(
    () => this.investigation.design() as unknown as SavedDocument<DesignDocument>,
  );
  /** The document as a form: one field for each thing that is typed or chosen. */
  readonly form = documentForm(() => this.design(), DESIGN, inject(Injector));
  /** The base magnet and its evaluation, or the reason why there is none. */
  readonly magnet = computed(() => toMagnetDesign(this.design().valid()));
  readonly base = computed(() => evaluate(this.magnet()));
  readonly restingDesign = computed(() => this.investigation.restingDesign() as DesignDocument);
  readonly restingMagnet = computed(() => toMagnetDesign(this.restingDesign()));
  /** Its evaluation, or null when it cannot be built. */
  readonly restingEvaluation = computed(() => evaluate(this.restingMagnet()).evaluation);
  /** What this class's counts have shown about the model. */
  readonly belief = computed(() =>
    this.investigation.measure().heldAgainst?.endsWith('count')
      ? (this.investigation.belief() ?? PRIOR_BELIEF)
      : PRIOR_BELIEF,
  );

  /** What the shelf has too little of for this lesson. */
  readonly shortages = computed(() => {
    const { groups, traySize } = this.plan().valid();
    const perGroup = this.investigation
      .cases()
      .reduce((sum, { trialled }) => sum + (trialled?.wireLength ?? 0), 0);
    return shortagesOf(this.design().valid(), this.shelf.items() ?? [], {
      groups: groups.length,
      wire: perGroup * groups.length * WIRE_RESERVE,
      traySize,
    });
  });
}

function evaluate(design: MagnetDesign): { evaluation: Evaluation | null; fault: string | null } {
  try {
    return { evaluation: evaluateMagnet(design), fault: null };
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    return { evaluation: null, fault: error.message };
  }
}
