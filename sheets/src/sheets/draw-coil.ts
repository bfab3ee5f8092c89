import type { NamedCase } from '@nab/words/lesson';
import { box, centred, ending, line, mm, words, type Mark } from '../page/index.js';
import { bodyOf, type Body } from './worksheet-body.js';

const MM = 1000;
/** Closer than this the turns are drawn as a hatching, mm. */
const FINEST = 0.5;
/** Room above the coil for the names of the marks, and below for tails and distances, mm. */
const ABOVE = 9;
const BELOW = 15;
/** How much of a tail is drawn, mm. */
const TAIL = 9;
/** Room beside a mark for its name, mm. */
const NAME = 11;
/** Between a spool and the cup it goes into, mm. */
const APART = 26;

/** Height that the drawing of a coil takes, mm. */
export function coilHeight(one: NamedCase): number {
  const body = bodyOf(one);
  return ABOVE + body.across + (body.second?.spacing ?? 0) + BELOW;
}

/** Where a coil is drawn. */
export interface Frame {
  /** From a position along the core, m, to the paper, mm. */
  readonly at: (position: number) => number;
  readonly axis: number;
  readonly left: number;
  readonly tip: number;
}

/**
 * A wound core at true size, lifting end to the right: the marks between which it is wound, its turns,
 * and the tails. What is longer than the room is cut at its rear end, and says so.
 * @param x, y upper left corner; @param room mm across.
 */
export function drawCoil(
  one: NamedCase,
  { x, y, room }: { readonly x: number; readonly y: number; readonly room: number },
  lengthText: (metres: number) => string,
): Mark[] {
  const body = bodyOf(one);
  const { layers } = one.trialled!.coil.winding;
  const headAhead = body.head?.atTip ? body.head.height : 0;
  const headBehind = body.head && !body.head.atTip ? body.head.height : 0;
  // The name of a mark at the very tip needs room beside it.
  const free = Math.max(0, NAME - headAhead - toTip(one, body));
  const shown = Math.min(body.length, room - headAhead - headBehind - barOf(body) - free);
  const cut = shown < body.length - 0.01;
  const tip = x + room - headAhead - free;
  const axis = y + ABOVE + body.across / 2;
  // What is too long is cut at its rear end, or at its tip where the winding is behind the cut.
  const rearmost = Math.min(...layers.flatMap(({ from, to }) => [from, to])) * MM;
  const atTip = cut && rearmost < body.length - shown;
  const hidden = cut && !atTip ? body.length - shown : 0;
  const left = tip - shown;
  const frame: Frame = {
    // Positions along the core count from its rear end.
    at: (position) => left + position * MM - hidden,
    axis,
    left,
    tip,
  };
  const marks = drawBodies(one, body, frame, cut);
  if (cut) {
    const r = body.diameter / 2 + 2;
    const there = atTip ? tip - 2 : left;
    marks.push(line(there, axis - r, there + 2, axis + r, { width: 0.4 }));
    // Above the names of the marks, so that neither lies on the other.
    const said = `cut short here: it is ${lengthText(body.length / MM)} long`;
    const style = { size: 8, ink: 'soft' } as const;
    marks.push(atTip ? ending(tip, y + 1, said, style) : words(left, y + 1, said, style));
  }
  if (body.cup) {
    const right = frame.left - APART;
    marks.push(...cupCutOpen(body, right, axis));
    const middle = right - (body.cup.depth + body.cup.base + body.cup.plate.thickness) / 2;
    const below = axis + body.across / 2 + 4;
    marks.push(centred(middle, below, 'in its cup, cut open', { size: 8, ink: 'soft' }));
  }
  if (layers.length > 0) marks.push(...ends(one, body, frame, y, lengthText));
  return marks;
}

