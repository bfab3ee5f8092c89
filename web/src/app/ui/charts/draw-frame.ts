import type { LayerGroup } from '../drawing';
import type { ChartAxes } from './axes';
import type { ChartBox } from './scales';

const TICK = 5;
const LINE = 15;

/** Squared paper, both axes with what is written at them, and what they are. */
export function drawFrame(group: LayerGroup, box: ChartBox, { across, up }: ChartAxes): void {
  const { width, height, margin } = box;
  const [left, right, top, bottom] = [
    margin.left,
    width - margin.right,
    margin.top,
    height - margin.bottom,
  ];
  const rule = (stroke: string, x1: number, y1: number, x2: number, y2: number): void => {
    group
      .append('line')
      .attr('stroke', stroke)
      .attr('x1', x1)
      .attr('x2', x2)
      .attr('y1', y1)
      .attr('y2', y2);
  };
  for (const x of across.ruled) rule('var(--nab-grid)', x, top, x, bottom);
  for (const y of up.ruled) rule('var(--nab-grid)', left, y, right, y);
  rule('var(--nab-steel)', left, top, left, bottom);
  rule('var(--nab-steel)', left, bottom, right, bottom);

  for (const { at, text } of up.marks) {
    rule('var(--nab-steel)', left - TICK, at, left, at);
    write(group, { x: left - TICK - 3, y: at + 5, anchor: 'end', text });
  }
  for (const { at, text } of across.marks) {
    rule('var(--nab-steel)', at, bottom, at, bottom + TICK);
    write(group, { x: at, y: bottom + TICK + 13, anchor: 'middle', text, words: across.named });
  }
  caption(group, across.label, `translate(${(left + right) / 2},${height - 8})`);
  caption(group, up.label, `translate(16,${(top + bottom) / 2}) rotate(-90)`);
}

interface Writing {
  readonly x: number;
  readonly y: number;
  readonly anchor: 'middle' | 'end';
  readonly text: readonly string[];
  readonly words?: boolean;
}

function write(group: LayerGroup, { x, y, anchor, text, words = false }: Writing): void {
  const written = group
    .append('text')
    .attr('text-anchor', anchor)
    .attr('font-size', 14)
    .attr('font-family', words ? null : 'var(--nab-mono)')
    .attr('fill', 'var(--nab-ink-soft)');
  text.forEach((line, k) => {
    written
      .append('tspan')
      .attr('x', x)
      .attr('y', y + LINE * k)
      .text(line);
  });
}

function caption(group: LayerGroup, text: string, transform: string): void {
  group
    .append('text')
    .attr('transform', transform)
    .attr('text-anchor', 'middle')
    .attr('font-size', 14)
    .attr('fill', 'var(--nab-ink)')
    .text(text);
}
