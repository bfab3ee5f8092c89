/** A rectangle of the meridian half-plane, m: radii and heights. */
export interface Rectangle {
  readonly r0: number;
  readonly r1: number;
  readonly z0: number;
  readonly z1: number;
}

/** A ball centred on the axis, m. */
export interface Ball {
  readonly centre: number;
  readonly radius: number;
}

/** Square around a ball, as the grid sees it. */
export function squareOf({ centre, radius }: Ball): Rectangle {
  return { r0: 0, r1: radius, z0: centre - radius, z1: centre + radius };
}
