import { line, type Selection } from 'd3';
import { polesOf, type Band, type Evaluation, type MagnetDesign } from '@nab/core';
import { BOX, type Layout } from './layout';

export type Group = Selection<SVGGElement, unknown, null, undefined>;

/** Core with head, hatched as a cut section; a pipe shows its bore. */
export function drawCore(group: Group, design: MagnetDesign, at: Layout, hatch: string): void {
  const { core } = design;
  const half = (core.diameter / 2) * at.scale;
  const top = at.y(0);
  const bottom = at.y(core.length);
  const piece = (x0: number, x1: number, y0: number, y1: number): void => {
    for (const fill of ['var(--nab-sheet)', `url(#${hatch})`]) {
      group
        .append('rect')
        .attr('x', x0)
        .attr('width', x1 - x0)
        .attr('y', y0)
        .attr('height', y1 - y0)
        .attr('fill', fill)
        .attr('stroke', 'var(--nab-steel)')
        .attr('stroke-width', 1.5);
    }
  };
  if (core.shape === 'pipe') {
    const bore = (core.bore / 2) * at.scale;
    piece(at.axisX - half, at.axisX - bore, top, bottom);
    piece(at.axisX + bore, at.axisX + half, top, bottom);
  } else {
    piece(at.axisX - half, at.axisX + half, top, bottom);
  }
  if (core.head && core.shape === 'bolt') {
    const headHalf = (core.head.diameter / 2) * at.scale;
    piece(at.axisX - headHalf, at.axisX + headHalf, at.y(-core.head.height), top);
  }
}

/** N and S on the ends of the core, as winding sense and battery make them. */
export function drawPoles(group: Group, design: MagnetDesign, at: Layout): void {
  const poles = polesOf(design.winding.sense, design.supply.plusTail);
  const size = Math.max(14, Math.min(22, design.core.diameter * at.scale * 0.9));
  const letter = (text: string, y: number): void => {
    group
      .append('text')
      .attr('x', at.axisX)
      .attr('y', y)
      .attr('text-anchor', 'middle')
      .attr('dominant-baseline', 'middle')
      .attr('font-size', size)
      .attr('font-weight', 750)
      .attr('fill', 'var(--nab-ink)')
      .attr('stroke', 'var(--nab-sheet)')
      .attr('stroke-width', 5)
      .attr('paint-order', 'stroke')
      .text(text);
  };
  letter(poles.rear, at.y(0) + size * 0.75);
  letter(poles.tip, at.y(design.core.length) - size * 0.75);
}

