import { contours } from 'd3-contour';
import { needleAngle, sampleAt, type MagnetDesign } from '@nab/core/experiments';
import { seededRandom } from '@nab/core/numerics';
import type { FieldRaster, Rectangle } from '@nab/core/fem';
import type { SteelCurve } from '@nab/core/physics';
import { fluxThresholds } from './raster';

/** Where a raster lies on a picture: the axis in the middle, the lifting end below. */
export interface Frame {
  readonly width: number;
  readonly height: number;
  /** From metres, left of the axis negative. */
  x(across: number): number;
  y(z: number): number;
  /** And back. */
  across(x: number): number;
  z(y: number): number;
}

export function frameOf({ width: reach, low, high }: FieldRaster, width: number): Frame {
  const height = (width * (high - low)) / (2 * reach);
  return {
    width,
    height,
    x: (across) => (width / 2) * (1 + across / reach),
    y: (z) => (height * (z - low)) / (high - low),
    across: (x) => reach * ((2 * x) / width - 1),
    z: (y) => low + ((high - low) * y) / height,
  };
}

/** Width of a picture in its own units. */
export const PICTURE_WIDTH = 420;

/** The lines that were last drawn of a raster. */
const drawn = new WeakMap<FieldRaster, { width: number; step: number; path: string }>();

/** Flux lines of the right half, evenly spaced in flux, as a path; drawn once. */
export function fluxLines(raster: FieldRaster, frame: Frame, step: number): string {
  const { width } = frame;
  const last = drawn.get(raster);
  if (last?.width === width && last.step === step) return last.path;
  const path = drawFluxLines(raster, frame, step);
  drawn.set(raster, { width, step, path });
  return path;
}

function drawFluxLines(raster: FieldRaster, frame: Frame, step: number): string {
  const { columns, rows, flux } = raster;
  const found = contours().size([columns, rows]).thresholds(fluxThresholds(flux, step))(
    Array.from(flux, Math.abs),
  );
  const [sx, sy] = [frame.width / 2 / (columns - 1), frame.height / (rows - 1)];
  // Contours are closed along the picture's border; only what runs inside it is a line.
  return found
    .flatMap(({ coordinates }) => coordinates.flat())
    .map((ring) =>
      ring
        .map(([px, py]) => {
          const [x, y] = [px! - 0.5, py! - 0.5];
          const edge = x >= columns - 1.01 || y <= 0.01 || y >= rows - 1.01 || x <= 0.01;
          const at = `${(frame.width / 2 + x * sx).toFixed(1)} ${(y * sy).toFixed(1)}`;
          return { edge, at };
        })
        .map(({ edge, at }, k, all) => (edge || k === 0 || all[k - 1]!.edge ? `M${at}` : `L${at}`))
        .join(''),
    )
    .join('');
}

const NEEDLES = 900;

/** Filings scattered as on a sheet of paper that is tapped: crowding where the field is strong. */
export function filings(raster: FieldRaster, frame: Frame): string {
  const random = seededRandom(29);
  let path = '';
  let placed = 0;
  for (let tries = 0; tries < 40 * NEEDLES && placed < NEEDLES; tries++) {
    const radius = random() * raster.width;
    const z = raster.low + random() * (raster.high - raster.low);
    const left = random() < 0.5;
    const at = sampleAt(raster, radius, z);
    const size = Math.hypot(at.r, at.z);
    if (random() > Math.min(1, (size / 0.01) ** 0.35 * 0.8)) continue;
    const half = 4;
    const angle = Math.atan2(at.z, left ? -at.r : at.r);
    const [dx, dy] = [half * Math.cos(angle), half * Math.sin(angle)];
    const [x, y] = [frame.x(left ? -radius : radius) - dx, frame.y(z) - dy];
    path += `M${x.toFixed(1)} ${y.toFixed(1)}l${(2 * dx).toFixed(1)} ${(2 * dy).toFixed(1)}`;
    placed++;
  }
  return path;
}

/** A small compass: its place on the picture and the angle of its needle, degrees. */
export interface SmallCompass {
  readonly x: number;
  readonly y: number;
  /** Of the north end from straight up on the picture, clockwise. */
  readonly turn: number;
}

