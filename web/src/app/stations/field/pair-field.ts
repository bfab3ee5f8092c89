import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { formatQuantity } from '@nab/core/quantities';
import { yokeBox } from '@nab/core/physics';
import type { MagnetDesign, PairPicture } from '@nab/core/experiments';
import { catchError, map, of, switchMap } from 'rxjs';
import { Notice } from '../../ui/notices';
import { FieldService } from './field-service';
import type { FieldLayers } from './field-picture';
import { strengthColour } from './shade';
import type { PairAnswer } from './field.worker';

const WIDTH = 640;
const FAILED: PairAnswer = { picture: null, fault: 'The picture could not be computed.' };

/** The field of two cores in the plane through both axes, by tier 1, and said to be. */
@Component({
  selector: 'nab-pair-field',
  imports: [Notice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    .frame {
      position: relative;
      border: 1px solid var(--nab-grid);
      background: var(--nab-sheet);
      cursor: crosshair;
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
    text {
      font-size: 17px;
      font-weight: 700;
      fill: var(--nab-ink);
      text-anchor: middle;
      paint-order: stroke;
      stroke: var(--nab-sheet);
      stroke-width: 4px;
    }
  `,
  template: `
    @if (answer()?.fault; as fault) {
      <nab-notice state="caution">{{ fault }}</nab-notice>
    } @else if (drawn(); as d) {
      <div
        class="frame"
        [class.nab-daylit]="layers().strength"
        [style.max-width]="d.width"
        (pointermove)="probe($event)"
        (pointerleave)="probed.set('')"
      >
        <canvas #canvas [attr.width]="d.columns" [attr.height]="d.rows"></canvas>
        <svg
          [attr.viewBox]="'0 0 ' + width + ' ' + d.height"
          role="img"
          [attr.aria-label]="label()"
        >
          @if (layers().lines) {
            <path
              [attr.d]="d.lines"
              fill="none"
              stroke="var(--nab-sheet)"
              stroke-width="3.2"
              stroke-opacity="0.7"
            />
            <path [attr.d]="d.lines" fill="none" stroke="var(--nab-verdigris)" stroke-width="1.6" />
            @for (arrow of d.arrows; track $index) {
              <path d="M-5 -4L5 0L-5 4Z" fill="var(--nab-verdigris)" [attr.transform]="arrow" />
            }
          }
          <path
            [attr.d]="d.steel"
            fill="var(--nab-sheet)"
            fill-opacity="0.55"
            stroke="var(--nab-ink)"
            stroke-width="1.6"
          />
          <path [attr.d]="d.coils" fill="var(--nab-copper)" fill-opacity="0.6" />
          @for (pole of d.poles; track $index) {
            <text [attr.x]="pole.x" [attr.y]="pole.y">{{ pole.text }}</text>
          }
        </svg>
      </div>
      <p class="nab-hint" aria-live="off">
        {{ probed() || 'Point at the picture to read the field.' }}
      </p>
      <p class="nab-hint">
        Tier 1: the charges of both cores, and of the yoke, summed. Finite elements solve round
        magnets only. Against three-dimensional finite elements of cores with and without a bar
        across their upper ends the field before the faces and between the tips is within 2 %. Lines
        crowd where the field is strong, but in one plane they are no measure of flux.
      </p>
    } @else {
      <p class="nab-soft">Computing …</p>
    }
  `,
})
export class PairField {
  readonly design = input.required<MagnetDesign>();
  readonly layers = input.required<FieldLayers>();
  private readonly service = inject(FieldService);
  private readonly canvas = viewChild<ElementRef<HTMLCanvasElement>>('canvas');
  protected readonly width = WIDTH;
  protected readonly probed = signal('');
  protected readonly answer = toSignal(
    toObservable(this.design).pipe(
      switchMap((design) =>
        this.service.pair(design).pipe(
          map((answer) => ({ ...answer, design })),
          catchError(() => of({ ...FAILED, design })),
        ),
      ),
    ),
    { initialValue: null },
  );
  protected readonly drawn = computed(() => {
    const answer = this.answer();
    return answer?.picture ? drawing(answer.picture, answer.design) : null;
  });
  protected readonly label = computed(() => {
    const poles = this.answer()?.picture?.poles;
    if (!poles) return 'Two cores side by side, without a field';
    return poles[0] === poles[1]
      ? `Two cores with like poles, ${poles[0]} and ${poles[1]}: the lines part between them`
      : `Two cores with unlike poles, ${poles[0]} and ${poles[1]}: lines run from one tip to the other`;
  });

  constructor() {
    afterRenderEffect(() => this.shade());
  }

  private shade(): void {
    const picture = this.answer()?.picture;
    const shown = this.layers().strength;
    const context = this.canvas()?.nativeElement.getContext('2d');
    if (!picture || !context) return;
    const { columns, rows, strength } = picture;
    context.clearRect(0, 0, columns, rows);
    if (!shown) return;
    const image = context.createImageData(columns, rows);
    const colour = strengthColour();
    strength.forEach((b, k) => {
      // The lifting ends hang down, as everywhere in Nab: rows go on downward.
      image.data.set([...colour(b), 255], 4 * k);
    });
    context.putImageData(image, 0, 0);
  }

  protected probe(event: PointerEvent): void {
    const picture = this.answer()?.picture;
    if (!picture) return;
    const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
    const i = Math.round(((event.clientX - box.left) / box.width) * (picture.columns - 1));
    const j = Math.round(((event.clientY - box.top) / box.height) * (picture.rows - 1));
    const b = picture.strength[j * picture.columns + i];
    if (b !== undefined) this.probed.set(`${formatQuantity(b, 'fluxDensity', 'mT', 2)} there.`);
  }
}

/** Everything to draw, in the picture’s own units, tips down. */
export function drawing(picture: PairPicture, { core, winding, pair }: MagnetDesign) {
  const { half, low, high, columns, rows, lines, poles, windingRadius } = picture;
  const scale = WIDTH / (2 * half);
  const x = (across: number): number => (across + half) * scale;
  const y = (z: number): number => (z - low) * scale;
  const box = (from: number, to: number, top: number, bottom: number): string =>
    `M${x(from).toFixed(1)} ${y(top).toFixed(1)}H${x(to).toFixed(1)}V${y(bottom).toFixed(1)}H${x(from).toFixed(1)}Z`;
  const axes = [-pair!.spacing / 2, pair!.spacing / 2];
  const radius = core.diameter / 2;
  const yoke = yokeBox(pair!, radius);
  return {
    columns,
    rows,
    height: Math.round((high - low) * scale),
    /** So wide that its height leaves room for what is written round it. */
    width: `calc((100dvh - 330px) * ${((2 * half) / (high - low)).toFixed(3)})`,
    lines: lines
      .map((line) =>
        line
          .map(([px, pz], i) => `${i ? 'L' : 'M'}${x(px).toFixed(1)} ${y(pz).toFixed(1)}`)
          .join(''),
      )
      .join(''),
    arrows: lines.flatMap((line) => {
      const i = line.length >> 1;
      const [from, to] = [line[i - 1], line[i]];
      if (!from || !to || line.length < 24) return [];
      const turn = (Math.atan2(to[1] - from[1], to[0] - from[0]) * 180) / Math.PI;
      return [
        `translate(${x(to[0]).toFixed(1)} ${y(to[1]).toFixed(1)}) rotate(${turn.toFixed(1)})`,
      ];
    }),
    steel:
      axes.map((at) => box(at - radius, at + radius, 0, core.length)).join('') +
      (pair!.yoke === 'none' ? '' : box(-yoke.reach, yoke.reach, yoke.low, yoke.high)),
    coils: axes
      .flatMap((at) => [
        box(at - windingRadius, at - radius, winding.start, winding.end),
        box(at + radius, at + windingRadius, winding.start, winding.end),
      ])
      .join(''),
    poles: (poles ?? []).map((text, i) => ({ text, x: x(axes[i]!), y: y(core.length) - 8 })),
  };
}
