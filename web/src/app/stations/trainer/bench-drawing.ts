import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import { BENCH_PARTS, type BenchPartId } from '@nab/core/teaching';

/** Clips that are drawn; more are said. */
const MOST_DRAWN = 14;

interface Place {
  readonly id: BenchPartId;
  readonly name: string;
  /** Where it is touched. */
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

const AT: Readonly<Record<BenchPartId, readonly [number, number, number, number]>> = {
  cells: [24, 268, 222, 66],
  switch: [54, 36, 110, 66],
  leads: [20, 122, 60, 122],
  ends: [330, 96, 78, 60],
  coil: [424, 92, 96, 126],
  core: [424, 222, 96, 54],
  objects: [390, 318, 164, 62],
};

/** The current bench: press a part to inspect it. */
@Component({
  selector: 'nab-bench-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'nab-squared' },
  styles: `
    :host {
      display: block;
    }
    svg {
      display: block;
      width: 100%;
      height: auto;
      max-height: 64dvh;
    }
    .part {
      cursor: pointer;
    }
    .part rect {
      fill: transparent;
      stroke: transparent;
    }
    .part:hover rect {
      stroke: var(--nab-copper);
      stroke-dasharray: 3 4;
    }
    .part[aria-pressed='true'] rect {
      stroke: var(--nab-copper);
      stroke-width: 2;
    }
    .part:focus-visible {
      outline: 3px solid var(--nab-copper);
    }
    text {
      font-size: 14px;
      fill: var(--nab-ink-soft);
    }
    @media (max-width: 640px) {
      text {
        font-size: 20px;
      }
    }
    .mark {
      font-size: 18px;
      font-weight: 650;
      fill: var(--nab-ink);
    }
  `,
  template: `
    <svg viewBox="0 0 580 400" role="group" aria-label="The bench">
      <g fill="none" stroke="var(--nab-ink)" stroke-width="3" stroke-linecap="round">
        <path d="M48 272V220Q48 110 66 84" />
        <path d="M150 84Q260 84 344 120" />
        <path d="M226 300Q300 300 330 240Q344 210 352 138" />
      </g>
      <g stroke="var(--nab-steel)" stroke-width="6" stroke-linecap="round">
        <path d="M338 116l22 8M346 144l14 -8" />
      </g>
      <path
        d="M360 124H400Q420 124 436 112M360 136H396Q412 196 436 206"
        fill="none"
        stroke="var(--nab-copper)"
        stroke-width="3"
      />
      @for (x of cells(); track x) {
        <g [attr.transform]="'translate(' + x + ' 280)'">
          <rect
            width="58"
            height="40"
            rx="3"
            fill="var(--nab-sheet)"
            stroke="var(--nab-ink)"
            stroke-width="1.6"
          />
          <rect x="58" y="14" width="6" height="12" fill="var(--nab-ink)" />
        </g>
      }
      <circle cx="66" cy="84" r="5" fill="var(--nab-ink)" />
      <circle cx="150" cy="84" r="5" fill="var(--nab-ink)" />
      <path
        [attr.d]="on() ? 'M66 84L150 84' : 'M66 84L140 46'"
        stroke="var(--nab-ink)"
        stroke-width="5"
        stroke-linecap="round"
      />
      <rect
        x="462"
        y="70"
        width="22"
        height="196"
        fill="var(--nab-sheet)"
        stroke="var(--nab-steel)"
        stroke-width="2"
      />
      @for (y of turns; track y) {
        <path
          [attr.d]="'M446 ' + (y + 3) + 'L500 ' + (y - 3)"
          stroke="var(--nab-copper)"
          stroke-width="6"
          stroke-linecap="round"
        />
      }
      @for (clip of hanging(); track $index) {
        <path [attr.d]="clip" fill="none" stroke="var(--nab-steel)" stroke-width="2" />
      }
      <path
        d="M398 346H546L534 376H410Z"
        fill="var(--nab-sheet)"
        stroke="var(--nab-ink)"
        stroke-width="1.6"
      />
      @for (clip of lying; track $index) {
        <path [attr.d]="clip" fill="none" stroke="var(--nab-steel)" stroke-width="2" />
      }
      <text x="60" y="30">switch</text>
      <text x="28" y="354">cells</text>
      <text x="332" y="88">ends of the wire</text>
      <text x="508" y="160">coil</text>
      <text x="508" y="250">core</text>
      <text x="398" y="394">objects</text>
      <text x="60" y="190">leads</text>
      @if (count() !== null) {
        <text class="mark" x="500" y="310">{{ count() }}</text>
      }
      @for (place of places; track place.id) {
        <g
          class="part"
          role="button"
          tabindex="0"
          [attr.aria-label]="place.name"
          [attr.aria-pressed]="part() === place.id"
          (click)="part.set(place.id)"
          (keydown.enter)="part.set(place.id)"
          (keydown.space)="$event.preventDefault(); part.set(place.id)"
        >
          <rect
            rx="4"
            [attr.x]="place.x"
            [attr.y]="place.y"
            [attr.width]="place.width"
            [attr.height]="place.height"
          />
        </g>
      }
    </svg>
  `,
})
export class BenchDrawing {
  readonly part = model.required<BenchPartId>();
  readonly on = input.required<boolean>();
  /** How many cells there are. */
  readonly series = input.required<number>();
  /** How many objects hang; null while nobody lifts. */
  readonly count = input.required<number | null>();

  protected readonly places: readonly Place[] = (Object.keys(AT) as BenchPartId[]).map((id) => {
    const [x, y, width, height] = AT[id];
    return { id, name: BENCH_PARTS[id].name, x, y, width, height };
  });
  protected readonly turns = Array.from({ length: 10 }, (_, i) => 104 + 11 * i);
  protected readonly lying = Array.from({ length: 9 }, (_, i) => clipAt(414 + 14 * i, 352));
  protected readonly cells = computed(() =>
    Array.from({ length: this.series() }, (_, i) => 30 + i * (192 / this.series())),
  );
  protected readonly hanging = computed(() =>
    Array.from({ length: Math.min(MOST_DRAWN, this.count() ?? 0) }, (_, i) =>
      clipAt(448 + 12 * (i % 5), 268 + 17 * Math.floor(i / 5)),
    ),
  );
}

const clipAt = (x: number, y: number): string => `M${x} ${y}v14q0 4 3 4t3 -4v-10q0 -3 -2 -3`;
