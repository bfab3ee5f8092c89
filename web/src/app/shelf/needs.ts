import type { ShelfKind } from '@nab/contract/shelf';
import type { ExperimentId } from '@nab/core/experiments';

/** Something that a lesson needs, and the kind of the shelf that has it; null for what is no stock. */
export interface Need {
  readonly name: string;
  readonly kind: ShelfKind | null;
}

export const WIRE: Need = { name: 'wire', kind: 'reel' };
export const CELLS: Need = { name: 'cells', kind: 'cell' };
export const CORE: Need = { name: 'a nail or bolt', kind: 'core' };
export const CLIPS: Need = { name: 'paper clips', kind: 'object' };
export const MAGNETS: Need = { name: 'small strong magnets', kind: null };
export const COMPASS: Need = { name: 'a compass', kind: null };
export const CUP: Need = { name: 'a steel cup and its keeper', kind: null };

/** What an experiment needs, whatever is asked with it. */
export const EXPERIMENT_NEEDS: Readonly<Record<ExperimentId, readonly Need[]>> = {
  'straight-magnet': [CORE, WIRE, CELLS, CLIPS],
  'shell-magnet': [CUP, WIRE, CELLS],
  compass: [COMPASS, WIRE, CELLS],
  'rolling-cell': [WIRE, CELLS, MAGNETS],
  spinner: [WIRE, CELLS, MAGNETS],
};
