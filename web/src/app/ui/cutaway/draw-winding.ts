import type { Selection } from 'd3-selection';
import { polesOf } from '@nab/core/physics';
import type { Evaluation, MagnetDesign } from '@nab/core/experiments';
import { drawCore } from './draw-core';
import { letterSize, BOX, type Group, type Layout } from './layout';

const disc = (x: number, y: number, r: number): string =>
  `M${(x - r).toFixed(2)} ${y.toFixed(2)}a${r.toFixed(2)} ${r.toFixed(2)} 0 1 0 ${(2 * r).toFixed(2)} 0a${r.toFixed(2)} ${r.toFixed(2)} 0 1 0 ${(-2 * r).toFixed(2)} 0`;

/** A folded strip seen on its edge: half as thick and half as wide. */
const strip = (x: number, y: number, thick: number, wide: number): string =>
  `M${(x - thick).toFixed(2)} ${(y - wide).toFixed(2)}h${(2 * thick).toFixed(2)}v${(2 * wide).toFixed(2)}h${(-2 * thick).toFixed(2)}z`;

/** Every turn in its place, on both sides of the cut; one path a layer. */
export function drawTurns(
  group: Group,
  { winding, wire }: Evaluation,
  design: MagnetDesign,
  at: Layout,
): void {
  const radius = (wire.height / 2) * at.scale * 0.94;
  const flat = wire.conductors === 1 && wire.width > 1.5 * wire.height;
  // The two conductors of a cable lie side by side along the core.
  const offsets = wire.conductors === 2 ? [-wire.width / 4, wire.width / 4] : [0];
  for (const layer of winding.layers) {
    const step = layer.turns > 1 ? (layer.to - layer.from) / (layer.turns - 1) : 0;
    let path = '';
    for (let i = 0; i < layer.turns; i++) {
      for (const offset of offsets) {
        const y = at.y(layer.from + i * step + offset);
        for (const side of [-1, 1]) {
          const x = at.axisX + side * layer.radius * at.scale;
          path += flat
            ? strip(x, y, radius, (wire.width / 2) * at.scale * 0.94)
            : disc(x, y, radius);
        }
      }
    }
    group.append('path').attr('d', path).attr('fill', 'var(--nab-copper)');
  }
  if (design.winding.layerStyle === 'restart') drawReturns(group, winding, at);
  const { base } = design.winding;
  if (base <= 0) return;
  for (const side of [-1, 1]) {
    const x = at.axisX + side * (design.core.diameter / 2 + base / 2) * at.scale;
    group
      .append('line')
      .attr('x1', x)
      .attr('x2', x)
      .attr('y1', at.y(design.winding.start))
      .attr('y2', at.y(design.winding.end))
      .attr('stroke', 'var(--nab-ink-soft)')
      .attr('stroke-width', Math.max(1, base * at.scale));
  }
}

/** The wire run straight back over each full layer, the ridge of restarted layers. */
function drawReturns(group: Group, { layers }: Evaluation['winding'], at: Layout): void {
  let path = '';
  layers.slice(0, -1).forEach((layer, k) => {
    const x = at.axisX + ((layer.radius + layers[k + 1]!.radius) / 2) * at.scale;
    path += `M${x} ${at.y(layer.to)}V${at.y(layer.from)}`;
  });
  group
    .append('path')
    .attr('d', path)
    .attr('fill', 'none')
    .attr('stroke', 'var(--nab-ink)')
    .attr('stroke-width', 1);
}

const LENS = { radius: 52, x: 122 } as const;

/** Beside the left one of two cores there is less room. */
const SMALL_LENS = { radius: 42, x: 102 } as const;

/** Turns smaller than this on the drawing get a lens. */
const LEAST_LEGIBLE = 6;

const LENS_WIRE = 11;

/** A lens on the winding where the turns are too fine to see at the drawing's scale. */
export function drawLens(
  group: Group,
  design: MagnetDesign,
  evaluation: Evaluation,
  at: Layout,
  ids: { readonly hatch: string; readonly clip: string },
): void {
  const { winding, wire } = evaluation;
  const wireOverall = wire.height;
  if (wireOverall * at.scale >= LEAST_LEGIBLE) return;
  const lens = design.pair ? SMALL_LENS : LENS;
  const first = winding.layers[0]!;
  const z = (first.from + first.to) / 2;
  const focus = {
    x: at.axisX - ((design.core.diameter / 2 + winding.outerRadius) / 2) * at.scale,
    y: at.y(z),
  };
  const enlarged = LENS_WIRE / wireOverall;
  const magnified: Layout = {
    scale: enlarged,
    axisX: lens.x + ((design.core.diameter / 2 + winding.outerRadius) / 2) * enlarged,
    y: (position) => focus.y + (position - z) * enlarged,
    z: (y) => z + (y - focus.y) / enlarged,
  };
  group
    .append('line')
    .attr('x1', focus.x)
    .attr('x2', lens.x + lens.radius)
    .attr('y1', focus.y)
    .attr('y2', focus.y)
    .attr('stroke', 'var(--nab-ink-soft)');
  const circle = (parent: Group | Selection<SVGClipPathElement, unknown, null, undefined>) =>
    parent.append('circle').attr('cx', lens.x).attr('cy', focus.y).attr('r', lens.radius);
  circle(group.append('clipPath').attr('id', ids.clip));
  circle(group).attr('fill', 'var(--nab-paper)');
  const inside = group.append('g').attr('clip-path', `url(#${ids.clip})`);
  drawCore(inside, design, magnified, ids.hatch);
  drawTurns(inside, evaluation, design, magnified);
  drawCurrentMarks(inside, design, evaluation, magnified);
  circle(group)
    .attr('fill', 'none')
    .attr('stroke', 'var(--nab-ink-soft)')
    .attr('stroke-width', 1.5);
  group
    .append('text')
    .attr('x', lens.x)
    .attr('y', focus.y + lens.radius + 16)
    .attr('text-anchor', 'middle')
    .style('font-size', letterSize(12))
    .attr('fill', 'var(--nab-ink-soft)')
    .text(`${Math.round(enlarged / at.scale)} times larger`);
}

/** Current away from the reader as a cross, toward the reader as a dot, on the lens's turns. */
function drawCurrentMarks(
  group: Group,
  design: MagnetDesign,
  { winding }: Evaluation,
  at: Layout,
): void {
  // With N at the tip the current goes away from the reader on the left of the core.
  const away = polesOf(design.winding.sense, design.supply.plusTail).tip === 'N';
  let path = '';
  for (const layer of winding.layers) {
    const step = layer.turns > 1 ? (layer.to - layer.from) / (layer.turns - 1) : 0;
    const x = at.axisX - layer.radius * at.scale;
    for (let i = 0; i < layer.turns; i++) {
      const y = at.y(layer.from + i * step);
      if (y < -20 || y > BOX.height + 20) continue;
      path += away
        ? `M${x - 2.4} ${y - 2.4}l4.8 4.8M${x + 2.4} ${y - 2.4}l-4.8 4.8`
        : `M${x - 0.9} ${y}a0.9 0.9 0 1 0 1.8 0a0.9 0.9 0 1 0 -1.8 0`;
    }
  }
  group
    .append('path')
    .attr('d', path)
    .attr('fill', 'none')
    .attr('stroke', 'var(--nab-sheet)')
    .attr('stroke-width', 1.4);
}
