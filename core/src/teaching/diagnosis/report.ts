import { CAUSES } from './causes.js';
import { CHECKS, GAUGES, type CheckId, type GaugeId, type ToolId } from './checks.js';
import { diagnose, SURE, workshopOf, type Evidence } from './diagnose.js';
import type { MagnetDesign } from '../../experiments/index.js';

/**
 * Causes with their probabilities and the tests that are left, as `nab diagnose` prints them.
 * @throws CoreError as {@link workshopOf}.
 */
export function diagnosisReport(
  design: MagnetDesign,
  evidence: Evidence,
  tools: readonly ToolId[],
) {
  const { causes, tests } = diagnose(workshopOf(design), evidence, tools);
  const [first] = causes;
  return {
    format: 'nab-diagnosis-result',
    version: 1,
    found: first && first.probability >= SURE ? first.id : null,
    causes: causes.map(({ id, probability }) => ({
      id,
      name: CAUSES[id].name,
      probability,
      cure: CAUSES[id].cure,
    })),
    tests: tests.map(({ id, minutes, bits }) => ({
      id,
      what: Object.hasOwn(CHECKS, id) ? CHECKS[id as CheckId].question : GAUGES[id as GaugeId].name,
      how: Object.hasOwn(CHECKS, id) ? CHECKS[id as CheckId].how : GAUGES[id as GaugeId].how,
      time_min: minutes,
      expected_bits: bits,
    })),
  };
}
