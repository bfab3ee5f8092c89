import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import { formatNumber } from '@nab/core/quantities';
import { ChartHandle, type ChartPlace, type TrialPlaces } from '../../ui/charts';

/** What a curve says at a place, with the interval of a further reading; in the axes' units. */
export interface ReadOff {
  readonly value: number;
  readonly low: number;
  readonly high: number;
}

/** A line that is dragged across the chart to read between the points. */
@Component({
  // eslint-disable-next-line @angular-eslint/component-selector -- an element of SVG
  selector: 'g[nabReadingLine]',
  imports: [ChartHandle],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg:line
      [attr.x1]="x()"
      [attr.x2]="x()"
      [attr.y1]="places().top"
      [attr.y2]="places().bottom"
      stroke="var(--nab-copper)"
      stroke-width="1.5"
      stroke-dasharray="6 4"
    />
    @for (read of found(); track $index) {
      <svg:path
        fill="none"
        stroke="var(--nab-copper)"
        stroke-width="3"
        [attr.d]="
          'M' +
          (x() - 7) +
          ' ' +
          up(read.low) +
          'h14M' +
          x() +
          ' ' +
          up(read.low) +
          'V' +
          up(read.high) +
          'M' +
          (x() - 7) +
          ' ' +
          up(read.high) +
          'h14'
        "
      />
      <svg:circle
        r="5"
        fill="var(--nab-sheet)"
        stroke="var(--nab-copper)"
        stroke-width="2.5"
        [attr.cx]="x()"
        [attr.cy]="up(read.value)"
      />
    }
    <svg:g
      nabChartHandle
      along="across"
      label="Read at"
      [at]="foot()"
      [value]="at()"
      [text]="text()"
      (put)="put($event)"
      (step)="at.set(clamped(at() + $event * step()))"
    />
  `,
})
export class ReadingLine {
  readonly places = input.required<TrialPlaces>();
  /** What one key press moves it. */
  readonly step = input.required<number>();
  /** What each line says there. */
  readonly found = input.required<readonly ReadOff[]>();
  readonly at = model.required<number>();

  protected readonly x = computed(() => this.places().across.at(this.at()));
  protected readonly foot = computed((): ChartPlace => ({ x: this.x(), y: this.places().bottom }));
  protected readonly text = computed(() => {
    const n = (value: number): string => formatNumber(value);
    const said = this.found().map(
      ({ value, low, high }) => `${n(value)}, a further reading from ${n(low)} to ${n(high)}`,
    );
    return said.length === 0 ? n(this.at()) : `${n(this.at())}: ${said.join('; ')}`;
  });

  protected up(value: number): number {
    return this.places().up(value);
  }

  protected put({ x }: ChartPlace): void {
    const value = this.places().across.invert(x);
    this.at.set(this.clamped(Math.round(value / this.step()) * this.step()));
  }

  /** Within the plot, a little beyond the levels. */
  protected clamped(value: number): number {
    const { across, left, right } = this.places();
    const [least, most] = [Math.max(0, across.invert(left)), across.invert(right)];
    return Number(Math.min(most, Math.max(least, value)).toPrecision(6));
  }
}
