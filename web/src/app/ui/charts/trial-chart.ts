import { BreakpointObserver } from '@angular/cdk/layout';
import {
  afterNextRender,
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  ElementRef,
  inject,
  input,
  linkedSignal,
  signal,
  viewChild,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { quadtree } from 'd3-quadtree';
import { pointer, select } from 'd3-selection';
import { zoom, zoomIdentity, type D3ZoomEvent } from 'd3-zoom';
import { map } from 'rxjs';
import { v4 as uuid } from 'uuid';
import { levelAxes } from './axes';
import type { LayerGroup } from '../drawing';
import { drawFrame } from './draw-frame';
import { aboveZero, drawBars, drawMeans, drawSeries, EndLabels, labelRoom } from './draw-trials';
import {
  makeXScale,
  placesAcrossLog,
  makeYScale,
  placesUpLog,
  type XScale,
  type ChartBox,
  type YScale,
} from './scales';
import { PointCursor } from './point-cursor';
import {
  drawSpots,
  clusterPosition,
  clusterPoints,
  spotText,
  type PointCluster,
} from './point-clusters';
import type { TrialChartData } from './trial-data';

/** Where things stand in the drawing, for what is laid over it. */
export interface TrialPlaces {
  readonly across: XScale;
  readonly up: YScale;
  /** The value at the upper edge when nothing is zoomed. */
  readonly most: number;
  /** Edges of the plot. */
  readonly top: number;
  readonly bottom: number;
  readonly left: number;
  readonly right: number;
}

/** On a page; and on a board, where the same letters fill twice the room. */
const BOXES: Readonly<Record<'page' | 'board', ChartBox>> = {
  page: { width: 860, height: 460, margin: { top: 18, right: 160, bottom: 58, left: 66 } },
  board: { width: 480, height: 350, margin: { top: 12, right: 112, bottom: 54, left: 56 } },
};
/** Share of the width that what is said of the lines may take: on a board it is wrapped sooner. */
const MOST_LABELS = { page: 0.36, board: 0.18 } as const;
const NARROW = '(max-width: 640px)';
/** A pointer this near to a trial asks for it, in the drawing's own units. */
const NEAR = 16;
const CLOSEST = 40;
/** A letter on a board is at least this part of its height. */
const BOARD_LINES = 29;
const LETTER_SIZE = 14;
/** Scale of the drawing on a telephone: letters of 14 are 12 px. */
const SMALL = 0.86;
/** A smaller place is not filled: the chart would be nothing but its axes. */
const LEAST = { width: 360, height: 220 } as const;
/** Marks at an edge of the plot reach so far beyond it. */
const OVER = 9;

/**
 * Every trial, the means with their error bars, the model's band and the fitted lines. On a page it is
 * looked at more closely with two fingers, with Ctrl and the wheel, or by keys on a trial.
 */
@Component({
  selector: 'nab-trial-chart',
  imports: [PointCursor],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: block;
    }
    svg {
      display: block;
      width: 100%;
      height: auto;
      touch-action: pan-x pan-y;
    }
    :host(.fill) {
      position: relative;
      height: 100%;
      min-height: 220px;
    }
    /* Out of the flow: its size follows from its place, and not the other way round. */
    :host(.fill) svg {
      position: absolute;
      inset: 0;
      height: 100%;
    }
    svg.close {
      touch-action: none;
      cursor: grab;
    }
  `,
  exportAs: 'nabTrialChart',
  host: { '[class.fill]': 'fill()' },
  template: `
    <svg
      #svg
      [attr.viewBox]="'0 0 ' + box().width + ' ' + box().height"
      [class.close]="isClose()"
      role="group"
      [attr.aria-label]="'Chart of ' + data().upLabel + ' against ' + data().across.label"
      (pointermove)="hover($event)"
      (pointerdown)="hover($event)"
      (pointerleave)="hovered.set(null)"
    >
      <defs>
        <clipPath [attr.id]="clip">
          <rect
            [attr.x]="places().left - over"
            [attr.y]="places().top - over"
            [attr.width]="places().right - places().left + 2 * over"
            [attr.height]="places().bottom - places().top + 2 * over"
          />
        </clipPath>
      </defs>
      <g #frame></g>
      <g [attr.clip-path]="'url(#' + clip + ')'">
        <g #lines></g>
        <g #marks></g>
        <g #means></g>
      </g>
      <g #names></g>
      <g [attr.clip-path]="isClose() ? 'url(#' + clip + ')' : null"><ng-content /></g>
      @if (on() === 'page') {
        @if (shown(); as spot) {
          <g
            nabPointCursor
            [at]="spot.at"
            [index]="spot.index"
            [count]="spots().length"
            [text]="spot.text"
            [hovered]="hovered() !== null"
            [within]="box().width"
            (choose)="choose($event)"
            (closer)="closer($event)"
          />
        }
      }
    </svg>
  `,
})
export class TrialChart {
  readonly data = input.required<TrialChartData>();
  readonly on = input<'page' | 'board'>('page');
  /** Whether it takes the width and height that its place has, letters at their own size. */
  readonly fill = input(false);
  /** Of its place, px; null until that is known. */
  private readonly place = signal<{ readonly width: number; readonly height: number } | null>(null);
  /** On a telephone as on a board: the letters would be too small to read. */
  private readonly window = inject(BreakpointObserver);
  private readonly isNarrow = toSignal(
    this.window.observe(NARROW).pipe(map(({ matches }) => matches)),
    { initialValue: this.window.isMatched(NARROW) },
  );
  private readonly size = computed((): ChartBox => {
    const box = BOXES[this.isNarrow() ? 'board' : this.on()];
    const place = this.place();
    if (!place) return box;
    if (!this.fill()) {
      // On a telephone letters keep a size that can be read.
      return this.isNarrow() ? { ...box, width: Math.max(LEAST.width, place.width / SMALL) } : box;
    }
    // On a board the letters grow with the screen.
    const scale = this.on() === 'board' ? Math.max(1, innerHeight / BOARD_LINES / LETTER_SIZE) : 1;
    return {
      ...box,
      width: Math.max(LEAST.width, Math.round(place.width / scale)),
      height: Math.max(LEAST.height, Math.round(place.height / scale)),
    };
  });
  protected readonly box = computed(
    (): ChartBox => {
      const { width, height, margin } = this.size();
      const right = labelRoom(this.data(), width * MOST_LABELS[this.on()]);
      // A name may take a line more than a number, and what is said of kinds is written above them.
      const room = this.data().across.kind === 'kinds' ? LETTER_SIZE : 0;
      const [top, bottom] = [margin.top + room, margin.bottom + room];
      return { width, height, margin: { ...margin, top, right, bottom } };
    },
    { equal: (p, q) => JSON.stringify(p) === JSON.stringify(q) },
  );
  protected readonly clip = `plot-${uuid()}`;
  protected readonly over = OVER;
  private readonly svg = viewChild.required<ElementRef<SVGSVGElement>>('svg');
  private readonly frame = viewChild.required<ElementRef<SVGGElement>>('frame');
  private readonly lines = viewChild.required<ElementRef<SVGGElement>>('lines');
  private readonly marks = viewChild.required<ElementRef<SVGGElement>>('marks');
  private readonly means = viewChild.required<ElementRef<SVGGElement>>('means');
  private readonly names = viewChild.required<ElementRef<SVGGElement>>('names');

  /** How closely it is looked at, and where. */
  private readonly transform = signal(zoomIdentity);
  readonly isClose = computed(() => this.transform().k > 1);
  private readonly zooming = zoom<SVGSVGElement, unknown>()
    .scaleExtent([1, CLOSEST])
    .filter((event: Event) => this.isMeant(event))
    .on('zoom', ({ transform }: D3ZoomEvent<SVGSVGElement, unknown>) =>
      this.transform.set(transform),
    );

  private readonly points = computed(() => this.data().points);
  /** Those that have a place on these axes. */
  private readonly placed = computed(() =>
    this.data().log ? this.points().filter(({ y }) => y > 0) : this.points(),
  );
  protected readonly spots = computed(() => clusterPoints(this.placed()));
  private readonly most = computed(() => {
    const { series } = this.data();
    const curves = series.flatMap(({ curve, learnt }) => [...curve, ...(learnt ?? [])]);
    const lowest = curves.reduce((p, { low }) => (low > 0 ? Math.min(p, low) : p), Infinity);
    return this.points().reduce(
      ({ least, most }, { y, to }) => ({
        least: y > 0 ? Math.min(least, y) : least,
        most: Math.max(most, y, to ?? 0),
      }),
      { least: lowest, most: curves.reduce((p, { high }) => Math.max(p, high), 0) },
    );
  });

  /** What the scales hang on; the same object as long as it says the same. */
  private readonly scales = computed(
    () => {
      const { across, upLabel, log, groups, series } = this.data();
      return { across, upLabel, log, groups: groups.length, series: series.length, ...this.most() };
    },
    { equal: (p, q) => JSON.stringify(p) === JSON.stringify(q) },
  );
  /** Where things stand: what lies over the chart asks for it. */
  readonly places = computed((): TrialPlaces => {
    const [{ across, log, least, most }, box, how] = [this.scales(), this.box(), this.transform()];
    const { top, bottom, left, right } = box.margin;
    const [whole] = makeYScale(most, box).domain().slice(1);
    return {
      across: log ? placesAcrossLog(across, box, how) : makeXScale(across, box, undefined, how),
      up: log ? placesUpLog(Math.min(least, most), most, box, how) : makeYScale(most, box, how),
      most: whole!,
      top,
      bottom: box.height - bottom,
      left,
      right: box.width - right,
    };
  });

  /** The pile under the pointer, and the one that the keys have come to. */
  protected readonly hovered = signal<number | null>(null);
  private readonly chosen = linkedSignal<readonly PointCluster[], number>({
    source: this.spots,
    // Readings come in while somebody looks: the cursor stays where it is.
    computation: (spots, before) => {
      const key = before?.source[before.value]?.key;
      return Math.max(
        0,
        spots.findIndex((spot) => spot.key === key),
      );
    },
  });
  protected readonly shown = computed(() => {
    const index = this.hovered() ?? this.chosen();
    const spot = this.spots()[index];
    if (!spot) return null;
    const [x, y] = this.at(index);
    return { index, at: { x, y }, text: spotText(spot) };
  });
  /** Places of the clusters, to find the nearest. */
  private readonly tree = computed(() =>
    quadtree<number>(
      this.spots().map((_, i) => i),
      (i) => this.at(i)[0],
      (i) => this.at(i)[1],
    ),
  );

  constructor() {
    // Apart, so that thousands of marks are redrawn only when they have moved.
    afterRenderEffect(() => this.drawFrame());
    afterRenderEffect(() => this.drawMarks());
    afterRenderEffect(() => this.drawLines());
    afterRenderEffect(() => {
      if (this.on() !== 'page') return;
      const { top, bottom, left, right } = this.box().margin;
      const plot: [[number, number], [number, number]] = [
        [left, top],
        [this.box().width - right, this.box().height - bottom],
      ];
      this.zooming.extent(plot).translateExtent(plot);
      // A second click is no wish to look closer: pupils click twice.
      select(this.svg().nativeElement).call(this.zooming).on('dblclick.zoom', null);
    });
    const whenDestroyed = inject(DestroyRef);
    whenDestroyed.onDestroy(() => this.zooming.on('zoom', null));
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    afterNextRender(() => {
      // A page without layout, such as a test's, has no place.
      if (typeof ResizeObserver === 'undefined') return;
      const observer = new ResizeObserver(([entry]) => {
        const { width, height } = entry!.contentRect;
        if (width > 0 && height > 0) this.place.set({ width, height });
      });
      observer.observe(host);
      whenDestroyed.onDestroy(() => observer.disconnect());
    });
  }

  /**
   * Looks more closely by a factor, at the trial in hand where one is; 0 for all of it.
   */
  closer(by: number): void {
    const svg = select(this.svg().nativeElement);
    if (by === 0) this.zooming.transform(svg, zoomIdentity);
    else if (this.spots().length === 0) this.zooming.scaleBy(svg, by);
    else this.zooming.scaleBy(svg, by, [...this.at(this.chosen())] as [number, number]);
  }

  protected choose(index: number): void {
    this.hovered.set(null);
    this.chosen.set(index);
    const [x, y] = this.at(index);
    const { left, right, top, bottom } = this.places();
    if (x >= left && x <= right && y >= top && y <= bottom) return;
    // What is beyond the edges is brought to the middle.
    const [dx, dy] = [(left + right) / 2 - x, (top + bottom) / 2 - y];
    const { k } = this.transform();
    this.zooming.translateBy(select(this.svg().nativeElement), dx / k, dy / k);
  }

  protected hover(event: PointerEvent): void {
    if (this.on() !== 'page') return;
    const [x, y] = pointer(event, this.svg().nativeElement);
    this.hovered.set(this.tree().find(x, y, NEAR) ?? null);
  }

  /** One finger and the wheel by itself belong to the page, until one is close. */
  private isMeant(event: Event): boolean {
    if (event.target instanceof Element && event.target.closest('[role=slider]')) return false;
    if (event instanceof WheelEvent) return event.ctrlKey || event.metaKey;
    if (typeof TouchEvent !== 'undefined' && event instanceof TouchEvent) {
      return event.touches.length > 1 || this.transform().k > 1;
    }
    return event instanceof MouseEvent && event.button === 0 && this.transform().k > 1;
  }

  private at(index: number): readonly [number, number] {
    return clusterPosition(this.spots()[index]!, this.places(), this.scales());
  }

  private drawFrame(): void {
    const [{ across, upLabel, log }, places, box] = [this.scales(), this.places(), this.box()];
    const axes = levelAxes(across, places.across, places.up, { upLabel, box, log });
    drawFrame(emptied(this.frame()), box, axes);
  }

  private drawMarks(): void {
    const { groups, series } = this.scales();
    drawSpots(emptied(this.marks()), this.spots(), { groups, series }, this.places());
  }

  private drawLines(): void {
    const all = this.data();
    const data = all.log ? aboveZero(all) : all;
    const { across, up, left, right } = this.places();
    const ends = [left, right] as const;
    const places = { across, up, ends };
    const [lines, labels] = [emptied(this.lines()), new EndLabels()];
    data.series.forEach((series, i) => drawSeries(lines, data, series, i, places, labels));
    if (data.bars) drawBars(lines, data, places);
    drawMeans(emptied(this.means()), data, places);
    labels.write(emptied(this.names()), this.box());
  }
}

function emptied({ nativeElement }: ElementRef<SVGGElement>): LayerGroup {
  nativeElement.replaceChildren();
  return select(nativeElement) as unknown as LayerGroup;
}
