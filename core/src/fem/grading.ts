/** How large triangles are. */
export interface Grading {
  /** At the singular edges of steel, over its thickness or the gap before it. */
  readonly finest: number;
  /** Growth of the size with the distance from these edges, and from other sides. */
  readonly growth: number;
  /** Largest triangle over the geometry's size. */
  readonly largest: number;
  /** Share of the size elsewhere that triangles on the axis have. */
  readonly axis: number;
}
