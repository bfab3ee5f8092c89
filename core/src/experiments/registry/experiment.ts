import type { Caution, Coil, WoundCoil } from '../../physics/index.js';
import type { Conditions, Forecast, PredictableId } from './predictable.js';

/** What an experiment's model says of one design. Every quantity is computed when it is asked for. */
export interface EvaluatedDesign {
  /** The coil as wound: current, wire, heat. One of them where there are several. */
  readonly coil: WoundCoil;
  /** Current from the supply, A, and wire for all coils, m. */
  readonly supplyCurrent: number;
  readonly wireLength: number;
  /** Null for what the experiment does not predict. */
  forecast(of: PredictableId, conditions?: Conditions): Forecast | null;
  cautions(): Caution[];
}

/** What is investigated: everything the rest of Nab needs to know of it. */
export interface Experiment<D extends Coil> {
  readonly id: string;
  readonly name: string;
  /** What it is for, in a sentence. */
  readonly about: string;
  /** A design to start from. */
  start(): D;
  /** @throws CoreError for what cannot be built. */
  evaluate(design: D): EvaluatedDesign;
  /** Quantities it can predict for some design. */
  readonly predicts: readonly PredictableId[];
}
