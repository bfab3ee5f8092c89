/** A rectangle of the meridian half-plane, m: radii and heights. */
export interface Rectangle {
  readonly r0: number;
  readonly r1: number;
  readonly z0: number;
  readonly z1: number;
}

/** A ball centred on the axis, m. */
export interface Sphere {
  readonly centre: number;
  readonly radius: number;
}

/** Square around a ball, as the grid sees it. */
export function squareOf({ centre, radius }: Sphere): Rectangle {
  return { r0: 0, r1: radius, z0: centre - radius, z1: centre + radius };
}

/** A place in the meridian half-plane, m. */
export interface Place {
  readonly r: number;
  readonly z: number;
}

/** Whether a closed line goes round a place: it crosses the way outward from there an odd number of times. */
export function encloses(outline: readonly Place[], r: number, z: number): boolean {
  let odd = false;
  outline.forEach((p, k) => {
    const q = outline[(k + 1) % outline.length]!;
    if (p.z > z !== q.z > z && r < p.r + ((z - p.z) / (q.z - p.z)) * (q.r - p.r)) odd = !odd;
  });
  return odd;
}
