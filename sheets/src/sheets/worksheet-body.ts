import type { NamedCase } from '@nab/words/lesson';

const MM = 1000;
/** Drawn of what is wound on nothing that ends, mm. */
const STRAIGHT = 100;

/** What a coil is wound on, mm: from its rear end to the lifting end. */
export interface Body {
  readonly length: number;
  readonly diameter: number;
  readonly head: {
    readonly diameter: number;
    readonly height: number;
    readonly atTip: boolean;
  } | null;
  readonly magnetic: boolean;
  /** A second core: how far away, whether its turns run the other way, what joins them. */
  readonly second: {
    readonly spacing: number;
    readonly opposed: boolean;
    readonly joined: boolean;
  } | null;
  /** A cup that the coil goes into: all its measures from axis and floor. */
  readonly cup: {
    readonly pole: number;
    readonly inner: number;
    readonly outer: number;
    readonly base: number;
    readonly depth: number;
    readonly plate: { readonly radius: number; readonly thickness: number };
  } | null;
  /** Across everything that is wound or not, mm. */
  readonly across: number;
}

/** @throws nothing; a level that cannot be built has no body, see `trialled`. */
export function bodyOf({ subject, trialled }: NamedCase): Body {
  const { layers, outerRadius } = trialled!.coil.winding;
  const wound = 2 * outerRadius * MM;
  if (subject?.experiment === 'straight-magnet') {
    const { core, pair } = subject.design;
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
      second: pair
        ? { spacing: pair.spacing * MM, opposed: pair.opposed, joined: pair.yoke !== 'none' }
        : null,
      cup: null,
      across: Math.max(wound, (head?.diameter ?? 0) * MM, core.diameter * MM),
    };
  }
  const ends = layers.flatMap(({ from, to }) => [from, to]);
  const first = layers[0];
  const diameter = first ? 2 * first.radius * MM : 1;
  const spool = {
    length: ends.length > 0 ? (Math.max(...ends) - Math.min(...ends)) * MM : STRAIGHT,
    diameter,
    head: null,
    magnetic: false,
    second: null,
  };
  if (subject?.experiment !== 'shell-magnet') {
    return { ...spool, cup: null, across: Math.max(wound, diameter) };
  }
  const { steel } = subject.design;
  const cup = {
    pole: steel.poleRadius * MM,
    inner: steel.wallInner * MM,
    outer: steel.wallOuter * MM,
    base: steel.base * MM,
    depth: steel.depth * MM,
    plate: { radius: steel.keeperRadius * MM, thickness: steel.keeperThickness * MM },
  };
  return { ...spool, cup, across: Math.max(wound, 2 * cup.outer, 2 * cup.plate.radius) };
}
