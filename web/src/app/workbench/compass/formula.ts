import { compassDeflection, loopField, sheetField } from '@nab/core/physics';
import { formatNumber, formatQuantity } from '@nab/core/quantities';
import type { CompassEvaluation, CompassSet } from '@nab/core/experiments';

/** What the field of a compass set comes to at another current, and what a wanted field asks for. */
export interface FormulaWords {
  /** The law, in symbols. */
  readonly law: string;
  readonly text: string;
  /** Null where no field is wanted. */
  readonly needed: string | null;
}

const LAWS: Readonly<Record<CompassSet['shape'], string>> = {
  wire: 'Close to a long wire B = μ₀ N I ÷ 2π d.',
  loop: 'At the centre of a loop B = μ₀ N I ÷ 2R.',
  coil: 'In the middle of a long coil B = μ₀ N I ÷ length.',
};

/** The least ratio that is told as a number of times. */
const EVEN = 0.05;

/**
 * @param current in place of the set's own, A.
 * @param wanted at the needle, T; null for none.
 */
export function formulaWords(
  set: CompassSet,
  { fluxDensity, coil, toward }: CompassEvaluation,
  current: number,
  wanted: number | null,
): FormulaWords {
  // The field is proportional to the current, whatever the shape.
  const perAmpere = fluxDensity / coil.circuit.current;
  const field = perAmpere * current;
  const angle = (compassDeflection(field, set.earth) * 180) / Math.PI;
  const turns = set.winding.turns;
  return {
    law: `${LAWS[set.shape]} The needle turns by θ, tan θ = B ÷ B of the Earth.`,
    text: `With ${formatQuantity(current, 'current')} there are ${tesla(field)} at the needle, ${times(field / set.earth)}: it turns ${Math.round(angle)}° to the ${toward}.`,
    needed:
      wanted === null
        ? null
        : `For ${tesla(wanted)} ${set.shape === 'wire' ? 'one pass' : 'one turn'} would need ${formatQuantity((wanted / perAmpere) * turns, 'current', 'A')}; ${turns > 1 ? `${turns} of them need` : 'with this one it needs'} ${formatQuantity(wanted / perAmpere, 'current', 'A')}.`,
  };
}

/** Places on the axis at which the field is computed. */
const POINTS = 121;

/** Field along the axis of loop or coil, from its middle; null for a straight wire. */
export function fieldAlongAxis(set: CompassSet, { coil }: CompassEvaluation, current: number) {
  if (set.shape === 'wire') return null;
  const { layers } = coil.winding;
  const radius = (layers[0]!.radius + layers.at(-1)!.radius) / 2;
  const ampereTurns = (coil.ampereTurns / coil.circuit.current) * current;
  const isLoop = set.shape === 'loop';
  const at = (z: number): number =>
    isLoop
      ? loopField(radius, ampereTurns, 0, z).z
      : sheetField(radius, set.length, ampereTurns, 0, z).z;
  const half = isLoop ? 0 : set.length / 2;
  const reach = half + Math.max(2 * half, 4 * radius);
  return {
    half,
    middle: tesla(at(0)),
    points: Array.from({ length: POINTS }, (_, i) => {
      const z = -reach + (2 * reach * i) / (POINTS - 1);
      return { z, field: at(z) };
    }),
  };
}

function tesla(field: number): string {
  const unit = field >= 0.1 ? 'T' : field >= 1e-4 ? 'mT' : 'µT';
  return formatQuantity(field, 'fluxDensity', unit);
}

function times(ratio: number): string {
  if (Math.abs(ratio - 1) < EVEN) return 'as much as the Earth’s field';
  return `${ratio < 10 ? formatNumber(ratio, 2) : Math.round(ratio)} times the Earth’s field`;
}
