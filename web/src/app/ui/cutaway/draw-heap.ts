import { line } from 'd3-shape';
import type { Band } from '@nab/core/statistics';
import type { Evaluation, MagnetDesign } from '@nab/core/experiments';
import { heapSwell, type Group, type Layout } from './layout';

/** What hangs at the ends that lift, with the outlines of its band. */
export function drawHeaps(
  group: Group,
  design: MagnetDesign,
  evaluation: Evaluation,
  band: Band,
  at: Layout,
  fill: string,
): void {
  const { heap, rearHeap, liftedCount } = evaluation;
  if (!(liftedCount > 0.05)) return;
  // The rear heap's heights are counted backward from the rear end.
  const heaps = [{ heap, forward: 1 }, ...(rearHeap ? [{ heap: rearHeap, forward: -1 }] : [])];
  for (const { heap: one, forward } of heaps) {
    const outline = (count: number): string => {
      const swell = heapSwell(design, evaluation, count);
      const half = Array.from(one.angle, (angle, i): [number, number] => {
        const r = one.inner[i]! + (one.outer[i]! - one.inner[i]!) * swell;
        return [r * Math.sin(angle), forward * (one.centre + r * Math.cos(angle))];
      });
      const side = (sign: number) =>
        half.map(([x, z]): [number, number] => [at.axisX + sign * x * at.scale, at.y(z)]);
      return `${line()([...side(-1).reverse(), ...side(1)]) ?? ''}Z`;
    };
    const path = (count: number) =>
      group.append('path').attr('d', outline(count)).attr('stroke', 'var(--nab-ink-soft)');
    path(band.high).attr('fill', 'none').attr('stroke-dasharray', '2 4');
    path(band.median).attr('fill', `url(#${fill})`).attr('stroke-width', 1.2);
    path(band.low).attr('fill', 'none').attr('stroke-dasharray', '2 4');
  }
}
