import {
  type TipShape,
  findMaterial,
  saturationFluxDensity,
  linearCurve,
  type SteelCurve,
  type CoreSection,
} from '../../physics/index.js';
import type { MagnetDesign } from './design.js';

type Core = MagnetDesign['core'];

/** Pitch diameter of a 60° thread is d − 0.6495 p. Source: ISO 724. */
const THREAD_DEPTH = 0.6495;

/** Radius on which the first layer lies without tape: half the diameter, or that of equal girth. */
export function girthRadius({ shape, diameter, strip }: Core): number {
  return shape === 'strip' && strip ? (strip.width + strip.thickness) / Math.PI : diameter / 2;
}

/**
 * Radius of the round section with as much steel as the shank: a thread counts at its pitch
 * diameter, a strip by its area.
 */
export function steelRadius({ shape, diameter, strip, thread }: Core): number {
  if (shape === 'strip' && strip) return Math.sqrt((strip.width * strip.thickness) / Math.PI);
  return (diameter - THREAD_DEPTH * (thread ?? 0)) / 2;
}

/** The core so many times as thick: bore, head and strip in their proportions, a thread as it is. */
export function thickerCore(core: Core, factor: number): Core {
  return {
    ...core,
    diameter: core.diameter * factor,
    bore: core.bore * factor,
    ...(core.strip && {
      strip: { width: core.strip.width * factor, thickness: core.strip.thickness * factor },
    }),
    ...(core.head && { head: { ...core.head, diameter: core.head.diameter * factor } }),
  };
}

/** The former that is left when the core is drawn out. */
export function withoutCore(core: Core): Core {
  const { head: _head, headAt: _at, thread: _thread, strip: _strip, ...rest } = core;
  return { ...rest, shape: 'none', diameter: 2 * girthRadius(core), bore: 0 };
}

/** Height of the lifting face from the rear end of the shank, m; a head at the tip adds its own. */
export function faceHeight({ length, head, headAt }: Core): number {
  return length + (headAt === 'tip' && head ? head.height : 0);
}

/** The curve of the core; an air coil has that of air, whatever its material was. */
export function coreCurve({ shape, material }: Core): SteelCurve {
  return shape === 'none' ? AIR : findMaterial(material).curve;
}
const AIR = linearCurve(1);

/** Sections of the core, rear end of the shank at z = 0, lifting face last. */
export function coreSections({ core }: Pick<MagnetDesign, 'core'>): CoreSection[] {
  const { shape, length, bore, head } = core;
  const shank: CoreSection = {
    innerRadius: shape === 'pipe' ? bore / 2 : 0,
    outerRadius: steelRadius(core),
    from: 0,
    to: length,
  };
  if (!head || head.height <= 0) return [shank];
  const cap = { innerRadius: 0, outerRadius: head.diameter / 2 };
  return core.headAt === 'tip'
    ? [shank, { ...cap, from: length, to: length + head.height }]
    : [{ ...cap, from: -head.height, to: 0 }, shank];
}

/** Volume of the core, m³; 0 for an air coil. */
export function coreVolume(design: Pick<MagnetDesign, 'core'>): number {
  if (design.core.shape === 'none') return 0;
  return coreSections(design).reduce(
    (sum, { innerRadius: ri, outerRadius: ro, from, to }) =>
      sum + Math.PI * (ro * ro - ri * ri) * (to - from),
    0,
  );
}

/** Obstacles to the heap at the lifting end. */
export function tipShape(
  { core, winding }: MagnetDesign,
  windingRadius: number,
  peakFluxDensity = 0,
): TipShape {
  if (core.head && core.headAt === 'tip') {
    // The rim of the head shades the winding behind it.
    const shape = headShape(core.head, core.length, core.length + core.head.height);
    return { ...shape, ...steelOf(core, peakFluxDensity, shape.coreRadius) };
  }
  // A core shorter than its winding cannot be reached: the objects stop at the coil's mouth.
  const recessed = winding.end > core.length;
  return {
    face: recessed ? winding.end : core.length,
    coreRadius: girthRadius(core) + (recessed ? winding.base : 0),
    windingEnd: winding.end,
    windingRadius,
    ...steelOf(core, peakFluxDensity, girthRadius(core)),
  };
}

/** The same at the rear end, in heights counted backward from the rear end of the shank. */
export function rearShape(
  { core, winding }: MagnetDesign,
  windingRadius: number,
  peakFluxDensity = 0,
): TipShape {
  if (core.head && core.headAt !== 'tip') {
    const shape = headShape(core.head, 0, core.head.height);
    return { ...shape, ...steelOf(core, peakFluxDensity, shape.coreRadius) };
  }
  return {
    face: 0,
    coreRadius: girthRadius(core),
    windingEnd: -winding.start,
    windingRadius,
    ...steelOf(core, peakFluxDensity, girthRadius(core)),
  };
}

/** How full the steel behind a face is, how slender, and whether there is a hole in it. */
function steelOf(
  core: MagnetDesign['core'],
  peakFluxDensity: number,
  radius: number,
): Pick<TipShape, 'fullness' | 'slenderness' | 'boreRadius'> {
  const length = core.length + (core.head?.height ?? 0);
  return {
    fullness: peakFluxDensity / saturationFluxDensity(coreCurve(core)),
    ...(core.shape !== 'none' && { slenderness: length / radius }),
    ...(core.shape === 'pipe' && radius === girthRadius(core) && { boreRadius: core.bore / 2 }),
  };
}

/** A head is in the way of nothing but itself: its rim is the bare part. */
function headShape({ diameter }: { diameter: number }, from: number, face: number): TipShape {
  return { face, coreRadius: diameter / 2, windingEnd: from, windingRadius: diameter / 2 };
}

/**
 * How far from a core’s upper end a winding may reach, m: to the core’s other end, or as far again on
 * a sleeve that carries it beyond a core that is shorter.
 */
export function windingReach(coreLength: number, onSleeve: boolean): number {
  return onSleeve ? 2 * coreLength : coreLength;
}
