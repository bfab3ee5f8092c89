import { formatNumber, formatQuantity } from '@nab/core/quantities';
import type { RollingCell, RollingCellEvaluation } from '@nab/core/experiments';
import { secondsText } from '@nab/words/terms';
import type { Fact } from '../frame';

/** The numbers that decide whether and how fast a cell runs, each with its reason. */
export function trackFacts(design: RollingCell, evaluation: RollingCellEvaluation): Fact[] {
  const { coil, run } = evaluation;
  const newton = (force: number): string => formatQuantity(force, 'force', 'N', 2);
  const { current } = coil.circuit;
  const push = evaluation.forceLeading + evaluation.forceFollowing;
  const runs: Fact[] = run
    ? [
        {
          name: 'Speed at the end',
          value: `${formatNumber(run.speed, 2)} m/s`,
          note: `after ${secondsText(run.time)}`,
          formula:
            'm dv/dt = push − friction − v (push per ampere)²/R − v² (share lost at a turn) m/2 pitch',
          inputs: [
            `${formatQuantity(evaluation.mass, 'mass', 'g')}, ${formatQuantity(run.distance, 'length', 'cm')}`,
            `friction ${formatNumber(design.friction)}; a twentieth of the energy lost at each turn`,
          ],
          source:
            'Newton’s second law; the voltage of the motion by energy. Friction and loss: common practice, no source; the time may be half or twice as long.',
        },
        ...(run.laps
          ? [
              {
                name: 'Laps until the cell is warm',
                value: Number.isFinite(run.laps.untilWarm)
                  ? formatNumber(run.laps.untilWarm, 2)
                  : 'any number',
                note: `one in ${secondsText(run.laps.time)}`,
                formula: 'way from rest until the inside is at 50 °C ÷ once round',
                inputs: [
                  `speed in the end ${formatNumber(run.motion.limitSpeed, 2)} m/s`,
                  `half the charge is drawn after ${formatNumber(run.laps.ofCharge, 2)}`,
                ],
                source: 'The ring is closed: nothing else ends it. As for the runs below.',
              },
            ]
          : []),
        {
          name: 'Runs until the cell is warm',
          value: Number.isFinite(run.runsUntilWarm)
            ? formatNumber(run.runsUntilWarm, 2)
            : 'any number',
          note: 'one after another, without a rest',
          formula: 'time until the inside is at 50 °C ÷ time of a run',
          inputs: [
            `mean current ${formatQuantity(run.meanCurrent, 'current', 'A', 2)}`,
            `half the charge is drawn after ${formatNumber(run.runsOfCharge, 2)}`,
          ],
          source: 'Heat capacity and loss of a cell: from memory and common practice, no source.',
        },
      ]
    : [];
  return [
    {
      name: 'Push of both magnets',
      value: newton(Math.abs(push)),
      note: `${newton(evaluation.held)} hold it`,
      formula: 'rim current per length × difference of the live turns’ flux through the rim’s ends',
      inputs: [
        `rim current ${formatQuantity(evaluation.rimCurrent, 'current', 'A', 2)} at each end`,
        `${formatNumber(evaluation.liveTurns, 3)} live turns at ${formatQuantity(current, 'current', 'A', 2)}`,
      ],
      source:
        'Lorentz force between coaxial current sheets, closed form; a disc magnet is a sheet of B_r/μ₀ round its rim.',
    },
    {
      name: 'Current',
      value: formatQuantity(current, 'current', 'A', 2),
      note: 'at standstill',
      formula: 'I = E ÷ (r + two contacts + live wire)',
      inputs: [
        `cell ${formatQuantity(coil.source.resistance, 'resistance', 'Ω', 2)}`,
        `live wire ${formatQuantity(coil.coilResistance, 'resistance', 'Ω', 2)}, contacts ${formatQuantity(coil.leadResistance, 'resistance', 'Ω', 2)}`,
      ],
      source:
        'Ohm’s law. Cells: typical fresh values, unless measured. Contacts: common practice, no source.',
    },
    ...runs,
    {
      name: 'Wire for the track',
      value: formatQuantity(coil.wireLength, 'length', 'm', 3),
      note: `${formatNumber(evaluation.turns, 3)} turns`,
      formula: 'length ÷ pitch turns of a helix about the middle of the wire',
      inputs: [`pitch ${formatQuantity(evaluation.pitch, 'length', 'mm', 3)}`],
      source: 'Geometry.',
    },
    {
      name: 'Narrowest ring',
      value: formatQuantity(evaluation.narrowestRing, 'length', 'cm', 2),
      note: 'to its middle line',
      formula: 'its corners touch outside where its middle touches inside',
      inputs: [`cell with magnets ${formatQuantity(evaluation.trainLength, 'length', 'mm', 3)}`],
      source: 'Geometry.',
    },
  ];
}
