import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { WoundCoil } from '@nab/core/physics';
import type { ShellMagnet } from '@nab/core/experiments';
import { stageSize } from '../../ui/drawing';

/** Room above the magnet for its eye, and below it for the load. */
const ABOVE = 40;
const BELOW = 84;
const ASIDE = 24;
/** Gap and tilt are drawn many times larger, or nobody would see them. */
const GAP_SHOWN = 12;
let nextId = 0;

/** A shell magnet cut through its axis, with its keeper below and the load that hangs from it. */
@Component({
  selector: 'nab-shell-drawing',
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
    .weight {
      cursor: pointer;
    }
  `,
  template: `
    @let d = drawing();
    <svg
      [attr.viewBox]="'0 0 ' + size().width + ' ' + size().height"
      role="group"
      aria-label="Section through the shell magnet, its coil and its keeper"
    >
      <defs>
        <pattern [attr.id]="hatch" width="7" height="7" patternUnits="userSpaceOnUse">
          <path d="M-1 8 8 -1" stroke="var(--nab-steel)" stroke-width="1.4" />
        </pattern>
      </defs>
      <path [attr.d]="d.cup" fill="var(--nab-sheet)" />
      <path
        [attr.d]="d.cup"
        [attr.fill]="'url(#' + hatch + ')'"
        stroke="var(--nab-ink)"
        stroke-width="1.6"
      />
      @for (turn of d.turns; track $index) {
        <circle
          [attr.cx]="turn.x"
          [attr.cy]="turn.y"
          [attr.r]="d.wire"
          fill="var(--nab-copper)"
          stroke="var(--nab-sheet)"
          stroke-width="0.6"
        />
      }
      <path [attr.d]="d.stem" stroke="var(--nab-ink)" stroke-width="3" />
      <circle
        [attr.cx]="d.axis"
        [attr.cy]="d.eye"
        r="7"
        fill="none"
        stroke="var(--nab-ink)"
        stroke-width="3"
      />
      <g [attr.transform]="d.keeperTurn">
        <path [attr.d]="d.keeper" fill="var(--nab-sheet)" />
        <path
          [attr.d]="d.keeper"
          [attr.fill]="'url(#' + hatch + ')'"
          stroke="var(--nab-ink)"
          stroke-width="1.6"
        />
      </g>
      <path [attr.d]="d.rope" stroke="var(--nab-ink)" stroke-width="2" fill="none" />
      <path
        class="weight"
        (click)="chosen.emit('seat')"
        [attr.d]="d.weight"
        fill="var(--nab-sheet)"
        stroke="var(--nab-ink)"
        stroke-width="1.6"
        stroke-linejoin="round"
      />
      <text
        class="weight"
        (click)="chosen.emit('seat')"
        [attr.x]="d.axis"
        [attr.y]="d.loadAt"
        text-anchor="middle"
        font-weight="650"
        style="fill: var(--nab-ink)"
      >
        {{ load() }}
      </text>
      @for (place of d.parts; track place.part) {
        <rect
          class="nab-part"
          role="button"
          tabindex="0"
          rx="3"
          [attr.x]="place.x"
          [attr.y]="place.y"
          [attr.width]="place.width"
          [attr.height]="place.height"
          [attr.aria-label]="place.name + ': take it in hand'"
          [attr.aria-pressed]="place.part === part()"
          (click)="chosen.emit(place.part)"
          (keydown.enter)="chosen.emit(place.part)"
          (keydown.space)="$event.preventDefault(); chosen.emit(place.part)"
        />
      }
      <text [attr.x]="d.right" y="22" text-anchor="end">{{ count() }}</text>
      <path [attr.d]="d.leader" fill="none" stroke="var(--nab-ink-soft)" />
      <text [attr.x]="d.right" [attr.y]="d.gapAt" text-anchor="end">{{ gap() }}</text>
    </svg>
  `,
})
export class ShellDrawing {
  readonly shell = input.required<ShellMagnet>();
  readonly build = input.required<WoundCoil>();
  /** What hangs, in words. */
  readonly load = input.required<string>();
  readonly gap = input.required<string>();
  /** The part in hand, and one that is taken. */
  readonly part = input('');
  readonly chosen = output<string>();
  protected readonly size = stageSize((height) => {
    const { wide, high } = sizeOf(this.shell());
    return ((height - ABOVE - BELOW - GAP_SHOWN) * wide) / high + 2 * ASIDE;
  });
  private readonly key = nextId++;
  protected readonly hatch = `shell-hatch-${this.key}`;
  protected readonly count = computed(() => {
    const { count } = this.shell();
    return count > 1 ? `one of ${count}, alike` : '';
  });

  protected readonly drawing = computed(() => {
    const { steel, former, seat } = this.shell();
    const { winding, wire } = this.build();
    const { wide, high } = sizeOf(this.shell());
    const { width, height } = this.size();
    const scale = Math.min((width - 2 * ASIDE) / wide, (height - ABOVE - BELOW - GAP_SHOWN) / high);
    const axis = width / 2;
    // The load hangs on a rope as long as there is room.
    const over = Math.max(0, height - ABOVE - BELOW - GAP_SHOWN - scale * high);
    const eye = Math.min(40, 12 + over / 6);
    const rope = 24 + Math.max(0, over - (eye - 12) - 16);
    const x = (r: number): number => axis + r * scale;
    const y = (depth: number): number => eye + ABOVE - 12 + depth * scale;
    const face = steel.base + steel.depth;
    // Round the outside, down the left wall, in and round the pole, and up the right one.
    const cup =
      `M${x(-steel.wallOuter)} ${y(0)}H${x(steel.wallOuter)}V${y(face)}H${x(steel.wallInner)}` +
      `V${y(steel.base)}H${x(steel.poleRadius)}V${y(face)}H${x(-steel.poleRadius)}V${y(steel.base)}` +
      `H${x(-steel.wallInner)}V${y(face)}H${x(-steel.wallOuter)}Z`;
    const turns = winding.layers.flatMap(({ radius, turns: count }) =>
      Array.from({ length: count }, (_, k) => {
        const along = winding.pitch * (k + 0.5);
        const depth = steel.base + former + Math.min(along, steel.depth - 2 * former);
        return [radius, -radius].map((r) => ({ x: x(r), y: y(depth) }));
      }).flat(),
    );
    const top = y(face) + GAP_SHOWN;
    const bottom = top + steel.keeperThickness * scale;
    const tilt = seat.tilt > 0 ? Math.min(4, 1 + seat.tilt * 2000) : 0;
    const window = { y: y(steel.base), height: y(face) - y(steel.base) };
    const parts = [
      {
        part: 'cup',
        name: 'Cup',
        x: x(-steel.wallOuter) - 2,
        y: y(0) - 2,
        width: 2 * steel.wallOuter * scale + 4,
        height: y(steel.base) - y(0) + 2,
      },
      {
        part: 'winding',
        name: 'Winding',
        x: x(-steel.wallInner),
        width: 2 * steel.wallInner * scale,
        ...window,
      },
      {
        part: 'seat',
        name: 'Keeper, seat and load',
        x: x(-steel.keeperRadius) - 2,
        y: top - 8,
        width: 2 * steel.keeperRadius * scale + 4,
        height: bottom + 12 - top,
      },
    ];
    return {
      parts,
      cup,
      turns,
      wire: Math.max(0.8, (wire.height * scale) / 2),
      keeper: `M${x(-steel.keeperRadius)} ${top}H${x(steel.keeperRadius)}V${bottom}H${x(-steel.keeperRadius)}Z`,
      keeperTurn: `translate(${(1 - seat.covered) * 60},0) rotate(${tilt} ${axis} ${top})`,
      axis,
      eye,
      right: width - 12,
      stem: `M${axis} ${eye + 6}V${y(0)}`,
      rope: `M${axis} ${bottom}V${bottom + rope}`,
      weight: `M${axis - 62} ${bottom + rope}h124l12 34h-148Z`,
      loadAt: bottom + rope + 23,
      leader: `M${x(wide / 2) + 4} ${top - GAP_SHOWN / 2}h8V${bottom + 34}`,
      gapAt: bottom + 50,
    };
  });
}

/** How wide and high a magnet is with its keeper, m. */
function sizeOf({ steel }: ShellMagnet) {
  return {
    wide: 2 * Math.max(steel.wallOuter, steel.keeperRadius),
    high: steel.base + steel.depth + steel.keeperThickness,
  };
}
