import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { area, line, scaleLinear } from 'd3';

export interface AxisPoint {
  /** From the middle of the coil, m. */
  readonly z: number;
  /** T. */
  readonly field: number;
}

const BOX = { width: 900, height: 220, left: 60, right: 20, top: 14, bottom: 40 };

/** Flux density along the axis of a coil, the coil itself drawn below the curve. */
@Component({
  selector: 'nab-axis-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: './chart.less',
  template: `
    @let d = drawing();
    <svg
      viewBox="0 0 900 220"
      role="img"
      aria-label="Field along the axis; the numbers are in the table below"
    >
      @for (tick of d.x; track tick.text) {
        <line [attr.x1]="tick.at" [attr.x2]="tick.at" y1="14" y2="180" stroke="var(--nab-grid)" />
        <text [attr.x]="tick.at" y="198" text-anchor="middle">{{ tick.text }}</text>
      }
      @for (tick of d.y; track tick.text) {
        <line x1="60" x2="880" [attr.y1]="tick.at" [attr.y2]="tick.at" stroke="var(--nab-grid)" />
        <text x="52" [attr.y]="tick.at + 5" text-anchor="end">{{ tick.text }}</text>
      }
      <rect
        [attr.x]="d.coil.from"
        [attr.width]="d.coil.to - d.coil.from"
        y="172"
        height="8"
        fill="var(--nab-copper)"
      />
      <path [attr.d]="d.area" fill="var(--nab-copper)" opacity="0.12" />
      <path [attr.d]="d.line" fill="none" stroke="var(--nab-copper)" stroke-width="2" />
      <text x="880" y="214" text-anchor="end">from the middle of the coil, mm</text>
      <text x="60" y="214">field on the axis, mT</text>
    </svg>
    <details>
      <summary>Field along the axis as a table</summary>
      <table class="nab-table">
        <thead>
          <tr>
            <th scope="col" class="num">From the middle, mm</th>
            <th scope="col" class="num">Field, mT</th>
          </tr>
        </thead>
        <tbody>
          @for (row of d.rows; track row.z) {
            <tr>
              <td class="num">{{ row.z }}</td>
              <td class="num">{{ row.field }}</td>
            </tr>
          }
        </tbody>
      </table>
    </details>
  `,
})
export class AxisChart {
  readonly points = input.required<readonly AxisPoint[]>();
  /** Half the length of the coil, m. */
  readonly half = input.required<number>();

  protected readonly drawing = computed(() => {
    const points = this.points();
    const x = scaleLinear(
      [points[0]!.z, points[points.length - 1]!.z],
      [BOX.left, BOX.width - BOX.right],
    );
    const most = Math.max(...points.map(({ field }) => field), 1e-9);
    const y = scaleLinear([0, most * 1.1], [BOX.height - BOX.bottom, BOX.top]);
    const curve = line<AxisPoint>(
      (p) => x(p.z),
      (p) => y(p.field),
    );
    return {
      line: curve(points),
      area: area<AxisPoint>(
        (p) => x(p.z),
        y(0),
        (p) => y(p.field),
      )(points),
      coil: { from: x(-this.half()), to: x(this.half()) },
      x: x.ticks(8).map((z) => ({ at: x(z), text: String(Math.round(z * 1e4) / 10) })),
      y: y.ticks(4).map((b) => ({ at: y(b), text: String(Math.round(b * 1e6) / 1e3) })),
      rows: points
        .filter((_, i) => i % 10 === 0)
        .map((p) => ({ z: (p.z * 1000).toFixed(0), field: (p.field * 1000).toPrecision(3) })),
    };
  });
}
