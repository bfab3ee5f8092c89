import { DecimalPipe, NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import {
  buildMagnet,
  CoreError,
  fieldProblemOf,
  type FieldRaster,
  type MagnetDesign,
  type Rectangle,
} from '@nab/core';
import { catchError, map, of, scan, startWith, switchMap } from 'rxjs';
import { Notice } from '../frame/notice';
import { InvestigationStore } from '../investigation/investigation-store';
import { FieldPicture, type FieldLayers } from './field-picture';
import { FieldService } from './field-service';
import type { FieldMessage } from './field.worker';
import { fluxStepFor, SCALE_FROM_T, SCALE_TO_T } from './raster';

interface Solved {
  readonly raster: FieldRaster | null;
  readonly said: string;
  readonly fault: string | null;
}

/** What the invisible field looks like, with the core and without it, on one scale. */
@Component({
  selector: 'nab-field',
  imports: [DecimalPipe, FieldPicture, NgTemplateOutlet, Notice, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './field.html',
  styleUrl: './field.less',
})
export class FieldPage {
  protected readonly store = inject(InvestigationStore);
  private readonly service = inject(FieldService);
  protected readonly layers = signal<FieldLayers>({
    strength: true,
    lines: true,
    filings: false,
  });
  protected readonly beside = signal(true);
  protected readonly scaleEnds = { from: SCALE_FROM_T * 1e3, to: SCALE_TO_T * 1e3 };

  protected readonly magnet = computed(() => this.store.restingMagnet());
  protected readonly bare = computed((): MagnetDesign => {
    const { core, ...rest } = this.magnet();
    const { head: _head, ...shank } = core;
    return { ...rest, core: { ...shank, shape: 'none' } };
  });
  protected readonly withCore = this.solved(this.magnet);
  protected readonly withoutCore = this.solved(this.bare);
  /** The winding as it lies; nothing while it cannot be wound. */
  protected readonly coil = computed((): Rectangle => {
    try {
      const bare = this.bare();
      return fieldProblemOf(bare, buildMagnet(bare)).windings[0]!.rectangle;
    } catch (error) {
      if (error instanceof CoreError) return { r0: 0, r1: 0, z0: 0, z1: 0 };
      throw error;
    }
  });
  /** As many lines leave the magnet with its core; the bare coil has few on the same scale. */
  protected readonly fluxStep = computed(() => {
    const raster = this.withCore()?.raster;
    return raster ? fluxStepFor([raster]) : 0;
  });

  protected set(layer: keyof FieldLayers, on: boolean): void {
    this.layers.update((layers) => ({ ...layers, [layer]: on }));
  }

  private solved(design: () => MagnetDesign) {
    return toSignal(
      toObservable(computed(design)).pipe(
        switchMap((magnet) =>
          this.service.solve(magnet).pipe(
            map(told),
            startWith({ raster: null, said: 'Solving …', fault: null }),
            catchError(() =>
              of({
                raster: null,
                said: '',
                fault:
                  'The solver ended by a mistake of Nab’s. Change something, and it starts again.',
              }),
            ),
          ),
        ),
        // The last picture stays until the next one is there.
        scan(
          (before: Solved | null, now: Solved) =>
            now.raster || now.fault ? now : { ...now, raster: before?.raster ?? null },
          null as Solved | null,
        ),
      ),
    );
  }
}

function told(message: FieldMessage): Solved {
  if ('fault' in message) return { raster: null, said: '', fault: message.fault };
  if ('iteration' in message) {
    return { raster: null, said: `Solving: step ${message.iteration}`, fault: null };
  }
  const { raster, status, iterations, unknowns, seconds } = message;
  const ended = status === 'converged' ? '' : ', not quite settled';
  return {
    raster,
    said: `Finite elements: ${unknowns.toLocaleString('en')} unknowns, ${iterations} steps, ${seconds.toFixed(1)} s${ended}.`,
    fault: null,
  };
}
