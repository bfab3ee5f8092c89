import { CELL_SIZES, isSingleCell } from '@nab/core/physics';
import type { Evaluation, MagnetDesign } from '@nab/core/experiments';
import { letterSize, BOX, CELL, supplyBox, type Group, type Layout } from './layout';

/** The cells at their place next to the magnet, and the leads from both tails to them. */
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
          .style('font-size', letterSize(14))
          .attr('fill', 'var(--nab-ink)')
          .text('+');
      }
    }
  // The first line stands over the second, however large the letters are.
  const note = (text: string, row: 0 | 1): void => {
    group
      .append('text')
      .attr('x', BOX.width - 24)
      .attr('y', y0 - 38)
      .attr('dy', row === 0 ? '-1.2em' : null)
      .attr('text-anchor', 'end')
      .style('font-size', letterSize(14))
      .attr('fill', 'var(--nab-ink)')
      .text(text);
  };
  note(`${source.emf.toFixed(2)} V, ${circuit.current.toFixed(2)} A`, 0);
  if (design.supply.bench) {
    note(circuit.limited ? 'at the limit set' : 'bench supply', 1);
    return;
  }
  // A block or a battery of several cells is no single cell.
  const one = isSingleCell(design.supply.size) ? '1 cell' : CELL_SIZES[design.supply.size];
  note(
    `${series > 1 ? `${series} in series` : one}${parallel > 1 ? `, ${parallel} in parallel` : ''}`,
    1,
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
      .style('font-size', letterSize(14))
      .attr('fill', 'var(--nab-ink)')
      .text(text);
  };
  line(`${supply.bench!.voltage} V`, y + height / 2 - 6);
  line(`${supply.bench!.currentLimit} A`, y + height / 2 + 16);
}
