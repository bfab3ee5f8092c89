import { line, type Selection } from 'd3';
import { faceHeight, polesOf, type Band, type Evaluation, type MagnetDesign } from '@nab/core';
import { BOX, CELL, supplyBox, type Layout } from './layout';

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
  if (core.shape === 'none') {
    // Only the outline of the former: nothing is inside the coil.
    group
      .append('rect')
      .attr('x', at.axisX - half)
      .attr('width', 2 * half)
      .attr('y', top)
      .attr('height', bottom - top)
      .attr('fill', 'none')
      .attr('stroke', 'var(--nab-steel)')
      .attr('stroke-dasharray', '4 4');
  } else if (core.shape === 'pipe') {
    const bore = (core.bore / 2) * at.scale;
    piece(at.axisX - half, at.axisX - bore, top, bottom);
    piece(at.axisX + bore, at.axisX + half, top, bottom);
  } else {
    piece(at.axisX - half, at.axisX + half, top, bottom);
  }
  if (core.head && !(design.pair && design.pair.yoke !== 'none' && core.headAt !== 'tip')) {
    const headHalf = (core.head.diameter / 2) * at.scale;
    const [from, to] =
      core.headAt === 'tip'
        ? [bottom, at.y(core.length + core.head.height)]
        : [at.y(-core.head.height), top];
    piece(at.axisX - headHalf, at.axisX + headHalf, from, to);
  }
  if (core.thread) drawThread(group, half, top, bottom, core.thread * at.scale, at.axisX);
}

/** The teeth of a thread along both sides of the shank, where they are large enough to see. */
function drawThread(
  group: Group,
  half: number,
  top: number,
  bottom: number,
  pitch: number,
  x: number,
): void {
  if (pitch < 2.5) return;
  let path = '';
  for (const side of [-1, 1]) {
    for (let y = top; y + pitch <= bottom; y += pitch) {
      path += `M${x + side * half} ${y}l${-side * 0.6 * pitch} ${pitch / 2}l${side * 0.6 * pitch} ${pitch / 2}`;
    }
  }
  group
    .append('path')
    .attr('d', path)
    .attr('fill', 'none')
    .attr('stroke', 'var(--nab-steel)')
    .attr('stroke-width', 1);
}

/** The yoke across the upper ends of two cores: a bar on top, or the bend of one piece. */
export function drawYoke(group: Group, design: MagnetDesign, at: Layout, hatch: string): void {
  const { pair, core } = design;
  if (!pair || pair.yoke === 'none') return;
  const half = (core.diameter / 2) * at.scale;
  const apart = (pair.spacing / 2) * at.scale;
  const top = at.y(0);
  const path =
    pair.yoke === 'bar'
      ? `M${at.axisX - apart - half} ${top - 2 * half}H${at.axisX + apart + half}V${top}H${at.axisX - apart - half}Z`
      : `M${at.axisX - apart - half} ${top}a${apart + half} ${2 * half} 0 0 1 ${2 * (apart + half)} 0h${-2 * half}a${apart - half} ${half} 0 0 0 ${-2 * (apart - half)} 0Z`;
  for (const fill of ['var(--nab-sheet)', `url(#${hatch})`]) {
    group
      .append('path')
      .attr('d', path)
      .attr('fill', fill)
      .attr('stroke', 'var(--nab-steel)')
      .attr('stroke-width', 1.5);
  }
}

/** N and S on the ends of the core, as winding sense and battery make them. */
export function drawPoles(group: Group, design: MagnetDesign, at: Layout, reversed = false): void {
  const asWound = polesOf(design.winding.sense, design.supply.plusTail);
  const poles = reversed ? { tip: asWound.rear, rear: asWound.tip } : asWound;
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
  if (!design.pair || design.pair.yoke === 'none') letter(poles.rear, at.y(0) + size * 0.75);
  letter(poles.tip, at.y(faceHeight(design.core)) - size * 0.75);
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

/** The cells at their place beside the magnet, and the leads from both tails to them. */
export function drawSupply(
  group: Group,
  design: MagnetDesign,
  { winding, circuit, source }: Evaluation,
  at: Layout,
): void {
  const { series, parallel } = design.supply;
  const { rows, columns, width, x: x0, y: y0, height } = supplyBox(design);
  const y1 = y0 + height;

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
  if (design.supply.bench) drawBenchSupply(group, design, x0, y0, width, height);
  else
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
  if (design.supply.bench) {
    note(circuit.limited ? 'at the limit set' : 'bench supply', y0 - 38);
    return;
  }
  note(
    `${series > 1 ? `${series} in series` : '1 cell'}${parallel > 1 ? `, ${parallel} beside` : ''}`,
    y0 - 38,
  );
}

/** A laboratory supply: a box with what it is set to. */
function drawBenchSupply(
  group: Group,
  { supply }: MagnetDesign,
  x: number,
  y: number,
  width: number,
  height: number,
): void {
  group
    .append('rect')
    .attr('x', x)
    .attr('y', y - 12)
    .attr('width', width)
    .attr('height', height + 24)
    .attr('rx', 3)
    .attr('fill', 'var(--nab-sheet)')
    .attr('stroke', 'var(--nab-ink)')
    .attr('stroke-width', 1.5);
  const line = (text: string, at: number): void => {
    group
      .append('text')
      .attr('x', x + width / 2)
      .attr('y', at)
      .attr('text-anchor', 'middle')
      .attr('font-size', 14)
      .attr('fill', 'var(--nab-ink)')
      .text(text);
  };
  line(`${supply.bench!.voltage} V`, y + height / 2 - 6);
  line(`${supply.bench!.currentLimit} A`, y + height / 2 + 16);
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
