import { formatQuantity } from '@nab/core/quantities';
import {
  PREDICTABLES,
  type PredictableId,
  type TriedWay,
  type WayOut,
} from '@nab/core/experiments';
import { howMany, massText, secondsText } from '../terms/index.js';

/** A way out as what to do: “Use 1 cell”. */
export function wayText(way: WayOut): string {
  switch (way.kind) {
    case 'fewer-cells':
      return `Use ${howMany(way.series, 'cell')}`;
    case 'dry-cells':
      return `Use ${howMany(way.series, 'D cell')}`;
    case 'more-turns':
      return `Wind ${way.turns} turns`;
    case 'other-wire':
      return `Use ${formatQuantity(way.diameter, 'wireDiameter', 'mm', 3)} wire`;
    case 'ballast':
      return `Add ${formatQuantity(way.resistance, 'resistance', 'Ω', 2)} in series`;
  }
}

/** What it then does: “may stay on 7 s, lifts about 3”. */
export function wayEffect({ onTime, forecast }: TriedWay, of: PredictableId | null): string {
  const on = Number.isFinite(onTime) ? `may stay on ${secondsText(onTime)}` : 'stays cool';
  return forecast && of ? `${on}, ${doesText(of, forecast.value)}` : on;
}

function doesText(of: PredictableId, value: number): string {
  const { quantity, unit } = PREDICTABLES[of];
  switch (of) {
    case 'tip-count':
    case 'rear-count':
    case 'both-count':
      return `lifts about ${Math.round(value)}`;
    case 'chain-length':
      return `a chain of about ${Math.round(value)}`;
    case 'load':
      return `holds about ${massText(value, 2)}`;
    case 'cells-to-hold':
      return `holds with ${howMany(Math.round(value), 'cell')}`;
    default:
      return quantity === null ? '' : formatQuantity(value, quantity, unit, 2);
  }
}
