import type { Type } from '@angular/core';
import type { ExperimentId } from '@nab/core/experiments';

/** How an experiment is shown: its step's name, its bench, and what its things are called. */
export interface ExperimentView {
  /** Name of the second step. */
  readonly step: string;
  /** The thing itself, in a sentence: "wound on the magnet". */
  readonly thing: string;
  /** The page on which its design is changed. */
  readonly bench: () => Promise<Type<unknown>>;
  /** Whether its field can be looked at on the Field page. */
  readonly hasField: boolean;
}

/** One entry for each experiment of the core, or it does not compile. */
export const EXPERIMENT_VIEWS: { readonly [K in ExperimentId]: ExperimentView } = {
  'straight-magnet': {
    step: 'Magnet',
    thing: 'magnet',
    bench: () => import('../magnet/magnet-bench').then((m) => m.MagnetBench),
    hasField: true,
  },
  'shell-magnet': {
    step: 'Magnet',
    thing: 'shell magnet',
    bench: () => import('../shell-magnet/shell-bench').then((m) => m.ShellBench),
    hasField: false,
  },
  compass: {
    step: 'Wire and compass',
    thing: 'wire',
    bench: () => import('../compass/compass-bench').then((m) => m.CompassBench),
    hasField: false,
  },
  spinner: {
    step: 'Spinner',
    thing: 'wire on its cell',
    bench: () => import('../spinner/spinner-bench').then((m) => m.SpinnerBench),
    hasField: false,
  },
  'rolling-cell': {
    step: 'Track',
    thing: 'cell in its coil',
    bench: () => import('../rolling-cell/track-bench').then((m) => m.TrackBench),
    hasField: false,
  },
};
