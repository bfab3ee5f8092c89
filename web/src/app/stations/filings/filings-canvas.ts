import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  input,
  viewChild,
} from '@angular/core';
import { FILING, SHEET, uprightThreshold, type Filings } from '@nab/core/experiments';
import { ThemeService } from '../../ui/frame/theme';

/** Pixels for each millimetre: a filing is then one pixel thick, which is drawn five times as fast as more. */
const PER_MM = 5;
/** So many strokes are drawn at once. */
const AT_ONCE = 200;
const STANDS_T = uprightThreshold();

/** Thousands of filings as strokes to scale. */
@Component({
  selector: 'nab-filings-canvas',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    canvas {
      display: block;
      width: 100%;
      height: auto;
      background: var(--nab-sheet);
      border: 1px solid var(--nab-grid);
    }
  `,
  template: `<canvas
    #canvas
    role="img"
    [attr.aria-label]="label()"
    [attr.width]="width"
    [attr.height]="height"
  ></canvas>`,
})
export class FilingsCanvas {
  readonly filings = input.required<Filings>();
  /** Reads the field at a place, T: where it stands on the sheet, so do the filings. */
  readonly field = input.required<(x: number, y: number, out: [number, number, number]) => void>();
  readonly label = input.required<string>();
  protected readonly width = SHEET.width * 1000 * PER_MM;
  protected readonly height = SHEET.height * 1000 * PER_MM;
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private readonly theme = inject(ThemeService).theme;
  private readonly ink = computed(() => {
    this.theme();
    return getComputedStyle(document.documentElement).getPropertyValue('--nab-ink').trim();
  });

  constructor() {
    // Once the canvas has its size; setting it would wipe what was drawn.
    afterRenderEffect(() => this.draw(this.filings(), this.ink()));
  }

  private draw({ x, y, angle }: Filings, ink: string): void {
    const context = this.canvas().nativeElement.getContext('2d');
    if (!context) return;
    const field = this.field();
    const at: [number, number, number] = [0, 0, 0];
    const scale = PER_MM * 1000;
    const half = (FILING.length / 2) * scale;
    context.clearRect(0, 0, this.width, this.height);
    context.strokeStyle = ink;
    context.lineWidth = FILING.diameter * scale;
    context.beginPath();
    for (let i = 0; i < x.length; i++) {
      field(x[i]!, y[i]!, at);
      const out = at[2];
      // Strong enough it lifts one end: the stroke is as long as it looks from above.
      const seen =
        Math.abs(out) > STANDS_T ? Math.max(0.2, Math.hypot(at[0], at[1]) / Math.hypot(...at)) : 1;
      const [dx, dy] = [half * seen * Math.cos(angle[i]!), -half * seen * Math.sin(angle[i]!)];
      const [cx, cy] = [this.width / 2 + x[i]! * scale, this.height / 2 - y[i]! * scale];
      context.moveTo(cx - dx, cy - dy);
      context.lineTo(cx + dx, cy + dy);
      if (i % AT_ONCE === AT_ONCE - 1) {
        context.stroke();
        context.beginPath();
      }
    }
    context.stroke();
  }
}
