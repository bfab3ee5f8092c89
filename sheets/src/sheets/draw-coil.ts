import type { NamedCase } from '@nab/words';
import { box, centred, ending, line, mm, words, type Mark } from '../page/index.js';

const MM = 1000;
/** Closer than this the turns are drawn as a hatching, mm. */
const FINEST = 0.5;
/** Room above and below the core for the names of the marks, mm. */
const ABOVE = 12;
const BELOW = 17;
/** How much of a tail is drawn, mm. */
const TAIL = 9;

/** What a coil is wound on, mm: from its rear end to the lifting end. */
interface Body {
  readonly length: number;
  readonly diameter: number;
  readonly head: {
    readonly diameter: number;
    readonly height: number;
    readonly atTip: boolean;
  } | null;
  readonly magnetic: boolean;
}

function bodyOf({ subject, trialled }: NamedCase): Body {
  if (subject?.experiment === 'straight-magnet') {
    const { core } = subject.design;
    const head = core.head && core.head.height > 0 ? core.head : null;
    return {
      length: core.length * MM,
      diameter: core.diameter * MM,
      head: head && {
        diameter: head.diameter * MM,
        height: head.height * MM,
        atTip: core.headAt === 'tip',
      },
      magnetic: core.shape !== 'none',
    };
  }
  const { layers } = trialled!.coil.winding;
  const ends = layers.flatMap(({ from, to }) => [from, to]);
  const first = layers[0];
  return {
    length: ends.length > 0 ? (Math.max(...ends) - Math.min(...ends)) * MM : 100,
    diameter: first ? 2 * first.radius * MM : 1,
    head: null,
    magnetic: false,
  };
}

/** Height that the drawing of a coil takes, mm. */
export function coilHeight(one: NamedCase): number {
  const body = bodyOf(one);
  const across = Math.max(
    2 * one.trialled!.coil.winding.outerRadius * MM,
    body.head?.diameter ?? 0,
    body.diameter,
  );
  return ABOVE + across + BELOW;
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
  const { winding } = one.trialled!.coil;
  const { layers, outerRadius, pitch } = winding;
  const headAhead = body.head?.atTip ? body.head.height : 0;
  const shown = Math.min(
    body.length,
    room - headAhead - (body.head && !body.head.atTip ? body.head.height : 0),
  );
  const cut = shown < body.length - 0.01;
  // Positions along the core count from its rear end.
  const tip = x + room - headAhead;
  const at = (position: number): number => tip - (body.length - position * MM);
  const axis =
    y + ABOVE + Math.max(outerRadius * MM, body.diameter / 2, (body.head?.diameter ?? 0) / 2);
  const marks: Mark[] = [];
  const left = tip - shown;
  if (layers.length > 0) marks.push(...turnsOf(one, at, axis, pitch * MM));
  marks.push(
    box(left, axis - body.diameter / 2, shown, body.diameter, {
      stroke: 'steel',
      width: 0.35,
      ...(body.magnetic ? {} : { stroke: 'soft' }),
    }),
  );
  if (body.head) {
    const { diameter, height, atTip } = body.head;
    const from = atTip ? tip : left - height;
    if (atTip || !cut)
      marks.push(
        box(from, axis - diameter / 2, height, diameter, { stroke: 'steel', width: 0.35 }),
      );
  }
  if (cut) {
    const r = body.diameter / 2 + 2;
    marks.push(line(left, axis - r, left + 2, axis + r, { width: 0.4 }));
    marks.push(
      words(left, axis - r - 1.5, `cut short here: it is ${lengthText(body.length / MM)} long`, {
        size: 8,
        ink: 'soft',
      }),
    );
  }
  const first = layers[0];
  if (first) {
    const ends = [first.from, first.to].sort((p, q) => p - q) as [number, number];
    const half = (pitch * MM) / 2;
    const [rear, front] = [at(ends[0]) - half, at(ends[1]) + half];
    const fromTip = first.from > first.to;
    const top = y + ABOVE - 3;
    const bottom = axis + (axis - (y + ABOVE)) + 3;
    const marked = [
      { place: front, name: fromTip ? 'START' : 'END' },
      { place: rear, name: fromTip ? 'END' : 'START' },
    ];
    for (const { place, name } of marked) {
      marks.push(line(place, top, place, bottom, { dash: [1.2, 0.8], width: 0.3 }));
      marks.push(centred(place, top - 1.2, name, { size: 8, face: 'bold' }));
    }
    const distances = marked.map(({ place, name }) => {
      const distance = (tip - place) / MM;
      return `${name} ${distance > 1e-4 ? `${lengthText(distance)} from the tip` : 'at the tip'}`;
    });
    // Below the tails; a spool has no tip to measure from.
    if (one.subject?.experiment === 'straight-magnet')
      marks.push(ending(tip, bottom + TAIL + 2, distances.join(' · '), { size: 8, ink: 'soft' }));
  }
  return marks;
}

/** Turns as they are seen from the side, and the beginning and end of the wire. */
function turnsOf(
  one: NamedCase,
  at: (position: number) => number,
  axis: number,
  pitch: number,
): Mark[] {
  const { layers } = one.trialled!.coil.winding;
  const step = Math.max(1, Math.ceil(FINEST / pitch));
  const thick = Math.min(one.trialled!.coil.wire.height * MM, 0.8 * pitch * step);
  const d: string[] = [];
  for (const { turns, radius, from, to } of [...layers].reverse()) {
    const r = radius * MM;
    const direction = Math.sign(to - from) || 1;
    for (let i = 0; i < turns; i += step) {
      const place = at(from) + direction * i * pitch;
      d.push(`M${mm(place - pitch / 4)} ${mm(axis + r)}L${mm(place + pitch / 4)} ${mm(axis - r)}`);
    }
  }
  const first = layers[0]!;
  const last = layers[layers.length - 1]!;
  const tail = (position: number, radius: number, down: 1 | -1): string => {
    const place = at(position);
    const edge = axis + down * radius * MM;
    return `M${mm(place)} ${mm(edge)}C${mm(place)} ${mm(edge + down * 3)} ${mm(place + 2)} ${mm(edge + down * TAIL * 0.6)} ${mm(place + 3)} ${mm(edge + down * TAIL)}`;
  };
  return [
    { kind: 'path', d: d.join(''), stroke: 'copper', width: Math.max(0.15, thick) },
    {
      kind: 'path',
      d: tail(first.from, first.radius, 1) + tail(last.to, last.radius, 1),
      stroke: 'copper',
      width: Math.max(0.3, Math.min(1, thick)),
    },
  ];
}

/** A bar that must measure a hundred millimetres on paper. */
export const BAR = 100;

export function drawBar(x: number, y: number): Mark[] {
  return [
    line(x, y, x + BAR, y, { width: 0.5 }),
    line(x, y - 2, x, y + 2, { width: 0.5 }),
    line(x + BAR, y - 2, x + BAR, y + 2, { width: 0.5 }),
    ...Array.from({ length: 9 }, (_, i) => line(x + 10 * (i + 1), y - 1, x + 10 * (i + 1), y + 1)),
    words(x + BAR + 3, y + 1.2, 'This bar is 100 mm long. If not, print at 100 %.', {
      size: 8,
      ink: 'soft',
    }),
  ];
}
