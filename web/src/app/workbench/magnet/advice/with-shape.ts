import type { DesignDocument } from '@nab/contract/experiments';
import {
  boltOf,
  HEADED_SHAPES,
  THREADED_SHAPES,
  windingReach,
  type CoreShape,
} from '@nab/core/experiments';
import { formatQuantity, parseQuantity } from '@nab/core/quantities';

import { startName } from './start-name';

type Core = DesignDocument['core'];

/** Head of a hexagon screw against its shank: width and height (ISO 4014, M6 to M12, about). */
const HEAD = { width: 1.6, height: 0.66 };
/** The coarsest thread that is left on a shank, as a share of its diameter. */
const COARSEST = 0.8;

/**
 * The design with another shape of core: what the shape needs is brought, what stood there is kept
 * as long as it can be made, and the winding is moved to fit.
 */
export function withShape(design: DesignDocument, shape: CoreShape): DesignDocument {
  const { name, core } = design;
  // A name of its own stays.
  const named = name === startName(core.shape) ? { ...design, name: startName(shape) } : design;
  return onCore(withSizes(named, shape));
}

/** The same without moving the winding. */
export function withSizes(design: DesignDocument, shape: CoreShape): DesignDocument {
  const { core } = design;
  const diameter = metres(core.diameter) ?? 0.006;
  const mm = (value: number): string => formatQuantity(value, 'length', 'mm', 2);
  const kept = (text: string | undefined, fits: (value: number) => boolean): string | undefined => {
    const value = metres(text);
    return value !== null && fits(value) ? text : undefined;
  };
  const sizes: Partial<Core> = {};
  if (shape === 'pipe') {
    sizes.bore = kept(core.bore, (bore) => bore > 0 && bore < diameter) ?? mm(diameter * 0.7);
  }
  if (shape === 'strip') {
    sizes.stripWidth = kept(core.stripWidth, (width) => width > 0) ?? mm(diameter * 2);
    sizes.stripThickness =
      kept(core.stripThickness, (thickness) => thickness > 0) ?? mm(diameter * 0.4);
  }
  const { headDiameter: _width, headHeight: _height, threadPitch: _pitch, ...bare } = core;
  if (HEADED_SHAPES.includes(shape)) {
    const width = kept(core.headDiameter, (value) => value > diameter);
    // A bolt always has a head; another shape has the one it had.
    if (width !== undefined || shape === 'bolt') {
      const made = boltOf(diameter);
      sizes.headDiameter = width ?? mm(made?.headWidth ?? diameter * HEAD.width);
      sizes.headHeight =
        kept(core.headHeight, (value) => value > 0) ??
        mm(made?.headHeight ?? diameter * HEAD.height);
    }
  }
  if (THREADED_SHAPES.includes(shape)) {
    const pitch = kept(core.threadPitch, (value) => value > 0 && value <= COARSEST * diameter);
    if (pitch !== undefined) sizes.threadPitch = pitch;
    // Of a bolt that is made, the thread is known.
    else if (shape === 'bolt' && boltOf(diameter)) {
      sizes.threadPitch = formatQuantity(boltOf(diameter)!.pitch, 'length', 'mm');
    }
  }
  return { ...design, core: { ...bare, shape, ...sizes } };
}

/** The winding as it is if it lies on its core, else as long as it can be at the lower end. */
function onCore(design: DesignDocument): DesignDocument {
  const { core, winding } = design;
  const length = metres(core.length);
  const [start, end] = [metres(winding.start), metres(winding.end)];
  if (length === null || start === null || end === null || start >= end) return design;
  const sleeve = (metres(winding.base) ?? 0) > 0 || core.shape === 'none';
  const reach = windingReach(length, sleeve);
  if (end <= reach + 1e-9) return design;
  const mm = (value: number): string => formatQuantity(value, 'length', 'mm', 4);
  const window = Math.min(end - start, length);
  return {
    ...design,
    winding: { ...winding, start: mm(length - window), end: mm(length) },
  };
}

export function metres(text: string | undefined): number | null {
  if (text === undefined) return null;
  try {
    return parseQuantity(text, 'length').si;
  } catch {
    return null;
  }
}
