import { formatQuantity } from '@nab/core/quantities';
import type { CompassEvaluation, CompassSet } from '@nab/core/experiments';
import { secondsText } from '@nab/words/terms';
import type { Fact } from '../frame';

/** The numbers that decide how far a needle turns, each with its reason. */
export function compassFacts(set: CompassSet, { coil, fluxDensity }: CompassEvaluation): Fact[] {
  const tesla = (b: number): string => formatQuantity(b, 'fluxDensity', 'µT');
  return [
    {
      name: 'Field at the needle',
      value: tesla(fluxDensity),
      note: 'of the current alone',
      formula: 'Biot and Savart’s law over the wire, the loop or every turn of the coil',
      inputs: [
        `I = ${formatQuantity(coil.circuit.current, 'current')}, ${set.winding.turns} turns`,
        `needle at ${formatQuantity(set.compass.distance, 'length', 'cm')}`,
      ],
      source: 'Any textbook; a loop of no thickness.',
    },
    {
      name: 'Earth’s field',
      value: tesla(set.earth),
      note: 'lying flat; it turns the needle back',
      formula: 'tan(angle) = field at the needle ÷ earth’s field',
      inputs: ['typed in; 15–30 µT in middle latitudes'],
      source: 'Tangent law.',
    },
    {
      name: 'Current',
      value: formatQuantity(coil.circuit.current, 'current'),
      formula: 'I = E ÷ (r + leads + resistor + wire)',
      inputs: [
        `E = ${formatQuantity(coil.source.emf, 'voltage')}`,
        `wire ${formatQuantity(coil.coilResistance, 'resistance')}`,
      ],
      source: 'Ohm’s law. Cells: typical fresh values, unless measured.',
    },
    {
      name: 'Wire to cut',
      value: formatQuantity(coil.wireLength, 'length', 'm'),
      formula: 'straight run or turns, and two tails',
      inputs: [`tails of ${formatQuantity(set.winding.tail, 'length', 'cm')}`],
      source: 'Geometry.',
    },
    {
      name: 'On at most',
      value: secondsText(coil.allowedOnTime),
      formula: 'C dT/dt = I² R(T) − h A (T − room), until the wire reaches its touch limit',
      inputs: [`limit ${coil.touchLimit} °C`],
      source: 'Touch limits: ISO 13732-1, from memory. Still air: common practice, no source.',
    },
  ];
}
