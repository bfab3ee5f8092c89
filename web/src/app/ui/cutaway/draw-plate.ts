import { faceHeight, type MagnetDesign } from '@nab/core/experiments';
import type { Group, Layout } from './layout';

/** The least that a gap or a thin plate is drawn as, or neither could be seen. */
const LEAST = { gap: 3, thickness: 5 } as const;

/** The plate or bar under the pole, across its gap, with the hook for its load. */
export function drawPlate(
  group: Group,
  { core, plate, pair }: MagnetDesign,
  at: Layout,
  hatch: string,
): void {
  if (!plate) return;
  const width = Math.max(plate.width, pair?.spacing ?? 0) * at.scale;
  const top = at.y(faceHeight(core)) + Math.max(LEAST.gap, plate.gap * at.scale);
  const height = Math.max(LEAST.thickness, plate.thickness * at.scale);
  for (const fill of ['var(--nab-sheet)', `url(#${hatch})`]) {
    group
      .append('rect')
      .attr('x', at.axisX - width / 2)
      .attr('y', top)
      .attr('width', width)
      .attr('height', height)
      .attr('fill', fill)
      .attr('stroke', 'var(--nab-steel)')
      .attr('stroke-width', 1.5);
  }
  group
    .append('path')
    .attr('d', `M${at.axisX} ${top + height}v14m-5 0a5 5 0 1 0 5 5`)
    .attr('fill', 'none')
    .attr('stroke', 'var(--nab-ink-soft)')
    .attr('stroke-width', 1.5);
}
