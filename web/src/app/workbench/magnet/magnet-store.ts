import { computed, inject, Injectable, Injector } from '@angular/core';
import { designSchema, toMagnetDesign, type DesignDocument } from '@nab/contract/experiments';
import { CoreError } from '@nab/core/errors';
import {
  countBelief,
  evaluateMagnet,
  type Evaluation,
  type MagnetDesign,
} from '@nab/core/experiments';
import { solverMemory, type SolverMemory } from '@nab/core/physics';
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
  /** The lesson it is for; null when it stands by itself. */
  readonly lesson = this.onScreen.lesson;
  /** What the class's own trials tell; null while there are none. */
  readonly learnt = this.onScreen.belief;
  /** Names it on the Compare page. */
  readonly key = this.onScreen.key;
  /** The document as a form: one field for each thing that is typed or chosen. */
  readonly form = documentForm(() => this.design(), DESIGN, inject(Injector));
  /** While something is dragged one magnet is near the next. */
  private readonly memory = solverMemory();
  /** The base magnet and its evaluation, or the reason why there is none. */
  readonly magnet = computed(() => this.asCounted(toMagnetDesign(this.design().valid())));
  readonly base = computed(() => evaluate(this.magnet(), this.memory));
  readonly belief = computed(() => this.learnt() ?? countBelief(this.magnet()));
  private readonly rested = debouncedValue(() => this.design());
  readonly restingDesign = computed(() => this.rested() ?? this.design().valid());
  readonly restingMagnet = computed(() => this.asCounted(toMagnetDesign(this.restingDesign())));
  /** Its evaluation, or null when it cannot be built. */
  readonly restingEvaluation = computed(() => evaluate(this.restingMagnet()).evaluation);

  /** Within a lesson the measure decides which ends are counted, here as on every other page. */
  private asCounted(design: MagnetDesign): MagnetDesign {
    const adapt = this.lesson()?.measure.adapt;
    const subject = adapt?.({ experiment: 'straight-magnet', design });
    return subject?.experiment === 'straight-magnet' ? subject.design : design;
  }
}

function evaluate(
  design: MagnetDesign,
  memory?: SolverMemory,
): { evaluation: Evaluation | null; fault: string | null } {
  try {
    return { evaluation: evaluateMagnet(design, memory), fault: null };
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    return { evaluation: null, fault: error.message };
  }
}