/** Compasses all round the magnet, clear of core and winding. */
export function compasses(
  raster: FieldRaster,
  frame: Frame,
  solid: readonly Rectangle[],
  earth: { readonly across: number; readonly along: number },
): SmallCompass[] {
  const [across, up] = [9, Math.round((9 * frame.height) / frame.width)];
  const found: SmallCompass[] = [];
  for (let j = 0; j < up; j++) {
    for (let i = 0; i < across; i++) {
      const [x, y] = [((i + 0.5) * frame.width) / across, ((j + 0.5) * frame.height) / up];
      const [place, z] = [frame.across(x), frame.z(y)];
      const clear = frame.across(frame.width / 2 + 15);
      const inside = solid.some(
        ({ r0, r1, z0, z1 }) =>
          Math.abs(place) > r0 - clear &&
          Math.abs(place) < r1 + clear &&
          z > z0 - clear &&
          z < z1 + clear,
      );
      if (inside) continue;
      // The axis points down the picture.
      const turn = 180 - (needleAngle(raster, place, z, earth) * 180) / Math.PI;
      found.push({ x, y, turn });
    }
  }
  return found;
}

/** dB/dH over μ0 below which more ampere-turns add almost nothing. */
export const SATURATED_BELOW = 30;
const MU_0 = 4e-7 * Math.PI;

/** Samples of the core where the steel is saturated, as squares, both halves. */
export function saturatedSquares(
  raster: FieldRaster,
  frame: Frame,
  boxes: readonly Rectangle[],
  curve: SteelCurve,
): string {
  const { columns, rows, width, low, high, radial, axial } = raster;
  const [w, h] = [frame.width / 2 / (columns - 1), frame.height / (rows - 1)];
  let path = '';
  for (let j = 0; j < rows; j++) {
    const z = low + ((high - low) * j) / (rows - 1);
    for (let i = 0; i < columns; i++) {
      const r = (width * i) / (columns - 1);
      if (!boxes.some((b) => r >= b.r0 && r <= b.r1 && z >= b.z0 && z <= b.z1)) continue;
      const k = j * columns + i;
      const b = Math.hypot(radial[k]!, axial[k]!);
      if (1 / (curve.reluctivity(b) * MU_0) > SATURATED_BELOW) continue;
      for (const x of i === 0 ? [0] : [-r, r]) {
        path += `M${(frame.x(x) - w / 2).toFixed(1)} ${(frame.y(z) - h / 2).toFixed(1)}h${w.toFixed(1)}v${h.toFixed(1)}h${(-w).toFixed(1)}z`;
      }
    }
  }
  return path;
}

/** The core's outline as a path. */
export function outlineOf({ core }: MagnetDesign, frame: Frame): string {
  if (core.shape === 'none') return '';
  const box = (radius: number, from: number, to: number): string =>
    `M${frame.x(-radius)} ${frame.y(from)}H${frame.x(radius)}V${frame.y(to)}H${frame.x(-radius)}Z`;
  const { head } = core;
  const ends =
    core.headAt === 'tip'
      ? [core.length, core.length + (head?.height ?? 0)]
      : [-(head?.height ?? 0), 0];
  return (
    box(core.diameter / 2, 0, core.length) +
    (head ? box(head.diameter / 2, ends[0]!, ends[1]!) : '')
  );
}

/** The two sections of a ring as a path. */
export function sectionsPath({ r0, r1, z0, z1 }: Rectangle, frame: Frame): string {
  const side = (a: number, b: number): string =>
    `M${frame.x(a)} ${frame.y(z0)}H${frame.x(b)}V${frame.y(z1)}H${frame.x(a)}Z`;
  return side(r0, r1) + side(-r1, -r0);
}

/** What a line in the half-plane goes round, on both sides of the axis. */
export function outlinePath(outline: readonly { r: number; z: number }[], frame: Frame): string {
  const side = (sign: number): string =>
    outline
      .map(({ r, z }, k) => `${k === 0 ? 'M' : 'L'}${frame.x(sign * r)} ${frame.y(z)}`)
      .join('') + 'Z';
  return outline.length > 0 ? side(1) + side(-1) : '';
}
