import { evaluateSubject, type Subject } from './registry.js';
import { chanceAbove } from './predictable.js';

/** What small objects are made of, as far as a magnet is concerned. */
export const OBJECT_MATERIALS = {
  steel: 'Steel or iron',
  nickel: 'Nickel',
  stainless: 'Stainless steel (most is not magnetic)',
  brass: 'Brass',
  copper: 'Copper',
  aluminium: 'Aluminium',
  plastic: 'Plastic',
  wood: 'Wood',
  glass: 'Glass or stone',
} as const;

export type ObjectMaterial = keyof typeof OBJECT_MATERIALS;

/**
 * Ferromagnetic at room temperature.
 * Source: Callister & Rethwisch, Materials Science and Engineering, ch. 20: iron, cobalt and nickel;
 * austenitic stainless steel is not.
 */
const MAGNETIC: ReadonlySet<ObjectMaterial> = new Set(['steel', 'nickel']);

/** A thing that is held to the tip. */
export interface TriedObject {
  readonly material: ObjectMaterial;
  /** kg. */
  readonly mass: number;
}

/**
 * Probability that a magnet lifts an object of a class's kind at its tip: none of what is not
 * magnetic; else that of lifting at least one of its mass.
 * @returns null for experiments that lift nothing.
 * @throws CoreError for a magnet that cannot be built.
 */
export function chanceLifted(subject: Subject, { material, mass }: TriedObject): number | null {
  if (subject.experiment !== 'straight-magnet') return null;
  if (!MAGNETIC.has(material)) return 0;
  const design = { ...subject.design, objectMass: mass };
  const forecast = evaluateSubject({ ...subject, design }).forecast('tip-count');
  return forecast && chanceAbove(forecast, 1).median;
}
