import type { ExperimentDocument } from '@nab/contract/experiments';
import type { Measure } from '@nab/core/lesson';

/** A measure with its protocol as it is done with this design: dipped into the tray, or gathered. */
export function adaptMeasure(measure: Measure, document: ExperimentDocument): Measure {
  const { gathered, protocol } = measure;
  const gathers = 'load' in document && (document.load as { method?: string }).method === 'gather';
  return gathered && gathers ? { ...measure, protocol: { ...protocol, ...gathered } } : measure;
}
