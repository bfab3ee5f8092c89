import type { NamedCase } from '@nab/words/lesson';
import { line, mm, type Mark } from '../page/index.js';
import { bodyOf, type Body } from './worksheet-body.js';
import { barOf, cupCutOpen, drawBodies } from './draw-coil.js';

const MM = 1000;
/** Room above and below the magnet for the lines to write on, mm. */
const AROUND = 34;

/**
 * A magnet as large as its box, not to scale, with lines from its parts to write their names on.
 * @param x, y, width, height of the box, mm.
 */
export function drawToLabel(
  one: NamedCase,
  {
    x,
    y,
    width,
    height,
  }: { readonly x: number; readonly y: number; readonly width: number; readonly height: number },
): Mark[] {
  const body = bodyOf(one);
  const magnet = body.cup ? cupAtOrigin(body, body.cup) : barAtOrigin(one, body);
  const [left, right, top, bottom] = magnet.extent;
  const factor = Math.min(width / (right - left), (height - AROUND) / (bottom - top), 3);
  const x0 = x + width / 2 - (factor * (left + right)) / 2;
  const y0 = y + height / 2 - (factor * (top + bottom)) / 2;
  const wide = width * 0.36;
  const rows = [y + 6, y + height - 4] as const;
  return [
    ...magnet.marks.map((mark) => scaled(mark, factor, x0, y0)),
    ...magnet.parts.flatMap(([px, py], i): Mark[] => {
      const row = rows[i < 2 ? 0 : 1];
      const from = i % 2 === 0 ? x : x + width - wide;
      const [at, down] = [x0 + factor * px, y0 + factor * py];
      // The leader meets the line for the name at its nearer end.
      const end = Math.max(from, Math.min(from + wide, at));
      return [
        line(at, down, end, row, { width: 0.2, stroke: 'soft' }),
        line(from, row, from + wide, row, { width: 0.25 }),
      ];
    }),
  ];
}

interface AtOrigin {
  readonly marks: readonly Mark[];
  readonly extent: readonly [left: number, right: number, top: number, bottom: number];
  /** Parts to be named: two above, two below, the left one first. */
  readonly parts: readonly (readonly [x: number, y: number])[];
}

/** One core or two on the axis y = 0, its rear end at x = 0: core, tip, winding, end of the wire. */
function barAtOrigin(one: NamedCase, body: Body): AtOrigin {
  const { layers, outerRadius } = one.trialled!.coil.winding;
  const first = layers[0];
  const behind = barOf(body) + (body.head && !body.head.atTip ? body.head.height : 0);
  const ahead = body.head?.atTip ? body.head.height : 0;
  const lower = body.second?.spacing ?? 0;
  const at = (position: number): number => position * MM;
  const wound = lower + outerRadius * MM;
  return {
    marks: drawBodies(one, body, { at, axis: 0, left: 0, tip: body.length }, false),
    extent: [-behind, body.length + ahead, -body.across / 2, lower + body.across / 2],
    parts: [
      [0.06 * body.length, 0],
      [body.length + ahead, 0],
      ...(first
        ? ([
            [at((first.from + first.to) / 2), wound],
            [at(first.from) + 2, lower + first.radius * MM + 4],
          ] as const)
        : []),
    ],
  };
}

/** A cup cut open and its plate: cup, plate, coil, pole. */
function cupAtOrigin(body: Body, cup: NonNullable<Body['cup']>): AtOrigin {
  const right = cup.plate.thickness + cup.depth + cup.base + 2;
  const radius = Math.max(cup.outer, cup.plate.radius);
  const floor = cup.base;
  return {
    marks: cupCutOpen(body, right, 0),
    extent: [0, right, -radius, radius],
    parts: [
      [cup.base / 2, -cup.outer * 0.9],
      [right - cup.plate.thickness / 2, -cup.plate.radius],
      [floor + cup.depth / 2, (cup.pole + cup.inner) / 2],
      [floor + cup.depth * 0.8, cup.pole * 0.5],
    ],
  };
}

/** A mark drawn about the origin, larger and elsewhere; its lines keep their width. */
function scaled(mark: Mark, factor: number, x: number, y: number): Mark {
  if (mark.kind === 'text') return { ...mark, x: x + factor * mark.x, y: y + factor * mark.y };
  let isX = false;
  const d = mark.d.replace(/-?[\d.]+/g, (number) => {
    isX = !isX;
    return mm((isX ? x : y) + factor * Number(number));
  });
  const hatching = mark.stroke === 'copper' && mark.width !== undefined;
  return { ...mark, d, ...(hatching && { width: Math.min(1.2, factor * mark.width!) }) };
}
