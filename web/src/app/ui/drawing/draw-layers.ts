import { select, type Selection } from 'd3-selection';

export type LayerGroup = Selection<SVGGElement, unknown, null, undefined>;

/** A part of a drawing that is painted again when what it is made from has changed. */
export interface Layer {
  readonly name: string;
  /** Everything that the paint depends on, in values that JSON can write. */
  readonly madeFrom: unknown;
  readonly paint: (group: LayerGroup) => void;
}

/**
 * Draws layers into a group of its own, back to front. Those that are made from the same as before
 * stay as they are, and so do the focus and the listeners in them.
 */
export function drawLayers(root: SVGGElement, layers: readonly Layer[]): void {
  const keyed = layers.map(({ name, madeFrom, paint }) => ({
    key: JSON.stringify([name, madeFrom]),
    paint,
  }));
  select(root)
    .selectChildren<SVGGElement, (typeof keyed)[number]>('g')
    .data(keyed, ({ key }) => key)
    .join((enter) =>
      enter.append('g').each(function ({ paint }) {
        paint(select(this));
      }),
    )
    .order();
}
