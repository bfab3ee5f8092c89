import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  EnvironmentInjector,
  inject,
  input,
  output,
  type OutputEmitterRef,
  viewChild,
} from '@angular/core';
import { drag, type D3DragEvent } from 'd3-drag';
import { select, type Selection } from 'd3-selection';
import { predictiveBand, type ClassPosterior } from '@nab/core/statistics';
import type { Evaluation, MagnetDesign } from '@nab/core/experiments';
import { countText } from '@nab/words/terms';
import { drawLayers, onResize, type Layer } from '../drawing';
import { drawCore, drawPoles, drawRuler, drawYoke } from './draw-core';
import { drawHeaps } from './draw-heap';
import { drawPlate } from './draw-plate';
import { drawSupply } from './draw-supply';
import { drawLens, drawTurns } from './draw-winding';
import { letterSize, lettersAt, BOX, layOut, type Group, type Layout } from './layout';

/** Which end of the winding: the upper one (start) or the one toward the tip. */
export type WindingEdge = 'start' | 'end';
export interface EdgeMove {
  readonly edge: WindingEdge;
  /** New position from the rear end of the core, m, rounded to half a millimetre. */
  readonly position: number;
}

/** The axis of each core on the drawing; the second of a pair on the right. */
function axesOf({ pair }: MagnetDesign, at: Layout): { axis: Layout; second: boolean }[] {
  if (!pair) return [{ axis: at, second: false }];
  const apart = (pair.spacing / 2) * at.scale;
  return [
    { axis: { ...at, axisX: at.axisX - apart }, second: false },
    { axis: { ...at, axisX: at.axisX + apart }, second: true },
  ];
}

/** A magnet with what it does: everything that the drawing is made from. */
export interface EvaluatedMagnet {
  readonly design: MagnetDesign;
  readonly evaluation: Evaluation;
  readonly belief: ClassPosterior;
}

/** The magnet on screen, and where it is drawn. */
interface Picture extends EvaluatedMagnet {
  readonly layout: Layout;
}

/** Numbers objects, so that a key can name one: the same object, the same number. */
class Versions {
  private readonly numbers = new WeakMap<object, number>();
  private next = 0;

  of(object: object): number {
    let number = this.numbers.get(object);
    if (number === undefined) this.numbers.set(object, (number = this.next++));
    return number;
  }
}

function drawSum(group: Group, text: string): void {
  group
    .append('text')
    .attr('x', BOX.width - 24)
    .attr('y', BOX.height - 22)
    .attr('text-anchor', 'end')
    .style('font-size', letterSize(20))
    .attr('font-weight', 650)
    .attr('fill', 'var(--nab-ink)')
    .text(text);
}

const GRAIN = 0.0005;
/** The grips are next to the ruler, clear of lens and heap. */
const GRIP_X = 62;
let nextId = 0;

/**
 * The magnet cut open and drawn to scale: core, every turn, bare tip, the heap it would lift, and the
 * supply. The ends of the winding can be dragged, or moved with the arrow keys.
 */
