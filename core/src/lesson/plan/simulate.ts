import { fromRatioScale, ratioScale, type Forecast } from '../../experiments/index.js';
import { ceilingOf, type Measure, type Outcome } from '../measures/index.js';
import { normalFrom, type Random } from '../../numerics/index.js';
import { formatQuantity } from '../../quantities/index.js';

/** A class that does not exist, for the demo and for testing that promises and bands are honest. */
export interface SimulatedClass {
  /** Factor by which this class's readings lie above the model. */
  readonly classFactor: number;
  /** Scatter of one trial, sd of the log. */
  readonly scatter: number;
  readonly traySize: number;
  /** Load that is to be held, kg, where the measure asks for one. */
  readonly load?: number;
}

/** What a trial truly gives before it is read, SI: log-normal around the model times the class factor. */
function truthOf(
  measure: Measure,
  predicted: number,
  room: SimulatedClass,
  random: Random,
): number {
  const { heldAgainst } = measure;
  const factor = room.classFactor * Math.exp(room.scatter * normalFrom(random));
  if (heldAgainst === null) return predicted * factor;
  return fromRatioScale(heldAgainst, ratioScale(heldAgainst, predicted) * factor);
}

/**
 * One simulated trial as it would be read: rounded to the step of the measure and cut off where the
 * tray is empty.
 * @param predicted the model's value, SI.
 */
export function simulateOutcome(
  measure: Measure,
  predicted: Forecast['value'],
  room: SimulatedClass,
  random: Random,
): Outcome {
  const truth = truthOf(measure, predicted, room, random);
  const ceiling = ceilingOf(measure, room.traySize) ?? Infinity;
  const step = measure.resolution * (measure.relative ? truth : 1);
  const read = Math.min(ceiling, Math.max(0, Math.round(truth / step) * step));
  switch (measure.data) {
    case 'count': {
      const count = Math.round(read);
      const parts = measure.parts && [Math.ceil(count / 2), Math.floor(count / 2)];
      const stuck = measure.protocol.stuck ? Math.min(count, Math.floor(random() * 2.2)) : null;
      return {
        kind: 'count',
        count,
        parts: parts ?? null,
        off: measure.protocol.offCheck ? 0 : null,
        stuck,
      };
    }
    case 'number': {
      const quantity = measure.quantity!;
      const typed = formatQuantity(read, quantity, measure.unit, 3);
      return { kind: 'number', value: read, typed };
    }
    case 'interval': {
      // The next weight is about a tenth of the load; it held up to the one before.
      const weight = truth > 0 ? roundWeight(truth / 10) : 0.01;
      const held = Number((Math.floor(truth / weight) * weight).toPrecision(6));
      const dropped = Number((held + weight).toPrecision(6));
      const typed = `${formatQuantity(held, 'mass', 'g')} / ${formatQuantity(dropped, 'mass', 'g')}`;
      return { kind: 'interval', held, dropped, typed };
    }
    case 'yes-no':
      return { kind: 'yes-no', yes: truth > (room.load ?? 0) };
    case 'objects':
      return { kind: 'objects', lifted: {} };
    case 'words':
      return { kind: 'words', text: '' };
  }
}

/** What a group might guess: right in the order of things, off by about a half. SI. */
export function simulateGuess(
  measure: Measure,
  predicted: number,
  room: SimulatedClass,
  random: Random,
): number {
  const count = measure.data === 'count';
  const guess = (predicted + (count ? 1 : 0)) * Math.exp(0.5 * normalFrom(random));
  const ceiling = ceilingOf(measure, room.traySize) ?? Infinity;
  return Math.min(ceiling, count ? Math.max(0, Math.round(guess)) : guess);
}

/** The next smaller of 1, 2 or 5 times a power of ten, as sets of weights are made. */
function roundWeight(mass: number): number {
  const power = 10 ** Math.floor(Math.log10(mass));
  const digit = [5, 2, 1].find((d) => d * power <= mass * (1 + 1e-9)) ?? 1;
  return digit * power;
}
