import { CoreError } from '../../errors.js';

/** How a further layer begins. */
export type LayerStyle = 'back' | 'restart';

/** Wire upon wire, or each layer in the grooves of the last, √3/2 as high. */
export type LayerStacking = 'square' | 'nested';

/** The ends of a core: the free lifting end and the other. */
export type WindingEnd = 'tip' | 'rear';

/** What is wound, in metres. */
export interface WindingSpec {
  readonly turns: number;
  /** Ends of the winding along the core, measured from its rear end. */
  readonly start: number;
  readonly end: number;
  /** Radius on which the first layer lies: core plus tape or sleeve. */
  readonly innerRadius: number;
  /** Room that a turn takes along the core: a round wire's overall diameter. */
  readonly turnWidth: number;
  /** Room that a layer takes outward; the turn's width when absent. */
  readonly layerHeight?: number;
  /** Pitch of touching turns over the turn's width: 1.0 tight … 1.3 careless. Common practice, no source. */
  readonly neatness: number;
  /** Pitch of a thread that guides the turns, where it is wider than theirs. */
  readonly threadPitch?: number;
  /** How layers lie on one another: wire on wire, or each in the grooves of the one below. */
  readonly stacking?: LayerStacking;
  readonly layerStyle: LayerStyle;
  /** End at which the first turn lies: where a part-full first layer sits. */
  readonly startAt: WindingEnd;
  /** Length of each of the two tails. */
  readonly tail: number;
}

/** One layer as wound. */
export interface Layer {
  readonly turns: number;
  /** Radius of the wire's centre, m. */
  readonly radius: number;
  /** Where the layer's first and last turn lie along the core, m: from > to toward the rear. */
  readonly from: number;
  readonly to: number;
}

/** A winding laid out. */
export interface Winding {
  readonly layers: readonly Layer[];
  readonly turnsPerLayer: number;
  readonly outerRadius: number;
  /** Wire in the coil itself, m. */
  readonly coilLength: number;
  /** Wire to cut: coil, returns along the coil (restart style) and both tails, m. */
  readonly wireLength: number;
  /** Distance between neighbouring turns, m. */
  readonly pitch: number;
}

/**
 * Lays turns in layers on a core and measures the wire.
 *
 * Length = Σ turns √((2πr_k)² + pitch²) + 2 tails + one axial return per restarted layer.
 * @throws CoreError WINDING_OUTSIDE_CORE, WINDING_TOO_SHORT, WINDING_TOO_HIGH.
 * Source: geometry; neatness factors are common practice, no source.
 */
export function layWinding(spec: WindingSpec): Winding {
  const { turns, start, end, innerRadius, turnWidth, layerStyle, startAt, tail } = spec;
  if (!(end > start)) {
    throw new CoreError('WINDING_OUTSIDE_CORE', 'The winding must end after it starts.', {
      start_m: start,
      end_m: end,
    });
  }
  const height = spec.layerHeight ?? turnWidth;
  const step = spec.stacking === 'nested' ? (height * Math.sqrt(3)) / 2 : height;
  const pitch = Math.max(turnWidth * spec.neatness, spec.threadPitch ?? 0);
  const window = end - start;
  // A turn more fits than there are pitches only if its full width lies inside the window.
  const turnsPerLayer = Math.floor((window - turnWidth) / pitch + 1 + 1e-9);
  if (turnsPerLayer < 1) {
    throw new CoreError(
      'WINDING_TOO_SHORT',
      'Not even one turn of this wire fits between the ends of the winding.',
      { window_m: window, wire_m: turnWidth },
    );
  }
  const layerCount = Math.ceil(turns / turnsPerLayer);
  const outerRadius = innerRadius + height + (layerCount - 1) * step;
  if (outerRadius > 12 * innerRadius || layerCount > 60) {
    throw new CoreError(
      'WINDING_TOO_HIGH',
      `${layerCount} layers of this wire cannot be wound by hand on this core.`,
      { layers: layerCount },
    );
  }
  const layers: Layer[] = [];
  let remaining = turns;
  let coilLength = 0;
  let returns = 0;
  for (let k = 0; k < layerCount; k++) {
    const count = Math.min(turnsPerLayer, remaining);
    const radius = innerRadius + height / 2 + k * step;
    const span = (count - 1) * pitch;
    const first = start + turnWidth / 2;
    const last = first + (turnsPerLayer - 1) * pitch;
    const turnedBack = layerStyle === 'back' && k % 2 === 1;
    const fromTip = (startAt === 'tip') !== turnedBack;
    layers.push({
      turns: count,
      radius,
      from: fromTip ? last : first,
      to: fromTip ? last - span : first + span,
    });
    coilLength += count * Math.hypot(2 * Math.PI * radius, pitch);
    if (layerStyle === 'restart' && k > 0) returns += (turnsPerLayer - 1) * pitch;
    remaining -= count;
  }
  return {
    layers,
    turnsPerLayer,
    outerRadius,
    coilLength,
    wireLength: coilLength + returns + 2 * tail,
    pitch,
  };
}

/**
 * Turns that a given length of wire makes, tails and returns included; the inverse of
 * {@link layWinding}. Whole turns only.
 * @param wireLength metres.
 * @returns 0 when the wire does not reach one turn.
 */
export function turnsFromLength(spec: Omit<WindingSpec, 'turns'>, wireLength: number): number {
  let low = 0;
  let high = 1;
  const fits = (turns: number): boolean => layWinding({ ...spec, turns }).wireLength <= wireLength;
  if (!fits(1)) return 0;
  while (fits(high)) {
    low = high;
    high *= 2;
  }
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (fits(middle)) low = middle;
    else high = middle;
  }
  return low;
}
