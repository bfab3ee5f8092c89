import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { DesignDocument, ExperimentDocument } from '@nab/contract/experiments';
import type { ExperimentId } from '@nab/core/experiments';
import { parseQuantity } from '@nab/core/quantities';

const BOX = { width: 96, height: 36 } as const;

/** What is investigated, drawn small: a straight magnet in its proportions, a cup, a cell in a coil, or a compass. */
@Component({
  selector: 'nab-sketch',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    svg {
      display: block;
      width: 96px;
      height: 36px;
    }
  `,
  template: `
    <svg viewBox="0 0 96 36" aria-hidden="true">
      @switch (experiment()) {
        @case ('straight-magnet') {
          @let m = magnet();
          <rect
            x="2"
            [attr.y]="18 - m.half"
            width="92"
            [attr.height]="2 * m.half"
            fill="var(--nab-sheet)"
            stroke="var(--nab-steel)"
            stroke-width="1.5"
            [attr.stroke-dasharray]="m.core ? null : '4 3'"
          />
          @for (x of m.turns; track x) {
            <path
              [attr.d]="'M' + x + ' ' + (20 + m.half) + 'l3 ' + -(2 * m.half + 4)"
              stroke="var(--nab-copper)"
              stroke-width="2.2"
              stroke-linecap="round"
            />
          }
        }
        @case ('shell-magnet') {
          <path
            d="M20 5H76V28H68V13H56V28H40V13H28V28H20Z"
            fill="var(--nab-sheet)"
            stroke="var(--nab-steel)"
            stroke-width="1.5"
          />
          <path
            d="M31 16v9m4-9v9m26-9v9m4-9v9"
            stroke="var(--nab-copper)"
            stroke-width="2.2"
            stroke-linecap="round"
          />
          <path d="M18 32H78" stroke="var(--nab-steel)" stroke-width="3" />
        }
        @case ('spinner') {
          <path
            d="M48 3H28V29H43M48 3H68V29H53"
            fill="none"
            stroke="var(--nab-copper)"
            stroke-width="2.2"
          />
          <rect
            x="41"
            y="7"
            width="14"
            height="19"
            fill="var(--nab-sheet)"
            stroke="var(--nab-ink)"
            stroke-width="1.5"
          />
          <path d="M40 30H56" stroke="var(--nab-steel)" stroke-width="6" />
        }
        @case ('rolling-cell') {
          <rect
            x="26"
            y="11"
            width="44"
            height="14"
            rx="2"
            fill="var(--nab-sheet)"
            stroke="var(--nab-ink)"
            stroke-width="1.5"
          />
          <path d="M22 9v18M74 9v18" stroke="var(--nab-steel)" stroke-width="5" />
          <path
            d="M4 31l5 -26m3 26l5 -26m13 26l5 -26m3 26l5 -26m3 26l5 -26m3 26l5 -26m13 26l5 -26m3 26l5 -26"
            stroke="var(--nab-copper)"
            stroke-width="1.8"
            stroke-linecap="round"
          />
        }
        @default {
          <circle
            cx="48"
            cy="18"
            r="15"
            fill="var(--nab-sheet)"
            stroke="var(--nab-steel)"
            stroke-width="1.5"
          />
          <path d="M48 1V35" stroke="var(--nab-copper)" stroke-width="2.2" />
          <path d="M38 9 58 27" stroke="var(--nab-ink)" stroke-width="2.2" />
        }
      }
    </svg>
  `,
})
export class Sketch {
  readonly experiment = input.required<ExperimentId>();
  readonly design = input.required<ExperimentDocument>();
  protected readonly magnet = computed(() => proportions(this.design() as DesignDocument));
}

/** Half the thickness and the places of some turns, in the box of the sketch. */
function proportions({ core, winding }: DesignDocument) {
  const si = (text: string | undefined, otherwise: number): number => {
    try {
      return text === undefined ? otherwise : parseQuantity(text, 'length').si;
    } catch {
      return otherwise;
    }
  };
  const length = si(core.length, 0.1);
  const [from, to] = [si(winding.start, 0), si(winding.end, length)];
  const x = (z: number): number => 2 + (92 * z) / length;
  const count = Math.max(2, Math.min(14, Math.round((to - from) / (length / 16))));
  const half = (si(core.diameter, 0.006) / length) * (BOX.width / 2);
  return {
    core: core.shape !== 'none',
    half: Math.min(9, Math.max(2.5, half)),
    turns: Array.from(
      { length: count },
      (_, i) => x(from + ((i + 0.5) * (to - from)) / count) - 1.5,
    ),
  };
}
