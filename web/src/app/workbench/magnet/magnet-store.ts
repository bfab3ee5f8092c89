import { computed, inject, Injectable, Injector } from '@angular/core';
import { designSchema, toMagnetDesign, type DesignDocument } from '@nab/contract/experiments';
import { CoreError } from '@nab/core/errors';
import {
  countBelief,
  evaluateMagnet,
  type Evaluation,
  type MagnetDesign,
} from '@nab/core/experiments';
import type { Measure } from '@nab/core/lesson';
import { lazy } from '@nab/core/numerics';
import { documentForm } from '../../ui/fields';
import type { Schema } from 'yup';
import { debouncedValue } from '../../platform/saving';
import { MAGNET_ON_SCREEN } from './magnet-on-screen';

const DESIGN = designSchema as Schema<DesignDocument>;

/** The straight magnet on screen: its document, and what it does. */
@Injectable()
export class MagnetStore {
  private readonly onScreen = inject(MAGNET_ON_SCREEN);

  readonly design = this.onScreen.document;
  /** The lesson it is for; null for a standalone magnet. */
  readonly lesson = this.onScreen.lesson;
  /** What the class's own trials tell; null while there are none. */
  readonly learnt = this.onScreen.belief;
  /** Names it on the Compare page. */
  readonly key = this.onScreen.key;
  /** The document as a form: one field for each thing that is typed or chosen. */
  readonly form = documentForm(() => this.design(), DESIGN, inject(Injector));
  private readonly evaluated = new WeakMap<DesignDocument, EvaluatedDocument>();
  private readonly current = computed(() => this.evaluationOf(this.design().valid()));
  readonly magnet = computed(() => this.current().magnet);
  /** Its evaluation, or the reason why there is none. */
  readonly base = computed(() => this.current().base());
  readonly belief = computed(() => this.learnt() ?? countBelief(this.magnet()));
  private readonly rested = debouncedValue(() => this.design());
  readonly restingDesign = computed(() => this.rested() ?? this.design().valid());
  private readonly resting = computed(() => this.evaluationOf(this.restingDesign()));
  readonly restingMagnet = computed(() => this.resting().magnet);
  /** Its evaluation, or null when it cannot be built. */
  readonly restingEvaluation = computed(() => this.resting().base().evaluation);

  /** A document is evaluated once, whether it is under the hand or at rest. */
  private evaluationOf(document: DesignDocument): EvaluatedDocument {
    const measure = this.lesson()?.measure;
    let found = this.evaluated.get(document);
    if (found === undefined || found.measure !== measure) {
      const magnet = this.asCounted(toMagnetDesign(document));
      found = { measure, magnet, base: lazy(() => evaluate(magnet)) };
      this.evaluated.set(document, found);
    }
    return found;
  }

  /** Within a lesson the measure decides which ends are counted, here as on every other page. */
  private asCounted(design: MagnetDesign): MagnetDesign {
    const adapt = this.lesson()?.measure.adapt;
    const subject = adapt?.({ experiment: 'straight-magnet', design });
    return subject?.experiment === 'straight-magnet' ? subject.design : design;
  }
}

interface EvaluatedDocument {
  readonly measure: Measure | undefined;
  readonly magnet: MagnetDesign;
  readonly base: () => Attempt;
}

/** What a magnet does, or the reason why it cannot be built. */
interface Attempt {
  readonly evaluation: Evaluation | null;
  readonly fault: string | null;
}

function evaluate(design: MagnetDesign): Attempt {
  try {
    return { evaluation: evaluateMagnet(design), fault: null };
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    return { evaluation: null, fault: error.message };
  }
}