/** The core, or both of a pair and the bar that joins them, with their turns. */
export function drawBodies(one: NamedCase, body: Body, frame: Frame, cut: boolean): Mark[] {
  const { second, head, diameter } = body;
  const marks = drawOn(one, body, frame, cut, 1);
  if (!second) return marks;
  const below = { ...frame, axis: frame.axis + second.spacing };
  marks.push(...drawOn(one, body, below, cut, second.opposed ? -1 : 1));
  marks.push(...bridge(one, frame, below.axis));
  if (second.joined && !cut) {
    const bar = barOf(body);
    const behind = head && !head.atTip ? head.height : 0;
    const from = frame.left - behind - bar;
    marks.push(
      box(from, frame.axis - diameter / 2, bar, second.spacing + diameter, {
        stroke: 'steel',
        width: 0.35,
      }),
    );
  }
  return marks;
}

/** How thick the bar that joins two cores is drawn, mm. */
export const barOf = ({ second, diameter }: Body): number =>
  second?.joined ? Math.max(4, diameter) : 0;

/** From the front end of the winding to the tip, mm. */
function toTip(one: NamedCase, body: Body): number {
  const { layers, pitch } = one.trialled!.coil.winding;
  const first = layers[0];
  if (!first) return Infinity;
  return body.length - (Math.max(first.from, first.to) + pitch / 2) * MM;
}

/** Core, head and turns about one axis. */
function drawOn(
  one: NamedCase,
  body: Body,
  frame: Frame,
  cut: boolean,
  /** Which way the turns lean: the other way round on a core wound in the other sense. */
  lean: 1 | -1,
): Mark[] {
  const { axis, left, tip } = frame;
  const marks: Mark[] = [];
  if (one.trialled!.coil.winding.layers.length > 0) marks.push(...turnsOf(one, body, frame, lean));
  marks.push(
    box(left, axis - body.diameter / 2, tip - left, body.diameter, {
      stroke: body.magnetic ? 'steel' : 'soft',
      width: 0.35,
    }),
  );
  if (body.head && (body.head.atTip || !cut)) {
    const { diameter, height, atTip } = body.head;
    const from = atTip ? tip : left - height;
    marks.push(box(from, axis - diameter / 2, height, diameter, { stroke: 'steel', width: 0.35 }));
  }
  return marks;
}

/** The dashed marks between which it is wound, their names, and how far from the tip they are. */
function ends(
  one: NamedCase,
  body: Body,
  { at, axis, tip }: Frame,
  y: number,
  lengthText: (metres: number) => string,
): Mark[] {
  const { layers, pitch } = one.trialled!.coil.winding;
  const first = layers[0]!;
  const [rearmost, foremost] = [Math.min(first.from, first.to), Math.max(first.from, first.to)];
  const fromTip = first.from > first.to;
  const top = y + ABOVE - 3;
  const bottom = axis + (body.second?.spacing ?? 0) + body.across / 2 + 3;
  const marked = [
    { end: foremost + pitch / 2, name: fromTip ? 'START' : 'END', outward: 1 },
    { end: rearmost - pitch / 2, name: fromTip ? 'END' : 'START', outward: -1 },
  ];
  const style = { size: 8, face: 'bold' } as const;
  const marks = marked.flatMap(({ end, name, outward }) => {
    const place = at(end);
    return [
      line(place, top, place, bottom, { dash: [1.2, 0.8], width: 0.3 }),
      // Side by side where the winding is short.
      outward > 0
        ? words(place - 0.3, top - 1.2, name, style)
        : ending(place + 0.3, top - 1.2, name, style),
    ];
  });
  // A spool has no tip to measure from.
  if (one.subject?.experiment !== 'straight-magnet') return marks;
  const distances = marked.map(({ end, name }) => {
    const distance = body.length / MM - end;
    return `${name} ${distance > 1e-4 ? `${lengthText(distance)} from the tip` : 'at the tip'}`;
  });
  return [
    ...marks,
    ending(tip, bottom + TAIL + 0.5, distances.join(' · '), { size: 8, ink: 'soft' }),
  ];
}

