import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  type ElementRef,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { drawLayers } from '../drawing';
import { CollapsibleSection } from '../fields';
import type { ChartAxes } from './axes';
import { ChartNumbers, type ChartTable } from './chart-numbers';
import { drawFrame } from './draw-frame';
import type { ChartBox } from './scales';

/**
 * The frame of every chart: squared paper, axes with their labels, and the numbers as a table under
 * it. What the chart shows is put between its tags, as elements of SVG.
 */
@Component({
  selector: 'nab-chart',
  imports: [ChartNumbers, CollapsibleSection],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'nab-chart' },
  template: `
    <svg
      [attr.viewBox]="'0 0 ' + box().width + ' ' + box().height"
      [attr.role]="pointsAnswer() ? 'group' : 'img'"
      [attr.aria-label]="label()"
    >
      <g #frame></g>
      <ng-content />
    </svg>
    @if (table(); as t) {
      <nab-collapsible-section [heading]="t.caption" (openChange)="opened.set(true)">
        @defer (when opened()) {
          <nab-chart-numbers [table]="t" />
        }
      </nab-collapsible-section>
    }
  `,
})
export class Chart {
  readonly box = input.required<ChartBox>();
  readonly axes = input.required<ChartAxes>();
  readonly label = input.required<string>();
  /** Whether what it shows can be reached and pressed. */
  readonly pointsAnswer = input(false);
  readonly table = input<ChartTable | null>(null);
  /** The table is fetched when it is opened first. */
  protected readonly opened = signal(false);
  private readonly frame = viewChild.required<ElementRef<SVGGElement>>('frame');

  constructor() {
    afterRenderEffect(() => {
      const [box, axes] = [this.box(), this.axes()];
      drawLayers(this.frame().nativeElement, [
        { name: 'frame', madeFrom: [box, axes], paint: (g) => drawFrame(g, box, axes) },
      ]);
    });
  }
}
