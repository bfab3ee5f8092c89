import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  type ElementRef,
  input,
  viewChild,
} from '@angular/core';
import { axisLeft, scaleBand, scaleLinear, select } from 'd3';
import type { Band } from '@nab/core';

export interface StripLevel {
  readonly turns: number;
  readonly count: number;
  readonly band: Band;
}

const WIDTH = 760;
const HEIGHT = 220;
const MARGIN = { top: 14, right: 84, bottom: 40, left: 52 };

/** What every level is predicted to lift, with its band, on one squared strip. */
@Component({
  selector: 'nab-level-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: block;
    }
    svg {
      display: block;
      width: 100%;
      height: auto;
    }
  `,
  template: `<svg #drawing viewBox="0 0 760 220" role="img" [attr.aria-label]="label()"></svg>`,
})
export class LevelStrip {
  readonly levels = input.required<readonly StripLevel[]>();
  readonly traySize = input.required<number>();
  readonly objects = input.required<string>();
  private readonly drawing = viewChild.required<ElementRef<SVGSVGElement>>('drawing');

  protected label(): string {
    const parts = this.levels().map(
      ({ turns, count, band }) =>
        `${turns} turns about ${count.toFixed(0)}, from ${band.low.toFixed(0)} to ${band.high.toFixed(0)}`,
    );
    return `Predicted ${this.objects()} lifted: ${parts.join('; ')}. Tray holds ${this.traySize()}.`;
  }

  constructor() {
    afterRenderEffect(() => this.draw());
  }

  private draw(): void {
    const levels = this.levels();
    const tray = this.traySize();
    const top = Math.max(4, ...levels.map(({ band }) => band.high));
    const showTray = tray <= top * 1.6;
    const x = scaleBand(
      levels.map((_, i) => String(i)),
      [MARGIN.left, WIDTH - MARGIN.right],
    ).padding(0.35);
    const y = scaleLinear(
      [0, showTray ? Math.max(top, tray * 1.08) : top * 1.05],
      [HEIGHT - MARGIN.bottom, MARGIN.top],
    );
    const svg = select(this.drawing().nativeElement);
    svg.selectAll('*').remove();

    const ticks = y.ticks(5);
    svg
      .append('g')
      .selectAll('line')
      .data(ticks)
      .join('line')
      .attr('x1', MARGIN.left)
      .attr('x2', WIDTH - MARGIN.right)
      .attr('y1', y)
      .attr('y2', y)
      .attr('stroke', 'var(--nab-grid)');
    const axis = svg
      .append('g')
      .attr('transform', `translate(${MARGIN.left},0)`)
      .call(axisLeft(y).tickValues(ticks).tickSize(0).tickPadding(8));
    axis.select('.domain').remove();
    axis.selectAll('text').attr('fill', 'var(--nab-ink-soft)').attr('font-size', 13);
    svg
      .append('text')
      .attr('transform', `translate(14,${(HEIGHT - MARGIN.bottom + MARGIN.top) / 2}) rotate(-90)`)
      .attr('text-anchor', 'middle')
      .attr('font-size', 13)
      .attr('fill', 'var(--nab-ink-soft)')
      .text(`${this.objects()} lifted`);

    const cell = svg
      .append('g')
      .selectAll('g')
      .data(levels)
      .join('g')
      .attr('transform', (_, i) => `translate(${x(String(i))!},0)`);
    const width = x.bandwidth();
    cell
      .append('rect')
      .attr('width', width)
      .attr('y', ({ band }) => y(band.high))
      .attr('height', ({ band }) => Math.max(1, y(band.low) - y(band.high)))
      .attr('fill', 'var(--nab-live-wash)')
      .attr('stroke', 'var(--nab-copper)')
      .attr('stroke-dasharray', '3 3');
    cell
      .append('line')
      .attr('x2', width)
      .attr('y1', ({ count }) => y(count))
      .attr('y2', ({ count }) => y(count))
      .attr('stroke', 'var(--nab-copper)')
      .attr('stroke-width', 3);
    cell
      .append('text')
      .attr('x', width + 6)
      .attr('y', ({ count }) => y(count) + 5)
      .attr('font-size', 15)
      .attr('font-weight', 650)
      .attr('fill', 'var(--nab-ink)')
      .text(({ count }) => (count >= 3 ? count.toFixed(0) : count.toFixed(1)));
    cell
      .append('text')
      .attr('x', width / 2)
      .attr('y', HEIGHT - MARGIN.bottom + 20)
      .attr('text-anchor', 'middle')
      .attr('font-size', 14)
      .attr('fill', 'var(--nab-ink)')
      .text(({ turns }) => (Number.isFinite(turns) ? turns : '–'));
    svg
      .append('text')
      .attr('x', (MARGIN.left + WIDTH - MARGIN.right) / 2)
      .attr('y', HEIGHT - 4)
      .attr('text-anchor', 'middle')
      .attr('font-size', 13)
      .attr('fill', 'var(--nab-ink-soft)')
      .text('turns');
    svg
      .append('line')
      .attr('x1', MARGIN.left)
      .attr('x2', WIDTH - MARGIN.right)
      .attr('y1', y(0))
      .attr('y2', y(0))
      .attr('stroke', 'var(--nab-steel)');
    if (!showTray) return;
    svg
      .append('line')
      .attr('x1', MARGIN.left)
      .attr('x2', WIDTH - MARGIN.right)
      .attr('y1', y(tray))
      .attr('y2', y(tray))
      .attr('stroke', 'var(--nab-amber)')
      .attr('stroke-width', 2);
    svg
      .append('text')
      .attr('x', WIDTH - MARGIN.right + 6)
      .attr('y', y(tray) + 5)
      .attr('font-size', 13)
      .attr('fill', 'var(--nab-amber)')
      .text(`tray: ${tray}`);
  }
}
