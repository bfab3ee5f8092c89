import { findMaterial } from '@nab/core/physics';
import {
  FLOATS,
  NEEDLE_STEEL,
  type EarthField,
  type Needle,
  type NeedleEvaluation,
} from '@nab/core/experiments';
import { formatNumber, formatQuantity } from '@nab/core/quantities';
import { secondsText } from '@nab/words/terms';
import type { Fact } from '../../workbench/frame';

/** Degrees, with the side they are on. */
function sidedDegrees(angle: number, [over, under]: readonly [string, string]): string {
  const degrees = (angle * 180) / Math.PI;
  return `${formatNumber(Math.abs(degrees), 2)}° ${degrees < 0 ? under : over}`;
}

/** From the shorter to the longer of two times. */
function between(one: number, other: number): string {
  return `${secondsText(Math.min(one, other))} to ${secondsText(Math.max(one, other))}`;
}

/** The numbers that decide how a needle finds north, each with its reason. */
export function needleFacts(
  needle: Needle,
  evaluation: NeedleEvaluation,
  earth: EarthField,
): Fact[] {
  const { moment, spread, share, swing, swings } = evaluation;
  const steel = findMaterial(NEEDLE_STEEL);
  const moving: Fact[] =
    swing && swings
      ? [
          {
            name: 'Once to and fro',
            value: secondsText(swing.period),
            note: between(swings[0].period, swings[1].period),
            formula: 'J s² + κ √(μρ) s^{3/2} + m B = 0; without water 2π √(J ÷ m B)',
            inputs: [
              `J = ${formatNumber(evaluation.inertia * 1e9, 3)} g·mm², with the water that goes along ${formatNumber(evaluation.inertiaWithWater * 1e9, 3)} g·mm²`,
              `m B = ${formatNumber(evaluation.torque * 1e9, 2)} nN·m`,
            ],
            source:
              'Newton’s second law; the layer of water that a swinging face shakes: Stokes, after Landau and Lifshitz, Fluid Mechanics, § 24. Water: CRC Handbook.',
          },
          {
            name: 'Stands still after',
            value: secondsText(swing.settling),
            note: between(swings[0].settling, swings[1].settling),
            formula: 'from 90° until it stays within 5°: ln(90 ÷ 5) ÷ decay',
            inputs: [`decay ${formatNumber(swing.decay, 2)} a second`],
            source: 'The same. A draught or a nudge begins it anew.',
          },
        ]
      : [];
  return [
    {
      name: 'The needle’s moment',
      value: `${formatNumber(moment * 1e3, 2)} mA·m²`,
      note: `spread ×/÷ ${spread}`,
      formula: 'm = share × min(B_r ÷ μ₀, H_c ÷ N) × volume',
      inputs: [
        `${needle.strokes} strokes leave ${formatNumber(100 * share, 2)} % of what the steel can keep`,
        `hardened steel: B_r = ${formatNumber(steel.remanence_T)} T, H_c = ${formatNumber(steel.coercivity_A_per_m / 1000)} kA/m`,
      ],
      source:
        'N of a prolate spheroid: Osborn, Phys. Rev. 67, 351 (1945). Steel: typical, from memory. Strokes and spread: common practice, no source.',
    },
    ...moving,
    {
      name: 'The earth’s field, level',
      value: formatQuantity(earth.horizontal, 'fluxDensity', 'µT', 3),
      note: `compass ${sidedDegrees(earth.declination, ['east', 'west'])} of true north`,
      formula: 'horizontal part of the main field at sea level, today',
      inputs: Number.isNaN(earth.inclination)
        ? ['as typed']
        : [
            `the field dips ${sidedDegrees(earth.inclination, ['down', 'up'])}; a float takes no notice`,
          ],
      source: Number.isNaN(earth.inclination)
        ? 'Typed.'
        : 'World Magnetic Model 2025, NOAA and British Geological Survey. Steel in the building is not in it.',
    },
    {
      name: 'Floats',
      value: `${formatQuantity(evaluation.depth, 'length', 'mm', 2)} deep`,
      note: `needle and float ${formatQuantity(evaluation.mass, 'mass', 'g', 2)}`,
      formula: 'depth = mass ÷ (ρ of water × area)',
      inputs: [
        `${FLOATS[needle.float.stuff].name.toLowerCase()}, ${FLOATS[needle.float.stuff].density_kg_per_m3} kg/m³`,
      ],
      source: 'Archimedes. Densities: in the middle of what the CRC Handbook gives, from memory.',
    },
  ];
}
