import { computed, inject, Injectable, Injector } from '@angular/core';
import { designSchema, toMagnetDesign, type DesignDocument } from '@nab/contract/experiments';
import { CoreError } from '@nab/core/errors';
import {
  countBelief,
  evaluateMagnet,
  type Evaluation,
  type MagnetDesign,
} from '@nab/core/experiments';
import { solverMemory, type SolverMemory, WIRE_RESERVE } from '@nab/core/physics';
import { shortagesOf } from '@nab/words/lesson';
import { documentForm } from '../../ui/fields';
import type { Schema } from 'yup';
import { debouncedValue } from '../../platform/saving';
import { ShelfStore } from '../../shelf';
import { MAGNET_ON_SCREEN } from './magnet-on-screen';

const DESIGN = designSchema as Schema<DesignDocument>;

/** The straight magnet on screen: its document, and what it does. */
@Injectable()
export class MagnetStore {
  private readonly onScreen = inject(MAGNET_ON_SCREEN);
  private readonly shelf = inject(ShelfStore);

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

  /** What the shelf has too little of for this lesson, or for the magnet alone. */
  readonly shortages = computed(() => {
    const lesson = this.lesson();
    const alone = this.restingEvaluation()?.wireLength ?? 0;
    const wire = lesson ? lesson.wirePerGroup * lesson.groups * WIRE_RESERVE : alone;
    return shortagesOf(this.design().valid(), this.shelf.items() ?? [], {
      magnets: lesson?.groups ?? 1,
      packs: lesson?.groups ?? 1,
      wire,
      objects: (lesson?.groups ?? 0) * (lesson?.traySize ?? 0),
    });
  });
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
