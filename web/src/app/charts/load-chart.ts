import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { line, scaleLog } from 'd3';
import { CONTACT_GAPS, formatQuantity, type LoadHeld } from '@nab/core';
import { massText } from '../words';

const WIDTH = 520;
const HEIGHT = 150;
const LEFT = 58;
const BOTTOM = 28;

/** The load that a plate holds against the contact gap, both on logarithmic scales, with its table. */
@Component({
  selector: 'nab-load-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 6px;
    }
    svg {
      display: block;
      width: 100%;
      height: auto;
      background: var(--nab-sheet);
      border: 1px solid var(--nab-grid);
    }
    text {
      font-size: 12px;
      fill: var(--nab-ink-soft);
    }
  `,
  template: `
    @if (drawing(); as d) {
      <svg
        viewBox="0 0 520 150"
        role="img"
        aria-label="Load held against the contact gap; the numbers are in the table below"
      >
        @for (tick of d.x; track tick.text) {
          <line [attr.x1]="tick.at" [attr.x2]="tick.at" y1="10" y2="122" stroke="var(--nab-grid)" />
          <text [attr.x]="tick.at" y="138" text-anchor="middle">{{ tick.text }}</text>
        }
        @for (tick of d.y; track tick.text) {
          <line x1="58" x2="508" [attr.y1]="tick.at" [attr.y2]="tick.at" stroke="var(--nab-grid)" />
          <text x="52" [attr.y]="tick.at + 4" text-anchor="end">{{ tick.text }}</text>
        }
        <text x="508" y="149" text-anchor="end">contact gap, mm</text>
        <path [attr.d]="d.line" fill="none" stroke="var(--nab-copper)" stroke-width="2" />
        @for (point of d.points; track point.x) {
          <circle [attr.cx]="point.x" [attr.cy]="point.y" r="3.5" fill="var(--nab-copper)" />
        }
      </svg>
      <details>
        <summary>Load against gap as a table</summary>
        <table class="nab-table">
          <thead>
            <tr>
              <th scope="col">Between pole and plate</th>
              <th scope="col" class="num">Gap</th>
              <th scope="col" class="num">Pull</th>
              <th scope="col" class="num">Holds</th>
            </tr>
          </thead>
          <tbody>
            @for (row of d.rows; track row.gap) {
              <tr>
                <td>{{ row.what }}</td>
                <td class="num">{{ row.gap }}</td>
                <td class="num">{{ row.pull }}</td>
                <td class="num">{{ row.mass }}</td>
              </tr>
            }
          </tbody>
        </table>
      </details>
    }
  `,
})
export class LoadChart {
  readonly points = input.required<readonly LoadHeld[]>();

  protected readonly drawing = computed(() => {
    const points = this.points().filter(({ mass }) => mass > 0);
    if (points.length < 2) return null;
    const masses = points.map(({ mass }) => mass);
    const low = 10 ** Math.floor(Math.log10(Math.min(...masses)));
    const high = 10 ** Math.ceil(Math.log10(Math.max(...masses)));
    const x = scaleLog([points[0]!.gap, points[points.length - 1]!.gap], [LEFT + 12, WIDTH - 24]);
    const y = scaleLog([low, high], [HEIGHT - BOTTOM, 14]);
    const decades = Math.round(Math.log10(high / low));
    return {
      x: points.map(({ gap }) => ({ at: x(gap), text: String(gap * 1000) })),
      y: Array.from({ length: decades + 1 }, (_, i) => {
        const mass = low * 10 ** i;
        return { at: y(mass), text: massText(mass) };
      }),
      line: line<LoadHeld>(
        (p) => x(p.gap),
        (p) => y(p.mass),
      )(points),
      points: points.map((p) => ({ x: x(p.gap), y: y(p.mass) })),
      rows: points.map((p) => ({
        what: CONTACT_GAPS.find(({ gap }) => gap === p.gap)?.what ?? '',
        gap: formatQuantity(p.gap, 'length', 'mm'),
        pull: formatQuantity(p.force, 'force'),
        mass: massText(p.mass),
      })),
    };
  });
}
