import { MU_0, loopField, sheetField, type MeridianField } from '../../physics/index.js';

/** What lies through or under the sheet. */
export const FILING_SOURCES = {
  'wire-through': 'A wire through the sheet',
  'wire-under': 'A wire under the sheet',
  'loop-through': 'A loop, standing in the sheet',
  'loop-under': 'A loop, lying under the sheet',
  'coil-through': 'A coil, slotted into the sheet',
  'coil-under': 'A coil under the sheet',
  'bar-under': 'A bar magnet under the sheet',
  'poles-under': 'Two poles under the sheet',
  'disc-under': 'A disc magnet under the sheet',
} as const;
export type FilingSourceKind = keyof typeof FILING_SOURCES;

/** Whether a current makes it, and a slider changes it. */
export function isCurrentSource(kind: FilingSourceKind): boolean {
  return !/^(bar|poles|disc)/.test(kind);
}

/** The magnet or wire near a sheet of filings. SI. */
export interface FilingSource {
  readonly kind: FilingSourceKind;
  /** A in the wire, and how often it goes round or passes. */
  readonly current: number;
  readonly turns: number;
  /** Of the wire itself, m. */
  readonly wireDiameter: number;
  /** Radius of loop or coil; of the magnet or of each pole, m. */
  readonly radius: number;
  /** Length of the coil; of the magnet along its axis, m. */
  readonly length: number;
  /** From the axis of wire, coil or bar to the filings; from the upper face of poles and disc, m. */
  readonly distance: number;
  /** Between the middles of two poles, m, and true if they are like poles. */
  readonly apart: number;
  readonly alike: boolean;
  /** B_r of a magnet, T. */
  readonly remanence: number;
}

/** Flux density at a place of the sheet, T: along it to the right, along it upward, and out of it. */
export type SheetVector = readonly [x: number, y: number, out: number];

/** A field on the sheet: x to the right, y upward from its middle, m. */
export type SheetField = (x: number, y: number) => SheetVector;

/** Closer to the middle of a wire than this there is wire, not paper; of its radius. */
const INSIDE = 1;

/**
 * Field of a source on the sheet. Wires are long; a magnet is the current sheet round its rim.
 * Where the wire itself is, the field is that of its surface.
 * Source: Biot and Savart; Smythe; Derby and Olbert (2010), as in the folder coil-field.
 */
export function fieldOnSheet(source: FilingSource): SheetField {
  const { kind, radius, length, distance, turns } = source;
  const ampereTurns = source.current * turns;
  const half = source.wireDiameter / 2;
  const along = (MU_0 * ampereTurns) / (2 * Math.PI);
  const magnet = (source.remanence / MU_0) * length;
  switch (kind) {
    case 'wire-through':
      return (x, y) => {
        const r2 = Math.max(x * x + y * y, (INSIDE * half) ** 2);
        return [(-along * y) / r2, (along * x) / r2, 0];
      };
    case 'wire-under':
      return (x) => {
        const d2 = x * x + distance * distance;
        return [(along * distance) / d2, 0, (-along * x) / d2];
      };
    case 'loop-through':
      // Its axis lies along x in the sheet; on the wire itself, the field of its surface.
      return (x, y) => {
        const r = Math.abs(y);
        const [dr, d] = [r - radius, Math.hypot(r - radius, x)];
        const pushed = d < half ? half / Math.max(d, 1e-9) : 1;
        const at = loopField(
          radius,
          ampereTurns,
          Math.abs(radius + dr * pushed),
          d < 1e-9 ? half : x * pushed,
        );
        return [at.z, Math.sign(y) * at.r, 0];
      };
    case 'loop-under':
      return (x, y) => {
        const r = Math.hypot(x, y);
        const at = loopField(radius, ampereTurns, r, Math.max(distance, half));
        return r === 0 ? [0, 0, at.z] : [(at.r * x) / r, (at.r * y) / r, at.z];
      };
    case 'coil-through':
      return meridian((r, z) => sheetField(radius, length, ampereTurns, r, z), 0);
    case 'coil-under':
      return meridian((r, z) => sheetField(radius, length, ampereTurns, r, z), distance);
    case 'bar-under':
      return meridian((r, z) => sheetField(radius, length, magnet, r, z), distance);
    case 'disc-under':
      return standing(radius, length, magnet, distance, 0);
    case 'poles-under': {
      const left = standing(radius, length, magnet, distance, -source.apart / 2);
      const right = standing(
        radius,
        length,
        source.alike ? magnet : -magnet,
        distance,
        source.apart / 2,
      );
      return (x, y) => {
        const [a, b] = [left(x, y), right(x, y)];
        return [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
      };
    }
  }
}

/** Round an axis along x that lies a depth under the sheet, or in it. */
function meridian(field: (r: number, z: number) => MeridianField, depth: number): SheetField {
  return (x, y) => {
    const r = Math.hypot(y, depth);
    const at = field(r, x);
    return r === 0 ? [at.z, 0, 0] : [at.z, (at.r * y) / r, (at.r * depth) / r];
  };
}

/** Of a magnet that stands under the sheet, its north pole up, its face a distance below. */
function standing(
  radius: number,
  length: number,
  ampereTurns: number,
  distance: number,
  at: number,
): SheetField {
  return (x, y) => {
    const r = Math.hypot(x - at, y);
    const field = sheetField(radius, length, ampereTurns, r, distance + length / 2);
    return r === 0 ? [0, 0, field.z] : [(field.r * (x - at)) / r, (field.r * y) / r, field.z];
  };
}
