import {
  fieldOnSheet,
  isCurrentSource,
  uprightThreshold,
  rotationThreshold,
  wireHeating,
  type FilingSource,
} from '../filings/index.js';
import { finite } from './finite.js';

/** Where the field is told, m to the right of the middle. */
const TOLD_AT_M = 0.02;

/** The source near a sheet of filings, with the unit in every name. */
export function filingsReport(source: FilingSource, name: string) {
  const [x, y, out] = fieldOnSheet(source)(TOLD_AT_M, 0);
  const heating = wireHeating(source.current, source.wireDiameter);
  return {
    format: 'nab-filings-evaluation',
    version: 1,
    name,
    tier: 1,
    told_at_m: TOLD_AT_M,
    field_right_T: x,
    field_up_T: y,
    field_out_T: out,
    turns_filings_from_T: rotationThreshold(),
    stands_filings_from_T: uprightThreshold(),
    heating: isCurrentSource(source.kind)
      ? {
          per_metre_W_per_m: heating.perMetre,
          per_second_K_per_s: heating.perSecond,
          too_warm_after_s: finite(heating.time),
        }
      : null,
  };
}
