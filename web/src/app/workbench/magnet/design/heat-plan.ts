import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { temperatureOver, timeToCool, type LumpedWinding } from '@nab/core/physics';
import { fittedBox, Chart, numberedAxis, type ChartBox } from '../../../ui/charts';
import { Notice } from '../../../ui/notices';
import { NumberField } from '../../../ui/fields';

const BOX: ChartBox = {
  width: 520,
  height: 170,
  margin: { top: 8, right: 8, bottom: 52, left: 88 },
};
const MOST_CYCLES = 60;

/** How warm the winding gets over the lesson: on for a trial, off to count, again and again. */
@Component({
  selector: 'nab-heat-plan',
  imports: [Chart, Notice, NumberField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
  `,
  template: `
    <div class="nab-fields">
      <nab-number label="On, seconds" [value]="on()" [least]="1" (valueChange)="on.set($event)" />
      <nab-number
        label="Off, seconds"
        [value]="off()"
        [step]="10"
        (valueChange)="off.set($event)"
      />
      <nab-number
        label="Trials in a row"
        [value]="cycles()"
        [least]="1"
        (valueChange)="chosen.set($event)"
      />
    </div>
    @if (plan(); as p) {
      <nab-chart [label]="p.sentence" [box]="box()" [axes]="p.axes">
        <svg:line
          [attr.x1]="box().margin.left"
          [attr.x2]="box().width - box().margin.right"
          [attr.y1]="p.limit"
          [attr.y2]="p.limit"
          stroke="var(--nab-enamel)"
          stroke-dasharray="6 4"
        />
        @if (p.corePath) {
          <svg:path
            [attr.d]="p.corePath"
            fill="none"
            stroke="var(--nab-steel)"
            stroke-width="1.5"
            stroke-dasharray="5 3"
          />
        }
        <svg:path [attr.d]="p.path" fill="none" stroke="var(--nab-copper)" stroke-width="1.8" />
      </nab-chart>
      <nab-notice [state]="p.hot ? 'caution' : 'rest'">{{ p.sentence }}</nab-notice>
    } @else {
      <p class="nab-error">Type whole seconds and trials.</p>
    }
  `,
})
export class HeatPlan {
  readonly lump = input.required<LumpedWinding>();
  /** Temperature beyond which the winding must not be touched, °C. */
  readonly limit = input.required<number>();
  /** Trials of one group at one magnet, to begin with. */
  readonly trials = input.required<number>();
  protected readonly box = fittedBox(BOX);
  protected readonly on = signal(5);
  protected readonly off = signal(60);
  protected readonly chosen = signal<number | null>(null);
  protected readonly cycles = computed(() => this.chosen() ?? this.trials());

  protected readonly plan = computed(() => {
    const box = this.box();
    const [on, off, cycles] = [this.on(), this.off(), this.cycles()];
    const sane = on > 0 && on <= 600 && off >= 0 && off <= 3600 && cycles >= 1;
    if (!sane || !Number.isInteger(cycles)) return null;
    const coil = this.lump();
    const points = temperatureOver(coil, { on, off, cycles: Math.min(cycles, MOST_CYCLES) });
    const limit = this.limit();
    const peak = Math.max(...points.map((p) => p.temperature));
    const corePeak = coil.core ? Math.max(...points.map((p) => p.coreTemperature)) : null;
    const end = points[points.length - 1]!.time;
    const x = scaleLinear([0, end], [box.margin.left, box.width - box.margin.right]);
    const y = scaleLinear(
      [coil.ambient, Math.max(limit + 3, peak + 2)],
      [box.height - box.margin.bottom, box.margin.top],
    );
    const hot = peak > limit;
    const last = points[points.length - 1]!;
    const hottest = { temperature: Math.min(peak, 200), coreTemperature: last.coreTemperature };
    const rest = timeToCool(coil, hottest, coil.ambient + 2);
    const minutes = Math.ceil(rest / 60);
    const back = minutes < 1 ? 'at once' : `${minutes} min`;
    const warning = hot ? ' That is too hot to touch: shorter trials or longer rests.' : '';
    return {
      hot,
      limit: y(limit),
      axes: {
        across: numberedAxis(x, 'minutes', { text: (t) => String(t / 60), ticks: minutesTo(end) }),
        up: numberedAxis(y, 'temperature', { text: (t) => `${t} °C`, ticks: 3 }),
      },
      path: line<(typeof points)[number]>(
        (p) => x(p.time),
        (p) => y(p.temperature),
      )(points),
      corePath:
        corePeak === null
          ? null
          : line<(typeof points)[number]>(
              (p) => x(p.time),
              (p) => y(p.coreTemperature),
            )(points),
      sentence: `${cycles} trials of ${on} s with ${off} s between them warm the winding to ${Math.round(peak)} °C${corePeak === null ? '' : ` and the core to ${Math.round(corePeak)} °C`}; ${back} of rest brings it back to the room.${warning}`,
    };
  });
}

/** Whole minutes up to a time, s, not more than can be read. */
function minutesTo(end: number): number[] {
  const step = [60, 120, 300, 600, 1200, 3600].find((s) => end / s <= 8) ?? 7200;
  return Array.from({ length: Math.floor(end / step) + 1 }, (_, i) => i * step);
}
