import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import { formatNumber } from '@nab/core/quantities';
import { ChartHandle, type ChartPlace, type TrialPlaces } from '../../ui/charts';

/** A line by eye: its height at the lowest and at the highest level, in the axes' units. */
export interface OwnLine {
  readonly low: number;
  readonly high: number;
}

/** A pupils' own line with the triangle that its slope is read from; both ends are dragged. */
@Component({
  // eslint-disable-next-line @angular-eslint/component-selector -- an element of SVG
  selector: 'g[nabOwnLine]',
  imports: [ChartHandle],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    .side {
      stroke: var(--nab-copper);
      stroke-dasharray: 3 4;
      fill: none;
    }
    text {
      fill: var(--nab-copper);
      font-size: 14px;
      font-weight: 650;
      paint-order: stroke;
      stroke: var(--nab-sheet);
      stroke-width: 4px;
    }
  `,
  template: `
    <svg:path class="side" [attr.d]="triangle()" />
    <svg:line
      [attr.x1]="low().x"
      [attr.y1]="low().y"
      [attr.x2]="high().x"
      [attr.y2]="high().y"
      stroke="var(--nab-copper)"
      stroke-width="3"
    />
    <svg:text [attr.x]="(low().x + high().x) / 2" [attr.y]="low().y + 18" text-anchor="middle">
      run {{ run() }}
    </svg:text>
    <svg:text [attr.x]="high().x - 10" [attr.y]="(low().y + high().y) / 2" text-anchor="end">
      rise {{ rise() }}
    </svg:text>
    <svg:g
      nabChartHandle
      along="up"
      label="Your line at the lowest level"
      [at]="low()"
      [value]="line().low"
      [text]="textOf(line().low)"
      (put)="move('low', $event)"
      (step)="nudge('low', $event)"
    />
    <svg:g
      nabChartHandle
      along="up"
      label="Your line at the highest level"
      [at]="high()"
      [value]="line().high"
      [text]="textOf(line().high)"
      (put)="move('high', $event)"
      (step)="nudge('high', $event)"
    />
  `,
})
export class OwnLineHands {
  readonly places = input.required<TrialPlaces>();
  /** Lowest and highest level, in the axis' unit. */
  readonly ends = input.required<readonly [number, number]>();
  readonly line = model.required<OwnLine>();

  protected readonly low = computed(() => this.placeOf(this.ends()[0], this.line().low));
  protected readonly high = computed(() => this.placeOf(this.ends()[1], this.line().high));
  protected readonly triangle = computed(
    () => `M${this.low().x} ${this.low().y}H${this.high().x}V${this.high().y}`,
  );
  protected readonly run = computed(() => formatNumber(this.ends()[1] - this.ends()[0]));
  protected readonly rise = computed(() => formatNumber(this.line().high - this.line().low));

  protected textOf(value: number): string {
    return formatNumber(value);
  }

  protected move(end: 'low' | 'high', { y }: ChartPlace): void {
    this.set(end, this.places().up.invert(y));
  }

  /** A hundredth of the axis a step. */
  protected nudge(end: 'low' | 'high', steps: number): void {
    const [bottom, top] = this.places().up.domain() as [number, number];
    this.set(end, this.line()[end] + (steps * (top - bottom)) / 100);
  }

  private set(end: 'low' | 'high', value: number): void {
    this.line.set({ ...this.line(), [end]: Math.min(this.places().most, Math.max(0, value)) });
  }

  private placeOf(x: number, y: number): ChartPlace {
    return { x: this.places().across.at(x), y: this.places().up(y) };
  }
}
