import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { line, scaleLinear } from 'd3';
import { temperatureOver, timeToCool, type LumpedWinding } from '@nab/core';
import { Notice } from '../../notices';
import { NumberField } from '../../fields';

const WIDTH = 520;
const HEIGHT = 110;
const LEFT = 40;
const MOST_CYCLES = 60;

/** How warm the winding gets over the lesson: on for a trial, off to count, again and again. */
@Component({
  selector: 'nab-heat-plan',
  imports: [Notice, NumberField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 8px;
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
      <svg viewBox="0 0 520 110" role="img" [attr.aria-label]="p.sentence">
        @for (tick of p.ticks; track tick.label) {
          <line x1="40" x2="512" [attr.y1]="tick.y" [attr.y2]="tick.y" stroke="var(--nab-grid)" />
          <text x="34" [attr.y]="tick.y + 4" text-anchor="end">{{ tick.label }}</text>
        }
        <line
          x1="40"
          x2="512"
          [attr.y1]="p.limit"
          [attr.y2]="p.limit"
          stroke="var(--nab-enamel)"
          stroke-dasharray="6 4"
        />
        @if (p.corePath) {
          <path
            [attr.d]="p.corePath"
            fill="none"
            stroke="var(--nab-steel)"
            stroke-width="1.5"
            stroke-dasharray="5 3"
          />
        }
        <path [attr.d]="p.path" fill="none" stroke="var(--nab-copper)" stroke-width="1.8" />
      </svg>
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
  protected readonly on = signal(5);
  protected readonly off = signal(60);
  protected readonly chosen = signal<number | null>(null);
  protected readonly cycles = computed(() => this.chosen() ?? this.trials());

  protected readonly plan = computed(() => {
    const [on, off, cycles] = [this.on(), this.off(), this.cycles()];
    const sane = on > 0 && on <= 600 && off >= 0 && off <= 3600 && cycles >= 1;
    if (!sane || !Number.isInteger(cycles)) return null;
    const coil = this.lump();
    const points = temperatureOver(coil, { on, off, cycles: Math.min(cycles, MOST_CYCLES) });
    const limit = this.limit();
    const peak = Math.max(...points.map((p) => p.temperature));
    const corePeak = coil.core ? Math.max(...points.map((p) => p.coreTemperature)) : null;
    const end = points[points.length - 1]!.time;
    const x = scaleLinear([0, end], [LEFT, WIDTH - 8]);
    const y = scaleLinear([coil.ambient, Math.max(limit + 3, peak + 2)], [HEIGHT - 8, 8]);
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
      limitText: `${limit} °C`,
      ticks: y.ticks(3).map((t) => ({ y: y(t), label: `${t} °C` })),
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
