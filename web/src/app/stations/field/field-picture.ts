import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import type { FieldProblem, FieldRaster, Place as HeapPlace } from '@nab/core/fem';
import type { MagnetDesign } from '@nab/core/experiments';
import {
  compasses,
  filings,
  fluxLines,
  frameOf,
  outlineOf,
  PICTURE_WIDTH,
  saturatedSquares,
  outlinePath,
  sectionsPath,
} from './picture-frame';
import { probeText, rulerText } from './raster';
import { strengthColour } from './shade';

let nextId = 0;

/** What is drawn over one another. */
export interface FieldLayers {
  readonly strength: boolean;
  readonly lines: boolean;
  readonly filings: boolean;
  readonly compasses: boolean;
  readonly saturation: boolean;
}

/** A place of the cut, m: left of the axis negative, height from the rear end of the core. */
export interface Place {
  readonly x: number;
  readonly z: number;
}
export interface Ruler {
  readonly from: Place;
  readonly to: Place;
}

/** The field of one magnet, both halves of the cut, in layers, with a probe and a ruler. */
@Component({
  selector: 'nab-field-picture',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: block;
    }
    .frame {
      position: relative;
      /* As large as its place, whatever its shape. */
      width: min(100%, calc(100cqh * var(--ratio)));
      border: 1px solid var(--nab-grid);
      background: var(--nab-sheet);
      cursor: crosshair;
      touch-action: none;
    }
    canvas,
    svg {
      display: block;
      width: 100%;
      height: auto;
    }
    svg {
      position: absolute;
      inset: 0;
      height: 100%;
    }
    /* The reading follows the pointer and stays clear of the hand. */
    .probe {
      position: absolute;
      z-index: 2;
      width: max-content;
      max-width: min(230px, 80%);
      margin: 0;
      padding: 3px 8px;
      border: 1px solid var(--nab-steel);
      border-radius: 3px;
      background: var(--nab-sheet);
      color: var(--nab-ink);
      font-size: 14px;
      line-height: 1.3;
      pointer-events: none;
    }
  `,
  template: `
    <div
      class="frame"
      [style.--ratio]="ratio()"
      [class.nab-daylit]="layers().strength"
      (pointerdown)="begin($event)"
      (pointermove)="move($event)"
      (pointerup)="end()"
      (pointercancel)="end()"
      (pointerleave)="probed.set(null)"
    >
      <canvas #canvas [attr.width]="2 * raster().columns" [attr.height]="raster().rows"></canvas>
      <svg #drawing [attr.viewBox]="viewBox()" role="img" [attr.aria-label]="label()">
        <defs>
          <pattern [attr.id]="hatch" width="6" height="6" patternUnits="userSpaceOnUse">
            <path d="M-1 7 7 -1" stroke="#ffffff" stroke-width="3.4" />
            <path d="M-1 7 7 -1" stroke="#a32014" stroke-width="2" />
          </pattern>
        </defs>
        @if (layers().filings) {
          <path [attr.d]="needles()" stroke="var(--nab-ink)" stroke-width="1.1" fill="none" />
        }
        @if (layers().lines) {
          @for (turn of [null, mirror()]; track turn) {
            <path
              [attr.d]="lines()"
              fill="none"
              stroke="var(--nab-sheet)"
              stroke-width="3"
              stroke-opacity="0.7"
              [attr.transform]="turn"
            />
            <path
              [attr.d]="lines()"
              fill="none"
              stroke="var(--nab-verdigris)"
              stroke-width="1.4"
              [attr.transform]="turn"
            />
          }
        }
        @if (layers().saturation) {
          <path [attr.d]="saturated()" [attr.fill]="'url(#' + hatch + ')'" />
        }
        <path [attr.d]="heaped()" fill="var(--nab-steel)" fill-opacity="0.75" stroke="none" />
        <path [attr.d]="outline()" fill="none" stroke="var(--nab-ink)" stroke-width="1.6" />
        <path [attr.d]="coil()" fill="var(--nab-copper)" fill-opacity="0.55" stroke="none" />
        @for (one of dials(); track $index) {
          <g [attr.transform]="'translate(' + one.x + ',' + one.y + ')'">
            <circle r="13" fill="var(--nab-sheet)" stroke="var(--nab-steel)" />
            <g [attr.transform]="'rotate(' + one.turn + ')'">
              <path d="M0 -11L3.4 0H-3.4Z" fill="var(--nab-enamel)" />
              <path d="M0 11L3.4 0H-3.4Z" fill="none" stroke="var(--nab-ink)" />
            </g>
          </g>
        }
        @if (line(); as ruler) {
          <path [attr.d]="ruler.path" stroke="var(--nab-sheet)" stroke-width="5" fill="none" />
          <path
            [attr.d]="ruler.path"
            stroke="var(--nab-ink)"
            stroke-width="2"
            stroke-dasharray="7 3"
            fill="none"
          />
          <circle
            [attr.cx]="ruler.x"
            [attr.cy]="ruler.y"
            r="4.5"
            fill="var(--nab-sheet)"
            stroke="var(--nab-ink)"
            stroke-width="2"
          />
        }
      </svg>
      @if (probed(); as probe) {
        <p
          class="probe"
          aria-live="off"
          [style.left.%]="probe.left ? null : probe.across + 4"
          [style.right.%]="probe.left ? 104 - probe.across : null"
          [style.top.%]="probe.above ? null : probe.down + 3"
          [style.bottom.%]="probe.above ? 103 - probe.down : null"
        >
          {{ probe.text }}
        </p>
      }
    </div>
  `,
})
export class FieldPictureView {
  readonly raster = input.required<FieldRaster>();
  readonly design = input.required<MagnetDesign>();
  /** The same as a problem: where steel and winding lie. */
  readonly problem = input.required<FieldProblem | null>();
  readonly layers = input.required<FieldLayers>();
  /** Flux between neighbouring lines, Wb. */
  readonly fluxStep = input.required<number>();
  /** Horizontal field of the earth in the plane of the cut, T. */
  readonly earth = input.required<{ readonly across: number; readonly along: number }>();
  readonly ruler = input.required<Ruler | null>();
  /** Line round a heap in the half-plane. */
  readonly heap = input<readonly HeapPlace[]>([]);
  readonly label = input.required<string>();
  readonly rulerMove = output<Ruler>();

  protected readonly hatch = `field-saturated-${nextId++}`;
  /** What is read under the pointer, where that is in per cent, and on which side there is room. */
  protected readonly probed = signal<{
    readonly text: string;
    readonly across: number;
    readonly down: number;
    readonly left: boolean;
    readonly above: boolean;
  } | null>(null);
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private readonly svg = viewChild.required<ElementRef<SVGSVGElement>>('drawing');
  private began: Place | null = null;

  private readonly frame = computed(() => frameOf(this.raster(), PICTURE_WIDTH));
  protected readonly viewBox = computed(() => `0 0 ${PICTURE_WIDTH} ${this.frame().height}`);
  protected readonly ratio = computed(() => PICTURE_WIDTH / this.frame().height);
  protected readonly mirror = computed(() => `matrix(-1 0 0 1 ${PICTURE_WIDTH} 0)`);
  private readonly steel = computed(
    () => this.problem()?.bodies.flatMap(({ rectangles = [] }) => rectangles) ?? [],
  );
  private readonly copper = computed(
    () => this.problem()?.windings.map(({ rectangle }) => rectangle) ?? [],
  );

  protected readonly lines = computed(() =>
    fluxLines(this.raster(), this.frame(), this.fluxStep()),
  );
  protected readonly needles = computed(() => filings(this.raster(), this.frame()));
  protected readonly dials = computed(() =>
    this.layers().compasses
      ? compasses(this.raster(), this.frame(), [...this.steel(), ...this.copper()], this.earth())
      : [],
  );
  protected readonly saturated = computed(() => {
    const curve = this.problem()?.bodies[0]?.curve;
    return curve && !curve.linear
      ? saturatedSquares(this.raster(), this.frame(), this.steel(), curve)
      : '';
  });
  protected readonly heaped = computed(() => outlinePath(this.heap(), this.frame()));
  protected readonly outline = computed(() => outlineOf(this.design(), this.frame()));
  protected readonly coil = computed(() =>
    this.copper()
      .map((one) => sectionsPath(one, this.frame()))
      .join(''),
  );
  protected readonly line = computed(() => {
    const ruler = this.ruler();
    if (!ruler) return null;
    const { x, y } = this.frame();
    const at = ({ x: across, z }: Place): string => `${x(across).toFixed(1)} ${y(z).toFixed(1)}`;
    return {
      path: `M${at(ruler.from)}L${at(ruler.to)}`,
      x: x(ruler.from.x),
      y: y(ruler.from.z),
    };
  });

  constructor() {
    afterRenderEffect(() => this.shade());
  }

  /** What is seen, for a file: the shading and the drawing over it. */
  layersForFile(): { readonly shade: HTMLCanvasElement; readonly drawing: SVGSVGElement } {
    return { shade: this.canvas().nativeElement, drawing: this.svg().nativeElement };
  }

  /** |B| as colour on a logarithmic scale, one pixel a sample. */
  private shade(): void {
    const { columns, rows, radial, axial } = this.raster();
    const context = this.canvas().nativeElement.getContext('2d');
    if (!context) return;
    context.clearRect(0, 0, 2 * columns, rows);
    if (!this.layers().strength) return;
    const image = context.createImageData(2 * columns, rows);
    const { data } = image;
    const colour = strengthColour();
    for (let j = 0; j < rows; j++) {
      const middle = (2 * j + 1) * columns;
      for (let i = 0; i < columns; i++) {
        const br = radial[j * columns + i]!;
        const bz = axial[j * columns + i]!;
        const shade = colour(Math.sqrt(br * br + bz * bz));
        for (let at = 4 * (middle + i), side = 0; side < 2; side++, at = 4 * (middle - 1 - i)) {
          data[at] = shade[0];
          data[at + 1] = shade[1];
          data[at + 2] = shade[2];
          data[at + 3] = 255;
        }
      }
    }
    context.putImageData(image, 0, 0);
  }

  private placeOf(event: PointerEvent): Place {
    const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
    const { width, height, across, z } = this.frame();
    return {
      x: across(((event.clientX - box.left) / box.width) * width),
      z: z(((event.clientY - box.top) / box.height) * height),
    };
  }

  protected begin(event: PointerEvent): void {
    this.began = this.placeOf(event);
    (event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
  }

  protected move(event: PointerEvent): void {
    const at = this.placeOf(event);
    // A click is no line.
    const began = this.began;
    const isRuler = began !== null && Math.hypot(at.x - began.x, at.z - began.z) > 0.002;
    const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
    const across = (100 * (event.clientX - box.left)) / box.width;
    const down = (100 * (event.clientY - box.top)) / box.height;
    this.probed.set({
      text: isRuler
        ? rulerText(this.raster(), { from: began, to: at })
        : probeText(this.raster(), at.x, at.z),
      across,
      down,
      left: across > 50,
      above: down > 60,
    });
    if (isRuler) this.rulerMove.emit({ from: began, to: at });
  }

  protected end(): void {
    this.began = null;
  }
}
