import { formatNumber, formatQuantity } from '@nab/core/quantities';
import {
  MAGNET_STUFFS,
  type PermanentEvaluation,
  type PermanentMagnet,
} from '@nab/core/experiments';
import { STANDARD_GRAVITY } from '@nab/core/physics';
import { countText, percentText, secondsText } from '@nab/words/terms';
import type { Fact } from '../../workbench/frame';

const ampereTurnsText = (value: number): string => `${formatNumber(value, 3)} A`;

/**
 * What decides how a permanent magnet and its equals compare, each with its reason.
 * @param turns of the nail’s coil.
 */
export function permanentFacts(
  magnet: PermanentMagnet,
  evaluation: PermanentEvaluation,
  turns: number,
): Fact[] {
  const { coil, nail } = evaluation;
  const stuff = MAGNET_STUFFS[magnet.stuff];
  return [
    {
      name: 'Current round its rim',
      value: ampereTurnsText(coil.ampereTurns),
      note: 'as so many ampere-turns',
      formula: 'M × length, M = min(B_r ÷ μ₀, H_c ÷ N)',
      inputs: [
        `${stuff.name.toLowerCase()}: B_r = ${formatNumber(stuff.remanence_T)} T, H_c = ${formatNumber(stuff.coercivity_A_per_m / 1000)} kA/m`,
        `knocks left ${percentText(evaluation.left)}`,
      ],
      source:
        'Ampère’s equivalence; N of a spheroid: Osborn (1945). Grades: IEC 60404-8-1, typical, from memory.',
    },
    {
      name: 'Pull on a steel plate',
      value: formatQuantity(evaluation.pull, 'force', 'N', 2),
      note: `${formatNumber(evaluation.pull / STANDARD_GRAVITY / evaluation.mass, 2)} times its weight`,
      formula: 'force between the magnet and its mirror image in the plate',
      inputs: [`gap ${formatQuantity(magnet.gap, 'length', 'mm', 2)}, a thick plate`],
      source: 'Image of a magnet before iron; current sheets in closed form.',
    },
    {
      name: 'Field at its face',
      value: formatQuantity(evaluation.faceField, 'fluxDensity', 'mT', 2),
      note: 'in the middle',
      formula: '(μ₀ M ÷ 2) × L ÷ √(L² + a²)',
      inputs: [`moment ${formatNumber(evaluation.moment, 3)} A·m²`],
      source: 'Field on the axis of a current sheet; Derby and Olbert (2010).',
    },
    {
      name: 'The coil stands it for',
      value: secondsText(coil.onTime),
      note: `${formatNumber(coil.power, 2)} W`,
      formula: '25 K × heat capacity of its copper ÷ power, no heat getting away',
      inputs: [
        `${coil.turns} turns, ${formatQuantity(coil.wireLength, 'length', 'm', 2)} of wire, ${formatQuantity(coil.resistance, 'resistance', 'Ω', 2)}`,
        `layers ${formatQuantity(coil.height, 'length', 'mm', 2)} thick together`,
      ],
      source: 'Joule; copper IEC 60028. Turns lie 1.1 diameters apart: common practice, no source.',
    },
    ...(nail
      ? [
          {
            name: 'The nail needs',
            value: ampereTurnsText(nail.ampereTurns),
            note: `lifts ${countText(evaluation.clips)} clips, too`,
            formula: 'the current at which Nab’s model of the nail lifts as much',
            inputs: [`${formatQuantity(nail.current, 'current', 'A', 2)} in ${turns} turns`],
            source: 'Tier 1, as for every magnet with a core.',
          },
        ]
      : []),
  ];
}
