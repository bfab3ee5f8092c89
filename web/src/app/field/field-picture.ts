import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { contours, interpolateYlGnBu, rgb, scaleLog } from 'd3';
import { seededRandom, type FieldRaster, type MagnetDesign, type Rectangle } from '@nab/core';
import { fluxThresholds, probeText, sampleAt, SCALE_TO_T, SCALE_FROM_T } from './raster';

const WIDTH = 420;
const NEEDLES = 900;

/** What is drawn over one another. */
export interface FieldLayers {
  readonly strength: boolean;
  readonly lines: boolean;
  readonly filings: boolean;
}

/** The field of one magnet, both halves of the cut: strength, flux lines, filings, and a probe. */
@Component({
  selector: 'nab-field-picture',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 6px;
    }
    .frame {
      position: relative;
      border: 1px solid var(--nab-grid);
      background: var(--nab-sheet);
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
    .probe {
      min-height: 24px;
      font-family: var(--nab-mono);
      font-size: 14px;
    }
  `,
  template: `
    <div class="frame" (pointermove)="probe($event)" (pointerleave)="probed.set('')">
      <canvas #canvas [attr.width]="2 * raster().columns" [attr.height]="raster().rows"></canvas>
      <svg [attr.viewBox]="viewBox()" role="img" [attr.aria-label]="label()">
        @if (layers().filings) {
          <path [attr.d]="filings()" stroke="var(--nab-ink)" stroke-width="1.1" fill="none" />
        }
        @if (layers().lines) {
          <path [attr.d]="lines()" fill="none" stroke="var(--nab-verdigris)" stroke-width="1.4" />
          <path
            [attr.d]="lines()"
            fill="none"
            stroke="var(--nab-verdigris)"
            stroke-width="1.4"
            [attr.transform]="mirror()"
          />
        }
        <path [attr.d]="outline()" fill="none" stroke="var(--nab-ink)" stroke-width="1.6" />
        <path [attr.d]="coil()" fill="var(--nab-copper)" fill-opacity="0.55" stroke="none" />
      </svg>
    </div>
    <p class="probe" aria-live="off">{{ probed() || 'Point at the picture to read the field.' }}</p>
  `,
})
export class FieldPicture {
  readonly raster = input.required<FieldRaster>();
  readonly design = input.required<MagnetDesign>();
  /** Where the winding lies, m. */
  readonly winding = input.required<Rectangle>();
  readonly layers = input.required<FieldLayers>();
  /** Flux between neighbouring lines, Wb, so that pictures side by side share one scale. */
  readonly fluxStep = input.required<number>();
  readonly label = input.required<string>();
  protected readonly probed = signal('');
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');

  private readonly height = computed(() => {
    const { width, low, high } = this.raster();
    return (WIDTH * (high - low)) / (2 * width);
  });
  protected readonly viewBox = computed(() => `0 0 ${WIDTH} ${this.height()}`);
  protected readonly mirror = computed(() => `matrix(-1 0 0 1 ${WIDTH} 0)`);

  /** From metres to the picture: the axis in the middle, the lifting end below. */
  private x(radius: number): number {
    return (WIDTH / 2) * (1 + radius / this.raster().width);
  }
  private y(z: number): number {
    const { low, high } = this.raster();
    return (this.height() * (z - low)) / (high - low);
  }

  protected readonly lines = computed(() => {
    const { columns, rows, flux } = this.raster();
    const found = contours()
      .size([columns, rows])
      .thresholds(fluxThresholds(flux, this.fluxStep()))(Array.from(flux, Math.abs));
    const [sx, sy] = [WIDTH / 2 / (columns - 1), this.height() / (rows - 1)];
    // Contours are closed along the picture's border; only what runs inside it is a line.
    return found
      .flatMap(({ coordinates }) => coordinates.flat())
      .map((ring) =>
        ring
          .map(([px, py]) => {
            const [x, y] = [px! - 0.5, py! - 0.5];
            const edge = x >= columns - 1.01 || y <= 0.01 || y >= rows - 1.01 || x <= 0.01;
            const at = `${(WIDTH / 2 + x * sx).toFixed(1)} ${(y * sy).toFixed(1)}`;
            return { edge, at };
          })
          .map(({ edge, at }, k, all) =>
            edge || k === 0 || all[k - 1]!.edge ? `M${at}` : `L${at}`,
          )
          .join(''),
      )
      .join('');
  });

  protected readonly filings = computed(() => {
    const raster = this.raster();
    const random = seededRandom(29);
    let path = '';
    let placed = 0;
    for (let tries = 0; tries < 40 * NEEDLES && placed < NEEDLES; tries++) {
      const radius = random() * raster.width;
      const z = raster.low + random() * (raster.high - raster.low);
      const left = random() < 0.5;
      const at = sampleAt(raster, radius, z);
      const size = Math.hypot(at.r, at.z);
      // Filings crowd where the field is strong, as on a sheet of paper that is tapped.
      if (random() > Math.min(1, (size / 0.01) ** 0.35 * 0.8)) continue;
      const half = 4;
      const angle = Math.atan2(at.z, left ? -at.r : at.r);
      const x = left ? WIDTH - this.x(radius) : this.x(radius);
      const [dx, dy] = [half * Math.cos(angle), half * Math.sin(angle)];
      path += `M${(x - dx).toFixed(1)} ${(this.y(z) - dy).toFixed(1)}l${(2 * dx).toFixed(1)} ${(2 * dy).toFixed(1)}`;
      placed++;
    }
    return path;
  });

  protected readonly outline = computed(() => {
    const { core } = this.design();
    if (core.shape === 'none') return '';
    const box = (radius: number, from: number, to: number): string =>
      `M${WIDTH - this.x(radius)} ${this.y(from)}H${this.x(radius)}V${this.y(to)}H${WIDTH - this.x(radius)}Z`;
    const head =
      core.head &&
      (core.headAt === 'tip'
        ? box(core.head.diameter / 2, core.length, core.length + core.head.height)
        : box(core.head.diameter / 2, -core.head.height, 0));
    return box(core.diameter / 2, 0, core.length) + (head ?? '');
  });

  protected readonly coil = computed(() => {
    const { r0: inner, r1: outer, z0, z1 } = this.winding();
    const [top, bottom] = [this.y(z0), this.y(z1)];
    const side = (a: number, b: number): string => `M${a} ${top}H${b}V${bottom}H${a}Z`;
    return side(this.x(inner), this.x(outer)) + side(WIDTH - this.x(outer), WIDTH - this.x(inner));
  });

  constructor() {
    afterRenderEffect(() => this.shade());
  }

  /** |B| as colour on a logarithmic scale, one pixel a sample. */
  private shade(): void {
    const { columns, rows, radial, axial } = this.raster();
    const context = this.canvas().nativeElement.getContext('2d');
    if (!context) return;
    context.clearRect(0, 0, 2 * columns, rows);
    if (!this.layers().strength) return;
    const image = context.createImageData(2 * columns, rows);
    const scale = scaleLog([SCALE_FROM_T, SCALE_TO_T], [0.02, 0.95]).clamp(true);
    for (let j = 0; j < rows; j++) {
      for (let i = 0; i < columns; i++) {
        const k = j * columns + i;
        const size = Math.max(SCALE_FROM_T, Math.hypot(radial[k]!, axial[k]!));
        const { r, g, b } = rgb(interpolateYlGnBu(scale(size)));
        for (const column of [columns + i, columns - 1 - i]) {
          image.data.set([r, g, b, 255], 4 * (j * 2 * columns + column));
        }
      }
    }
    context.putImageData(image, 0, 0);
  }

  protected probe(event: PointerEvent): void {
    const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
    const { width, low, high } = this.raster();
    const radius = Math.abs((event.clientX - box.left) / box.width - 0.5) * 2 * width;
    const z = low + ((event.clientY - box.top) / box.height) * (high - low);
    this.probed.set(probeText(sampleAt(this.raster(), radius, z), radius, z));
  }
}
