import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { scaleLinear, scaleLog } from 'd3-scale';
import { area, line } from 'd3-shape';
import type { SweepPoint } from '@nab/core/experiments';

const WIDTH = 150;
const HEIGHT = 34;

/** The predicted count over a range of one quantity, with the present value and the danger zones. */
@Component({
  selector: 'nab-sparkline',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: block;
    }
    svg {
      display: block;
      width: 100%;
      height: 34px;
    }
  `,
  template: `
    @if (drawing(); as d) {
      <svg viewBox="0 0 150 34" preserveAspectRatio="none" role="img" [attr.aria-label]="label()">
        @for (zone of d.zones; track zone.x) {
          <rect
            [attr.x]="zone.x"
            y="0"
            [attr.width]="zone.width"
            height="34"
            [attr.fill]="zoneColour[zone.danger]"
          />
        }
        <path [attr.d]="d.area" fill="var(--nab-copper)" opacity="0.12" />
        <path
          [attr.d]="d.line"
          fill="none"
          stroke="var(--nab-copper)"
          stroke-width="1.5"
          vector-effect="non-scaling-stroke"
        />
        <line
          [attr.x1]="d.x"
          [attr.x2]="d.x"
          y1="0"
          y2="34"
          stroke="var(--nab-ink)"
          stroke-width="1.5"
          vector-effect="non-scaling-stroke"
        />
      </svg>
    }
  `,
})
export class Sparkline {
  readonly points = input.required<readonly SweepPoint[]>();
  readonly present = input.required<number>();
  /** What is varied, for those who cannot see the line. */
  readonly what = input.required<string>();

  /** Red too hot, amber the core is full, grey no room. */
  protected readonly zoneColour = {
    heat: 'var(--nab-enamel-wash)',
    saturation: 'var(--nab-amber-wash)',
    room: 'var(--nab-grid)',
  } as const;

  protected readonly drawing = computed(() => {
    const points = this.points();
    if (points.length < 2) return null;
    const x = scaleLog([points[0]!.value, points[points.length - 1]!.value], [0, WIDTH]).clamp(
      true,
    );
    const wound = points.filter((p) => p.count !== null) as { value: number; count: number }[];
    const y = scaleLinear([0, Math.max(1, ...wound.map((p) => p.count))], [HEIGHT - 1, 3]);
    const between = (i: number): number =>
      Math.sqrt(points[Math.max(0, i)]!.value * points[Math.min(points.length - 1, i + 1)]!.value);
    const zones = points.flatMap((point, i) => {
      if (point.danger === null) return [];
      const left = x(i === 0 ? point.value : between(i - 1));
      const right = x(between(i));
      return [{ x: left, width: Math.max(0.5, right - left), danger: point.danger }];
    });
    return {
      zones,
      line: line<{ value: number; count: number }>(
        (p) => x(p.value),
        (p) => y(p.count),
      )(wound),
      area: area<{ value: number; count: number }>(
        (p) => x(p.value),
        HEIGHT,
        (p) => y(p.count),
      )(wound),
      x: x(this.present()),
    };
  });

  protected readonly label = computed(() => {
    const wound = this.points().filter((p) => p.count !== null);
    const best = wound.reduce(
      (p, q) => ((q.count ?? 0) > (p.count ?? 0) && q.danger === null ? q : p),
      wound[0] ?? { value: 0, count: 0, danger: null },
    );
    const hot = this.points().some((p) => p.danger === 'heat');
    const full = this.points().some((p) => p.danger === 'saturation');
    return `Predicted count against ${this.what()}: most at ${best.value.toPrecision(2)}${hot ? '; red where it is too hot for a trial' : ''}${full ? '; amber where the core is nearly full' : ''}`;
  });
}