@Component({
  selector: 'nab-cutaway',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: block;
      position: relative;
    }
    svg {
      display: block;
      width: 100%;
      height: auto;
      touch-action: none;
    }
    .edge {
      cursor: ns-resize;
    }
    .layer {
      cursor: ew-resize;
    }
    .edge:focus-visible,
    .layer:focus-visible {
      outline: none;
    }
    .layer:focus-visible .grip,
    .edge:focus-visible .grip {
      stroke: var(--nab-series-1);
      stroke-width: 4;
    }
  `,
  template: `
    <svg
      #drawing
      [attr.viewBox]="'0 0 ' + box.width + ' ' + box.height"
      role="group"
      aria-label="Cutaway of the magnet, to scale"
    >
      <defs>
        <pattern [attr.id]="ids.grid" width="13" height="13" patternUnits="userSpaceOnUse">
          <path d="M13 0H0V13" fill="none" stroke="var(--nab-grid)" stroke-width="1" />
        </pattern>
        <pattern [attr.id]="ids.hatch" width="7" height="7" patternUnits="userSpaceOnUse">
          <path d="M-1 8 8 -1" stroke="var(--nab-steel)" stroke-width="1.4" />
        </pattern>
        <pattern [attr.id]="ids.heap" width="13" height="11" patternUnits="userSpaceOnUse">
          <path
            d="M2 3l4 2M8 1.5l2 3.5M4 8.5l4-1.5M10 9l2-2"
            stroke="var(--nab-steel)"
            stroke-width="1.5"
            stroke-linecap="round"
          />
        </pattern>
      </defs>
      <rect
        [attr.width]="box.width"
        [attr.height]="box.height"
        [attr.fill]="'url(#' + ids.grid + ')'"
      />
      <g #picture></g>
      <g #edges [attr.display]="still() ? 'none' : null"></g>
    </svg>
    <ng-content />
  `,
})
export class Cutaway {
  /** A signal, so that the drawing does not wait for the page's round of changes. */
  readonly magnet = input.required<() => EvaluatedMagnet | null>();
  readonly objects = input.required<string>();
  /** Only to be looked at: without grips. */
  readonly still = input(false);
  /** With the plate or bar under the pole in place of the heap. */
  readonly plate = input(false);
  /** Scale to draw at, user units per metre; the largest that fits when null. */
  readonly scale = input<number | null>(null);
  readonly edgeMove = output<EdgeMove>();
  /** Turns that fill as many layers as the outer edge was dragged to. */
  readonly turnsMove = output<number>();

  private readonly picture = viewChild.required<ElementRef<SVGGElement>>('picture');
  private readonly edges = viewChild.required<ElementRef<SVGGElement>>('edges');
  protected readonly box = BOX;
  private readonly key = nextId++;
  protected readonly ids = {
    grid: `cutaway-grid-${this.key}`,
    hatch: `cutaway-hatch-${this.key}`,
    heap: `cutaway-heap-${this.key}`,
    clip: `cutaway-lens-${this.key}`,
  };
  private drawn: Picture | null = null;
  private readonly asked = computed(() => {
    const magnet = this.magnet()();
    return magnet && { magnet, objects: this.objects(), plate: this.plate(), scale: this.scale() };
  });
  /** What was drawn last. */
  private answered: ReturnType<typeof this.asked> = null;
  private readonly versions = new Versions();

  constructor() {
    const injector = inject(EnvironmentInjector);
    const whenDestroyed = inject(DestroyRef);
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    const ended = onResize(host, () => {
      if (host.clientWidth > 0)
        host.style.setProperty('--nab-letters', String(lettersAt(host.clientWidth)));
    });
    whenDestroyed.onDestroy(ended);
    afterNextRender(() => {
      this.makeEdges();
      // Of the environment, and so ahead of every component; ended with this one.
      const drawing = effect(() => this.draw(), { injector });
      whenDestroyed.onDestroy(() => drawing.destroy());
    });
  }

  private draw(): void {
    const asked = this.asked();
    if (!asked || asked === this.answered) return;
    this.answered = asked;
    const { magnet, objects, plate, scale } = asked;
    const { design, evaluation, belief } = magnet;
    const band = predictiveBand(belief, evaluation.liftedCount);
    const at = layOut(design, evaluation, band, scale);
    this.drawn = { ...magnet, layout: at };
    const { core, pair, winding } = design;
    const place = [at.scale, at.y(0)];
    const solved = this.versions.of(evaluation);
    const layers: Layer[] = [];
    const layer = (name: string, madeFrom: unknown, paint: Layer['paint']): void => {
      layers.push({ name, madeFrom, paint });
    };
    layer('ruler', [place, core.length], (g) => drawRuler(g, design, at));
    layer('yoke', [place, core, pair], (g) => drawYoke(g, design, at, this.ids.hatch));
    const axes = axesOf(design, at);
    axes.forEach(({ axis }, side) => {
      if (!plate) {
        layer(`heaps ${side}`, [solved, band], (g) =>
          drawHeaps(g, design, evaluation, band, axis, this.ids.heap),
        );
      }
      layer(`core ${side}`, [place, core, pair], (g) => drawCore(g, design, axis, this.ids.hatch));
      layer(`turns ${side}`, [place, solved], (g) => drawTurns(g, evaluation, design, axis));
      layer(`poles ${side}`, [place, core, pair, winding.sense, design.supply.plusTail], (g) =>
        drawPoles(g, design, axis, side === 1 && pair?.opposed),
      );
    });
    if (plate) {
      layer('plate', [place, core, pair, design.plate], (g) =>
        drawPlate(g, design, at, this.ids.hatch),
      );
    }
    layer('supply', [place, solved], (g) =>
      drawSupply(g, design, evaluation, axes[axes.length - 1]!.axis),
    );
    layer('lens', [place, solved], (g) => drawLens(g, design, evaluation, axes[0]!.axis, this.ids));
    if (!plate) {
      const sum = `about ${countText(band.median)} ${objects}`;
      layer('sum', sum, (g) => drawSum(g, sum));
    }
    drawLayers(this.picture().nativeElement, layers);
    this.placeEdges(this.drawn);
  }

  private makeEdges(): void {
    const layer = select(this.edges().nativeElement);
    this.makeLayerGrip(layer.append('g'));
    const grips = layer
      .selectAll<SVGGElement, WindingEdge>('g.edge')
      .data<WindingEdge>(['start', 'end'])
      .join('g')
      .attr('class', 'edge')
      .attr('role', 'slider')
      .attr('tabindex', 0)
      .attr('aria-orientation', 'vertical')
      .attr('aria-label', (edge) =>
        edge === 'start' ? 'Upper end of the winding' : 'Lower end of the winding',
      );
    grips
      .append('line')
      .attr('class', 'guide')
      .attr('x1', GRIP_X + 22)
      .attr('stroke', 'var(--nab-copper)')
      .attr('stroke-width', 1)
      .attr('stroke-dasharray', '3 4');
    // A generous invisible target makes the small arrow easy to hit with a finger.
    grips
      .append('rect')
      .attr('x', GRIP_X - 16)
      .attr('y', -20)
      .attr('width', 56)
      .attr('height', 40)
      .attr('fill', 'transparent');
    grips
      .append('path')
      .attr('class', 'grip')
      .attr('d', `M${GRIP_X} -9h13l9 9l-9 9h-13z`)
      .attr('stroke', 'var(--nab-copper)')
      .attr('stroke-width', 2)
      .attr('fill', 'var(--nab-sheet)');
    grips.call(
      drag<SVGGElement, WindingEdge>()
        .container(this.edges().nativeElement)
        .on('drag', (event: D3DragEvent<SVGGElement, WindingEdge, unknown>, edge) => {
          if (this.drawn) this.move(edge, this.drawn.layout.z(event.y));
        }),
    );
    grips.on('keydown', (event: KeyboardEvent, edge) => {
      const steps: Record<string, number> = {
        ArrowUp: -1,
        ArrowDown: 1,
        PageUp: -10,
        PageDown: 10,
      };
      const step = steps[event.key];
      if (step === undefined) return;
      event.preventDefault();
      const at = this.drawn?.design.winding[edge];
      if (at !== undefined) this.move(edge, at + step * 0.001);
    });
  }

  private placeEdges({ layout: at, design, evaluation }: Picture): void {
    const left = axesOf(design, at)[0]!.axis.axisX;
    const edge = left - evaluation.winding.outerRadius * at.scale - 2;
    const grips = select(this.edges().nativeElement)
      .selectAll<SVGGElement, WindingEdge>('g.edge')
      .attr('transform', (edge) => `translate(0,${at.y(design.winding[edge])})`)
      .attr('aria-valuemin', 0)
      .attr('aria-valuemax', Math.round(design.core.length * 1000))
      .attr('aria-valuenow', (edge) => Math.round(design.winding[edge] * 10000) / 10)
      .attr('aria-valuetext', (edge) => `${(design.winding[edge] * 1000).toFixed(1)} mm`);
    grips.select('.guide').attr('x2', edge);
    const { winding } = evaluation;
    const height = at.y(design.winding.start + (design.winding.end - design.winding.start) / 5);
    select(this.edges().nativeElement)
      .select('g.layer')
      .attr('transform', `translate(${edge},${height})`)
      .attr('aria-valuemax', Math.max(12, winding.layers.length))
      .attr('aria-valuenow', winding.layers.length)
      .attr('aria-valuetext', `${winding.layers.length}, ${design.winding.turns} turns`);
  }

  /** The outer edge of the winding: out for more layers, in for fewer, each one full. */
  private makeLayerGrip(grip: Selection<SVGGElement, unknown, null, undefined>): void {
    grip
      .attr('class', 'layer')
      .attr('role', 'slider')
      .attr('tabindex', 0)
      .attr('aria-orientation', 'horizontal')
      .attr('aria-label', 'Layers of the winding')
      .attr('aria-valuemin', 1);
    grip
      .append('rect')
      .attr('x', -30)
      .attr('y', -18)
      .attr('width', 36)
      .attr('height', 36)
      .attr('fill', 'transparent');
    grip
      .append('path')
      .attr('class', 'grip')
      .attr('d', 'M-3 -8v16l-11 -8z')
      .attr('stroke', 'var(--nab-copper)')
      .attr('stroke-width', 2)
      .attr('fill', 'var(--nab-sheet)');
    grip.call(
      drag<SVGGElement, unknown>()
        .container(this.edges().nativeElement)
        .on('drag', (event: D3DragEvent<SVGGElement, unknown, unknown>) => {
          if (!this.drawn) return;
          const { design, layout } = this.drawn;
          const left = axesOf(design, layout)[0]!.axis.axisX;
          this.moveLayers((left - event.x) / layout.scale);
        }),
    );
    grip.on('keydown', (event: KeyboardEvent) => {
      const step = { ArrowLeft: 1, ArrowUp: 1, ArrowRight: -1, ArrowDown: -1 }[event.key];
      if (step === undefined) return;
      event.preventDefault();
      if (this.drawn) this.fillLayers(this.drawn.evaluation.winding.layers.length + step);
    });
  }

  /** Tells of a move, and draws what it leads to at once: the frame comes before the page's round. */
  private moved<T>(told: OutputEmitterRef<T>, move: T): void {
    told.emit(move);
    this.draw();
  }

  private moveLayers(radius: number): void {
    if (!this.drawn) return;
    const { winding, wire } = this.drawn.evaluation;
    const inner = winding.layers[0]!.radius - wire.height / 2;
    this.fillLayers(Math.round((radius - inner) / wire.height));
  }

  private fillLayers(layers: number): void {
    if (!this.drawn) return;
    const { design, evaluation } = this.drawn;
    const turns = Math.max(1, Math.min(12, layers)) * evaluation.winding.turnsPerLayer;
    if (turns !== design.winding.turns) this.moved(this.turnsMove, turns);
  }

  private move(edge: WindingEdge, position: number): void {
    if (!this.drawn) return;
    const { core, winding } = this.drawn.design;
    const gap = 0.002;
    const furthest = winding.base > 0 || core.shape === 'none' ? 2 * core.length : core.length;
    const [low, high] = edge === 'start' ? [0, winding.end - gap] : [winding.start + gap, furthest];
    const clamped = Math.min(high, Math.max(low, position));
    const rounded = Math.round(clamped / GRAIN) * GRAIN;
    if (Math.abs(rounded - winding[edge]) > 1e-9)
      this.moved(this.edgeMove, { edge, position: rounded });
  }
}
