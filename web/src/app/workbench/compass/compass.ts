import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { stageSize } from '../../ui/drawing';

/** Room around the compass, for the wire and the word. */
const ASIDE = 26;

/** A compass seen from above, north up, with its needle turned and the wire that turns it. */
@Component({
  selector: 'nab-compass',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: block;
      width: 100%;
      height: 100%;
    }
    svg {
      display: block;
      width: 100%;
      height: 100%;
    }
    text {
      font-size: 15px;
      fill: var(--nab-ink-soft);
    }
    .needle {
      transition: transform 300ms ease-out;
    }
    @media (prefers-reduced-motion: reduce) {
      .needle {
        transition: none;
      }
    }
  `,
  template: `
    @let r = radius();
    <svg
      [attr.viewBox]="
        -size().width / 2 + ' ' + -size().height / 2 + ' ' + size().width + ' ' + size().height
      "
      role="img"
      [attr.aria-label]="label()"
    >
      <circle [attr.r]="r" fill="var(--nab-sheet)" stroke="var(--nab-steel)" stroke-width="2" />
      @for (mark of marks; track mark) {
        <line
          [attr.y1]="-r"
          [attr.y2]="-r * (mark % 90 === 0 ? 0.86 : 0.92)"
          stroke="var(--nab-steel)"
          [attr.transform]="'rotate(' + mark + ')'"
        />
      }
      <text x="12" [attr.y]="-r - 8">north</text>
      @if (wire()) {
        <line
          [attr.y1]="-r - ASIDE"
          [attr.y2]="r + ASIDE"
          stroke="var(--nab-copper)"
          stroke-width="5"
          stroke-opacity="0.55"
        />
        <path
          [attr.d]="'M0 ' + -0.7 * r + 'l-11 22h22z'"
          fill="var(--nab-copper)"
          [attr.transform]="towardNorth() ? '' : 'rotate(180)'"
        />
      }
      <g class="needle" [style.transform]="'rotate(' + degrees() + 'deg)'">
        <path
          [attr.d]="'M0 ' + -0.86 * r + 'L' + 0.09 * r + ' 0H' + -0.09 * r + 'z'"
          fill="var(--nab-enamel)"
        />
        <path
          [attr.d]="'M0 ' + 0.86 * r + 'L' + 0.09 * r + ' 0H' + -0.09 * r + 'z'"
          fill="var(--nab-sheet)"
          stroke="var(--nab-ink)"
        />
        <circle r="5" fill="var(--nab-ink)" />
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
  protected readonly ASIDE = ASIDE;
  protected readonly size = stageSize((height) => 1.1 * height, 1.15);
  protected readonly radius = computed(
    () => Math.min(this.size().width, this.size().height) / 2 - ASIDE - 4,
  );
  protected readonly marks = Array.from({ length: 24 }, (_, i) => i * 15);
  protected readonly label = computed(() => {
    const size = Math.abs(Math.round(this.degrees()));
    if (size === 0) return 'Compass: the needle points north';
    return `Compass: the needle is turned ${size} degrees to the ${this.degrees() > 0 ? 'east' : 'west'}`;
  });
}
