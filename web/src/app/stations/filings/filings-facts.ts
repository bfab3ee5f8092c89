import {
  FILING,
  isCurrentSource,
  rotationThreshold,
  wireHeating,
  type FilingSource,
  type Pattern,
  type SheetVector,
} from '@nab/core/experiments';
import { formatNumber, formatQuantity } from '@nab/core/quantities';
import { percentText, secondsText } from '@nab/words/terms';
import type { Fact } from '../../workbench/frame';

/** In the unit in which the number is short. */
export function teslaText(field: number): string {
  return formatQuantity(field, 'fluxDensity', field < 1e-4 ? 'µT' : 'mT', 2);
}

/** Where the field is told, m to the right of the middle. */
const TOLD_AT = 0.02;

/** What decides how filings lie, each with its reason. */
export function filingsFacts(
  source: FilingSource,
  { along, seen, weakest }: Pattern,
  at: (x: number, y: number) => SheetVector,
): Fact[] {
  const [x, y] = at(TOLD_AT, 0);
  const told = Math.hypot(x, y);
  const heating = wireHeating(source.current, source.wireDiameter);
  const warm: Fact[] =
    isCurrentSource(source.kind) && source.current > 0
      ? [
          {
            name: 'Too warm to touch after',
            value: secondsText(heating.time),
            note: `${formatNumber(heating.perSecond, 2)} °C a second`,
            formula: 'I² ρ ÷ A² ÷ (density × heat capacity), until 45 °C; no heat gets away',
            inputs: [
              `I = ${formatQuantity(source.current, 'current', 'A', 3)}`,
              `${formatNumber(heating.perMetre, 2)} W in each metre of copper`,
            ],
            source:
              'Joule; copper IEC 60028. A wire alone in the air takes longer, a bundle does not.',
          },
        ]
      : [];
  return [
    {
      name: 'Seen down to',
      value: weakest === null ? 'nothing yet' : teslaText(weakest),
      note: `on ${percentText(seen)} of the filings`,
      formula:
        'of each hundred filings in like field more than half lie within 20° of it; by chance 22 do',
      inputs: [`${percentText(along)} of all lie along the field`],
      source: 'Counted on this sheet.',
    },
    {
      name: 'Field 2 cm right of the middle',
      value: teslaText(told),
      note: 'along the sheet',
      formula: 'Biot and Savart; a magnet is a current of B_r ÷ μ₀ round its rim',
      inputs: [],
      source: 'Closed forms: Smythe; Derby and Olbert (2010).',
    },
    {
      name: 'Turns without a tap from',
      value: teslaText(rotationThreshold()),
      note: 'weaker needs a tap',
      formula: 'V B² ÷ (μ₀ N) = μ m g l ÷ 4',
      inputs: [
        `a filing ${formatQuantity(FILING.length, 'length', 'mm')} long, ${formatQuantity(FILING.diameter, 'length', 'mm')} thick`,
        'friction on paper 0.4',
      ],
      source:
        'N of a spheroid: Osborn, Phys. Rev. 67, 351 (1945). Size and friction: common practice, no source.',
    },
    ...warm,
  ];
}
