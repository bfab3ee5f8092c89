import { compass } from './compass.js';
import type { Experiment, EvaluatedDesign } from './experiment.js';
import { rollingCell } from './rolling-cell.js';
import { shellMagnet } from './shell-magnet.js';
import { spinner } from './spinner.js';
import { straightMagnet } from './straight-magnet.js';

/** Every experiment there is. Contract and web are held against this list by the compiler. */
export const EXPERIMENTS = {
  'straight-magnet': straightMagnet,
  'shell-magnet': shellMagnet,
  compass,
  'rolling-cell': rollingCell,
  spinner,
} as const;

export type ExperimentId = keyof typeof EXPERIMENTS;

/** The design of each experiment, SI. */
export type ExperimentDesigns = {
  readonly [K in ExperimentId]: ReturnType<(typeof EXPERIMENTS)[K]['start']>;
};

/** A design together with the experiment it belongs to. */
export type Subject = {
  readonly [K in ExperimentId]: {
    readonly experiment: K;
    readonly design: ExperimentDesigns[K];
  };
}[ExperimentId];

export const EXPERIMENT_IDS = Object.keys(EXPERIMENTS) as ExperimentId[];

/** What an experiment starts from. */
export function startSubject(experiment: ExperimentId): Subject {
  return { experiment, design: EXPERIMENTS[experiment].start() } as Subject;
}

/** @throws CoreError for what cannot be built. */
export function evaluateSubject({ experiment, design }: Subject): EvaluatedDesign {
  // The pair belongs together by its type, which a look-up by key cannot see.
  return (EXPERIMENTS[experiment] as Experiment<typeof design>).evaluate(design);
}