/** Turns as they are seen from the side, and the beginning and end of the wire. */
function turnsOf(one: NamedCase, body: Body, { at, axis }: Frame, lean: 1 | -1): Mark[] {
  const { layers, pitch: between } = one.trialled!.coil.winding;
  const pitch = between * MM;
  const step = Math.max(1, Math.ceil(FINEST / pitch));
  const thick = Math.min(one.trialled!.coil.wire.height * MM, 0.8 * pitch * step);
  const d: string[] = [];
  for (const { turns, radius, from, to } of [...layers].reverse()) {
    const r = radius * MM;
    const direction = Math.sign(to - from) || 1;
    for (let i = 0; i < turns; i += step) {
      const place = at(from) + direction * i * pitch;
      d.push(
        `M${mm(place - pitch / 4)} ${mm(axis + lean * r)}L${mm(place + pitch / 4)} ${mm(axis - lean * r)}`,
      );
    }
  }
  const first = layers[0]!;
  const last = layers[layers.length - 1]!;
  const tail = (position: number, radius: number): string => {
    const place = at(position);
    const edge = axis + radius * MM;
    return `M${mm(place)} ${mm(edge)}C${mm(place)} ${mm(edge + 3)} ${mm(place + 2)} ${mm(edge + TAIL * 0.6)} ${mm(place + 3)} ${mm(edge + TAIL)}`;
  };
  // Of two cores each has one end of the wire; the other goes over to its neighbour.
  const tails = body.second ? '' : tail(first.from, first.radius) + tail(last.to, last.radius);
  return [
    { kind: 'path', d: d.join(''), stroke: 'copper', width: Math.max(0.15, thick) },
    ...(tails
      ? [
          {
            kind: 'path' as const,
            d: tails,
            stroke: 'copper' as const,
            width: Math.max(0.3, Math.min(1, thick)),
          },
        ]
      : []),
  ];
}

/** The wire that runs on from the first core to the second, and its two free ends. */
function bridge(one: NamedCase, { at, axis }: Frame, second: number): Mark[] {
  const { layers } = one.trialled!.coil.winding;
  const [first, last] = [layers[0], layers[layers.length - 1]];
  if (!first || !last) return [];
  const [start, end] = [at(first.from), at(last.to)];
  const [inner, outer] = [first.radius * MM, last.radius * MM];
  const over = `M${mm(end)} ${mm(axis + outer)}C${mm(end)} ${mm((axis + second) / 2)} ${mm(start)} ${mm((axis + second) / 2)} ${mm(start)} ${mm(second - inner)}`;
  const startTail = `M${mm(start)} ${mm(axis - inner)}L${mm(start + 3)} ${mm(axis - inner - TAIL * 0.6)}`;
  const endTail = `M${mm(end)} ${mm(second + outer)}L${mm(end + 3)} ${mm(second + outer + TAIL)}`;
  return [{ kind: 'path', d: over + startTail + endTail, stroke: 'copper', width: 0.6 }];
}

/** A steel cup cut open along its axis, its open side to the right, and the plate that it holds. */
export function cupCutOpen({ cup }: Body, right: number, axis: number): Mark[] {
  if (!cup) return [];
  const { pole, inner, outer, base, depth, plate } = cup;
  const gap = 2;
  const face = right - plate.thickness - gap;
  const floor = face - depth;
  const steel = { stroke: 'steel', width: 0.35 } as const;
  const corners: readonly (readonly [x: number, r: number])[] = [
    [face, -outer],
    [floor - base, -outer],
    [floor - base, outer],
    [face, outer],
    [face, inner],
    [floor, inner],
    [floor, pole],
    [face, pole],
    [face, -pole],
    [floor, -pole],
    [floor, -inner],
    [face, -inner],
  ];
  const outline = corners.map(([px, r], i) => `${i ? 'L' : 'M'}${mm(px)} ${mm(axis + r)}`).join('');
  const window = inner - pole;
  const coil = (from: number): Mark[] => [
    box(floor + 0.5, from + 0.5, depth - 1, window - 1, { stroke: 'copper', width: 0.3 }),
    line(floor + 0.5, from + 0.5, face - 0.5, from + window - 0.5, {
      stroke: 'copper',
      width: 0.3,
    }),
    line(floor + 0.5, from + window - 0.5, face - 0.5, from + 0.5, {
      stroke: 'copper',
      width: 0.3,
    }),
  ];
  return [
    { kind: 'path', d: `${outline}Z`, ...steel },
    ...coil(axis + pole),
    ...coil(axis - inner),
    box(right - plate.thickness, axis - plate.radius, plate.thickness, 2 * plate.radius, steel),
  ];
}
