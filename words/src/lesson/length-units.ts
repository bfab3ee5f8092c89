import { experimentOf, type ExperimentDocument } from '@nab/contract/experiments';
import type { Plan } from '@nab/contract/lesson';
import { CoreError } from '@nab/core/errors';
import { factorOf } from '@nab/core/lesson';
import { parseQuantity } from '@nab/core/quantities';
import { unitsOf, type LengthUnits } from '../terms/index.js';

/** Returns the unit in which the educator gives the lengths of a design. */
export function lengthUnit(document: ExperimentDocument): string {
  const typed = {
    'straight-magnet': () => (document as { core: { length: string } }).core.length,
    'shell-magnet': () => (document as { shell: { outerDiameter: string } }).shell.outerDiameter,
    compass: () => (document as { distance: string }).distance,
    spinner: () => (document as { width: string }).width,
    'rolling-cell': () => (document as { track: { length: string } }).track.length,
  }[experimentOf(document)!]();
  return parseQuantity(typed, 'length').unit;
}

/** Returns imperial units if a design, or the lengths that are its levels, are given in them. */
export function lengthUnits(document: ExperimentDocument, plan?: Plan): LengthUnits {
  return unitsOf([lengthUnit(document), ...(plan ? levelUnits(plan) : [])]);
}

/** Units of levels that are lengths, as they were typed; a level that cannot be read has none. */
function levelUnits({ factor, levels }: Plan): string[] {
  const { axis } = factorOf(factor);
  if (axis.kind !== 'quantity' || axis.quantity !== 'length') return [];
  return levels.flatMap(({ value }) => {
    try {
      return [parseQuantity(value, 'length').unit];
    } catch (error) {
      // Sheets of paper, or what cannot be read.
      if (error instanceof CoreError) return [];
      throw error;
    }
  });
}