/** Every turn in its place, on both sides of the cut; one path a layer. */
export function drawTurns(
  group: Group,
  { winding, wire }: Evaluation,
  design: MagnetDesign,
  at: Layout,
): void {
  const radius = (wire.height / 2) * at.scale * 0.94;
  for (const layer of winding.layers) {
    const step = layer.turns > 1 ? (layer.to - layer.from) / (layer.turns - 1) : 0;
    let path = '';
    for (let i = 0; i < layer.turns; i++) {
      const y = at.y(layer.from + i * step);
      for (const side of [-1, 1]) {
        const x = at.axisX + side * layer.radius * at.scale;
        path += `M${(x - radius).toFixed(2)} ${y.toFixed(2)}a${radius.toFixed(2)} ${radius.toFixed(2)} 0 1 0 ${(2 * radius).toFixed(2)} 0a${radius.toFixed(2)} ${radius.toFixed(2)} 0 1 0 ${(-2 * radius).toFixed(2)} 0`;
      }
    }
    group.append('path').attr('d', path).attr('fill', 'var(--nab-copper)');
  }
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

/** What hangs at the ends that lift, with the outlines of its band. */
export function drawHeaps(
  group: Group,
  { heap, rearHeap, liftedCount }: Evaluation,
  band: Band,
  at: Layout,
  fill: string,
): void {
  if (!(liftedCount > 0.05)) return;
  // The rear heap's heights are counted backward from the rear end.
  const heaps = [{ heap, forward: 1 }, ...(rearHeap ? [{ heap: rearHeap, forward: -1 }] : [])];
  for (const { heap: one, forward } of heaps) {
    const outline = (count: number): string => {
      const swell = Math.cbrt(count / liftedCount);
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

/** A ruler along the core, in millimetres. */
export function drawRuler(group: Group, design: MagnetDesign, at: Layout): void {
  const x = 46;
  const length = design.core.length;
  const step = length > 0.2 ? 0.02 : length > 0.06 ? 0.01 : 0.005;
  group
    .append('line')
    .attr('x1', x)
    .attr('x2', x)
    .attr('y1', at.y(0))
    .attr('y2', at.y(length))
    .attr('stroke', 'var(--nab-steel)');
  for (let z = 0; z <= length + 1e-9; z += step / 2) {
    const major = Math.abs(z / step - Math.round(z / step)) < 1e-6;
    group
      .append('line')
      .attr('x1', x)
      .attr('x2', x + (major ? 12 : 6))
      .attr('y1', at.y(z))
      .attr('y2', at.y(z))
      .attr('stroke', 'var(--nab-steel)');
    if (!major) continue;
    group
      .append('text')
      .attr('x', x - 6)
      .attr('y', at.y(z) + 4)
      .attr('text-anchor', 'end')
      .attr('font-size', 12)
      .attr('fill', 'var(--nab-ink-soft)')
      .text(Math.round(z * 1000));
  }
  group
    .append('text')
    .attr('x', x - 6)
    .attr('y', at.y(0) - 12)
    .attr('text-anchor', 'end')
    .attr('font-size', 12)
    .attr('fill', 'var(--nab-ink-soft)')
    .text('mm');
}

const CELL = { width: 22, height: 46, gap: 8 } as const;
const MOST_DRAWN = { series: 6, parallel: 4 } as const;

/** The cells at their place beside the magnet, and the leads from both tails to them. */
export function drawSupply(
  group: Group,
  design: MagnetDesign,
  { winding, circuit, source }: Evaluation,
  at: Layout,
): void {
  const { series, parallel } = design.supply;
  const rows = Math.min(series, MOST_DRAWN.series);
  const columns = Math.min(parallel, MOST_DRAWN.parallel);
  const width = columns * (CELL.width + CELL.gap) - CELL.gap;
  const x0 = BOX.width - 28 - width;
  const y0 = 96;
  const y1 = y0 + rows * CELL.height;

  const first = winding.layers[0]!;
  const last = winding.layers[winding.layers.length - 1]!;
  const side = (radius: number): number => at.axisX + radius * at.scale + 2;
  const ends = [
    { x: side(first.radius), y: at.y(first.from) },
    { x: side(last.radius), y: at.y(last.to) },
  ].sort((p, q) => p.y - q.y);
  const middle = x0 + width / 2;
  const lead = (end: { x: number; y: number }, y: number, out: number): void => {
    group
      .append('path')
      .attr(
        'd',
        `M${end.x} ${end.y}C${end.x + 60} ${end.y} ${out} ${end.y} ${out} ${(end.y + y) / 2}S${out} ${y} ${middle} ${y}`,
      )
      .attr('fill', 'none')
      .attr('stroke', 'var(--nab-copper)')
      .attr('stroke-width', 2);
  };
  lead(ends[0]!, y0 - 12, x0 - 34);
  lead(ends[1]!, y1 + 12, x0 - 18);
  for (let c = 0; c < columns; c++) {
    const x = x0 + c * (CELL.width + CELL.gap);
    group
      .append('path')
      .attr(
        'd',
        `M${middle} ${y0 - 12}H${x + CELL.width / 2}V${y0}M${x + CELL.width / 2} ${y1}V${y1 + 12}H${middle}`,
      )
      .attr('fill', 'none')
      .attr('stroke', 'var(--nab-copper)')
      .attr('stroke-width', 2);
    for (let r = 0; r < rows; r++) {
      const y = y0 + r * CELL.height;
      group
        .append('rect')
        .attr('x', x + 7)
        .attr('y', y)
        .attr('width', CELL.width - 14)
        .attr('height', 5)
        .attr('fill', 'var(--nab-steel)');
      group
        .append('rect')
        .attr('x', x)
        .attr('y', y + 5)
        .attr('width', CELL.width)
        .attr('height', CELL.height - 7)
        .attr('rx', 3)
        .attr('fill', 'var(--nab-sheet)')
        .attr('stroke', 'var(--nab-ink)')
        .attr('stroke-width', 1.5);
      group
        .append('text')
        .attr('x', x + CELL.width / 2)
        .attr('y', y + 22)
        .attr('text-anchor', 'middle')
        .attr('font-size', 14)
        .attr('fill', 'var(--nab-ink)')
        .text('+');
    }
  }
  const note = (text: string, y: number): void => {
    group
      .append('text')
      .attr('x', BOX.width - 24)
      .attr('y', y)
      .attr('text-anchor', 'end')
      .attr('font-size', 14)
      .attr('fill', 'var(--nab-ink)')
      .text(text);
  };
  note(`${source.emf.toFixed(2)} V, ${circuit.current.toFixed(2)} A`, y0 - 58);
  note(
    `${series > 1 ? `${series} in series` : '1 cell'}${parallel > 1 ? `, ${parallel} beside` : ''}`,
    y0 - 38,
  );
}

const LENS = { radius: 52, x: 122 } as const;
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
  const first = winding.layers[0]!;
  const z = (first.from + first.to) / 2;
  const focus = {
    x: at.axisX - ((design.core.diameter / 2 + winding.outerRadius) / 2) * at.scale,
    y: at.y(z),
  };
  const enlarged = LENS_WIRE / wireOverall;
  const magnified: Layout = {
    scale: enlarged,
    axisX: LENS.x + ((design.core.diameter / 2 + winding.outerRadius) / 2) * enlarged,
    y: (position) => focus.y + (position - z) * enlarged,
    z: (y) => z + (y - focus.y) / enlarged,
  };
  group
    .append('line')
    .attr('x1', focus.x)
    .attr('x2', LENS.x + LENS.radius)
    .attr('y1', focus.y)
    .attr('y2', focus.y)
    .attr('stroke', 'var(--nab-ink-soft)');
  const circle = (parent: Group | Selection<SVGClipPathElement, unknown, null, undefined>) =>
    parent.append('circle').attr('cx', LENS.x).attr('cy', focus.y).attr('r', LENS.radius);
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
    .attr('x', LENS.x)
    .attr('y', focus.y + LENS.radius + 16)
    .attr('text-anchor', 'middle')
    .attr('font-size', 12)
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
