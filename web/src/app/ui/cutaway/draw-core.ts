import { barOf, polesOf } from '@nab/core/physics';
import { faceHeight, type MagnetDesign } from '@nab/core/experiments';
import { letterSize, type Group, type Layout } from './layout';

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
  const bar = barOf(pair, core.diameter / 2);
  const path = bar
    ? `M${at.axisX - apart - half} ${top - bar.thickness * at.scale}H${at.axisX + apart + half}V${top}H${at.axisX - apart - half}Z`
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
      .style('font-size', letterSize(size))
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

/** A ruler along the core, in millimetres. */
export function drawRuler(group: Group, design: MagnetDesign, at: Layout): void {
  const x = 46;
  const length = design.core.length;
  const step = length > 0.2 ? 0.02 : length > 0.06 ? 0.01 : 0.005;
  let last = 0;
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
    last = z;
    group
      .append('text')
      .attr('x', x - 6)
      .attr('y', at.y(z) + 4)
      .attr('text-anchor', 'end')
      .style('font-size', letterSize(12))
      .attr('fill', 'var(--nab-ink-soft)')
      .text(Math.round(z * 1000));
  }
  group
    .append('text')
    .attr('x', x - 6)
    .attr('y', at.y(last) + 4)
    .attr('dy', '1.3em')
    .attr('text-anchor', 'end')
    .style('font-size', letterSize(12))
    .attr('fill', 'var(--nab-ink-soft)')
    .text('mm');
}
