import { formatNumber, formatQuantity } from '@nab/core/quantities';
import type { Spinner, SpinnerEvaluation } from '@nab/core/experiments';
import { secondsText } from '@nab/words/terms';
import type { Fact } from '../frame';

const perSecond = (speed: number): string => `${formatNumber(speed / (2 * Math.PI), 2)} a second`;
/** In mN mm, which is a thing of the size. */
const torqueText = (torque: number): string => `${formatNumber(torque * 1e6, 2)} mN·mm`;

/** The numbers that decide whether and how fast a wire spins, each with its reason. */
export function spinnerFacts(design: Spinner, evaluation: SpinnerEvaluation): Fact[] {
  const { coil, motion } = evaluation;
  const { current } = coil.circuit;
  const turning: Fact[] = motion
    ? [
        {
          name: 'Turns in the end',
          value: perSecond(motion.limitSpeed),
          note: `most of it after ${secondsText(2 * motion.timeConstant)}`,
          formula: 'J dω/dt = torque − rubbing − ω (Φ/2π)²/R − ½ ρ c d ω² ∫ r³ dl',
          inputs: [
            `voltage of the motion, and air at the wire`,
            `friction ${formatNumber(design.friction)}, each end pressed with ${formatQuantity(design.press, 'force', 'N', 2)}`,
          ],
          source:
            'Newton’s second law; drag of a cylinder: Hoerner, Fluid-Dynamic Drag (1965), from memory. Friction: common practice, no source; ends that bounce lose contact, and on the bench it is slower.',
        },
      ]
    : [];
  return [
    {
      name: 'Torque',
      value: torqueText(evaluation.torque),
      note: `${torqueText(evaluation.rubs)} rub`,
      formula: 'I (Φ₂ − Φ₁) ÷ 2π, Φ the flux through the circle of the touching point',
      inputs: [
        `I = ${formatQuantity(current, 'current', 'A', 2)}`,
        `Φ = ${formatNumber(evaluation.flux * 1e6, 3)} µWb; on the nub, on the axis, none`,
      ],
      source:
        'Angular momentum in a field that is symmetric about the axis; a disc magnet is a sheet of B_r/μ₀ round its rim.',
    },
    {
      name: 'Current',
      value: formatQuantity(current, 'current', 'A', 2),
      note: 'at standstill',
      formula: 'I = E ÷ (r + two contacts + arms side by side)',
      inputs: [
        `wire ${formatQuantity(coil.coilResistance, 'resistance', 'Ω', 2)}, contacts ${formatQuantity(coil.leadResistance, 'resistance', 'Ω', 2)}`,
      ],
      source:
        'Ohm’s law. Cells: typical fresh values, unless measured. Contacts: common practice, no source.',
    },
    ...turning,
    {
      name: 'Cell warm after',
      value: secondsText(evaluation.onTime),
      formula: 'C dT/dt = I² r − h A (T − room), until the inside is at 50 °C',
      inputs: [`I = ${formatQuantity(current, 'current', 'A', 2)}`],
      source: 'Heat capacity and loss of a cell: from memory and common practice, no source.',
    },
    {
      name: 'Wire to cut',
      value: formatQuantity(coil.wireLength, 'length', 'cm', 3),
      formula: 'all arms, from the nub to where they touch',
      inputs: [`${design.arms} arms`],
      source: 'Geometry.',
    },
  ];
}
