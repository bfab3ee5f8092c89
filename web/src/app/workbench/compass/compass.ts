import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

/** A compass seen from above, north up, with its needle turned and the wire that turns it. */
@Component({
  selector: 'nab-compass',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    svg {
      display: block;
      width: 100%;
      height: auto;
    }
    text {
      font-size: 15px;
      fill: var(--nab-ink-soft);
    }
    .needle {
      transition: transform 300ms ease-out;
      transform-origin: 130px 130px;
    }
    @media (prefers-reduced-motion: reduce) {
      .needle {
        transition: none;
      }
    }
  `,
  template: `
    <svg viewBox="0 0 260 260" role="img" [attr.aria-label]="label()">
      <circle
        cx="130"
        cy="130"
        r="96"
        fill="var(--nab-sheet)"
        stroke="var(--nab-steel)"
        stroke-width="2"
      />
      @for (mark of marks; track mark) {
        <line
          x1="130"
          y1="36"
          x2="130"
          [attr.y2]="mark % 90 === 0 ? 52 : 44"
          stroke="var(--nab-steel)"
          [attr.transform]="'rotate(' + mark + ' 130 130)'"
        />
      }
      <text x="142" y="22">north</text>
      @if (wire()) {
        <line
          x1="130"
          y1="4"
          x2="130"
          y2="256"
          stroke="var(--nab-copper)"
          stroke-width="5"
          stroke-opacity="0.55"
        />
        <path
          d="M130 66l-9 18h18z"
          fill="var(--nab-copper)"
          [attr.transform]="towardNorth() ? '' : 'rotate(180 130 130)'"
        />
      }
      <g class="needle" [style.transform]="'rotate(' + degrees() + 'deg)'">
        <path d="M130 48l9 82h-18z" fill="var(--nab-enamel)" />
        <path d="M130 212l9-82h-18z" fill="var(--nab-sheet)" stroke="var(--nab-ink)" />
        <circle cx="130" cy="130" r="5" fill="var(--nab-ink)" />
      </g>
    </svg>
  `,
})
export class Compass {
  /** Deflection from north, degrees, eastward positive. */
  readonly degrees = input.required<number>();
  /** Whether a wire runs over it from south to north, and which way its current goes. */
  readonly wire = input(false);
  readonly towardNorth = input(true);
  protected readonly marks = Array.from({ length: 24 }, (_, i) => i * 15);
  protected readonly label = computed(() => {
    const size = Math.abs(Math.round(this.degrees()));
    if (size === 0) return 'Compass: the needle points north';
    return `Compass: the needle is turned ${size} degrees to the ${this.degrees() > 0 ? 'east' : 'west'}`;
  });
}
