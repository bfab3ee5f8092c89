import { DecimalPipe, NgTemplateOutlet } from '@angular/common';
import { HttpErrorResponse } from '@angular/common/http';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  linkedSignal,
  signal,
  viewChildren,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { toMagnetDesign, type DesignDocument } from '@nab/contract/experiments';
import { alongRuler, buildMagnet, fieldProblemOf, type MagnetDesign } from '@nab/core/experiments';
import { CoreError } from '@nab/core/errors';
import { EARTH_HORIZONTAL_T } from '@nab/core/physics';
import type { FieldProblem, Place } from '@nab/core/fem';
import {
  catchError,
  combineLatest,
  concat,
  endWith,
  map,
  merge,
  of,
  scan,
  Subject,
  switchMap,
  takeWhile,
} from 'rxjs';
import { FormsModule } from '@angular/forms';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { NzDropdownModule } from 'ng-zorro-antd/dropdown';
import { MenuItem, MenuList, MenuTrigger } from '../../ui/accessibility';
import { Workbench, WorkbenchPanel } from '../../workbench/frame';
import { fileName, saveFile } from '../../platform/files';
import { Notice } from '../../ui/notices';
import { MagnetStore } from '../../workbench/magnet';
import { ChoiceField } from '../../ui/fields';
import { gridCsv, pictureSvg, pngOf, rulerCsv } from './field-files';
import { FieldPictureView, type FieldLayers, type Ruler } from './field-picture';
import { FieldService, withoutCore, type Solver } from './field-service';
import { HeapInField } from './heap-in-field';
import { ReferenceField } from './reference-field';
import { fluxStepFor, linesForOne, SCALE_FROM_T, SCALE_TO_T } from './raster';
import { PairField } from './pair-field';
import { RulerChart, type RulerLine } from './ruler-chart';
import { fieldSentence } from './field-sentence';
import { RULERS, rulerAt, type RulerPlace } from './rulers';
import { BEGUN, heard, type PageNews } from './solved';

const LAYERS: Readonly<Record<keyof FieldLayers, string>> = {
  lines: 'Flux lines',
  strength: 'Strength',
  filings: 'Iron filings',
  compasses: 'Compasses',
  saturation: 'Where the core is saturated',
};
const EARTH = { none: 'left out', across: 'across the magnet', along: 'along the magnet' } as const;
const SOLVERS: Readonly<Record<Solver, string>> = {
  device: 'on this device',
  server: 'on the server, for a weak tablet',
};
const FILES = {
  png: 'Picture (PNG)',
  svg: 'Picture (SVG)',
  ruler: 'Ruler (CSV)',
  grid: 'Grid (CSV)',
  mesh: 'Mesh (VTU)',
} as const;
type FileKind = keyof typeof FILES;
const BESIDE = {
  bare: 'The same coil without its core',
  kept: 'The picture kept before',
  none: 'Nothing',
} as const;

/** What the invisible field looks like: with the core and without it, before and after, on one scale. */
@Component({
  selector: 'nab-field',
  imports: [
    Workbench,
    WorkbenchPanel,
    ChoiceField,
    DecimalPipe,
    FieldPictureView,
    FormsModule,
    HeapInField,
    MenuItem,
    MenuList,
    MenuTrigger,
    NgTemplateOutlet,
    Notice,
    NzButtonModule,
    NzCheckboxModule,
    NzDropdownModule,
    PairField,
    RouterLink,
    RulerChart,
  ],
  providers: [MagnetStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './field.html',
  styleUrl: './field.less',
})
export class FieldPage {
  protected readonly store = inject(MagnetStore);
  private readonly service = inject(FieldService);
  private readonly keptField = inject(ReferenceField);
  private readonly halt = new Subject<void>();
  private readonly views = viewChildren(FieldPictureView);

  protected readonly layerNames = Object.entries(LAYERS).map(([value, label]) => ({
    value,
    label,
  }));
  /** Of two cores only what tier 1 gives. */
  protected readonly layerChoices = computed(() =>
    this.magnet().pair
      ? this.layerNames.filter(({ value }) => value === 'lines' || value === 'strength')
      : this.layerNames,
  );
  protected readonly files = Object.entries(FILES) as [FileKind, string][];
  protected readonly part = signal('show');
  /** The magnet’s own page: the step beside this one, or the bench above it. */
  protected readonly back = computed(() =>
    this.store.lesson() === null ? '/magnet' : '../magnet',
  );
  protected readonly earths = EARTH;
  protected readonly solvers = SOLVERS;
  protected readonly rulers = RULERS;
  protected readonly scaleEnds = { from: SCALE_FROM_T * 1e3, to: SCALE_TO_T };

  protected readonly layers = signal<FieldLayers>({
    strength: true,
    lines: true,
    filings: false,
    compasses: false,
    saturation: true,
  });
  protected readonly shownLayers = computed(() =>
    Object.entries(this.layers()).flatMap(([layer, shown]) => (shown ? [layer] : [])),
  );
  protected readonly solver = signal<Solver>('device');
  protected readonly earthWay = signal<keyof typeof EARTH>('none');
  protected readonly kept = this.keptField.picture.asReadonly();
  protected readonly besides = computed((): Partial<typeof BESIDE> =>
    this.kept() ? BESIDE : { bare: BESIDE.bare, none: BESIDE.none },
  );
  protected readonly beside = linkedSignal<keyof typeof BESIDE>(() =>
    this.kept() ? 'kept' : 'bare',
  );
  protected readonly earth = computed(() => ({
    across: this.earthWay() === 'across' ? EARTH_HORIZONTAL_T : 0,
    along: this.earthWay() === 'along' ? EARTH_HORIZONTAL_T : 0,
  }));

  private readonly document = computed(() => this.store.restingDesign());
  private readonly bareDocument = computed(() => withoutCore(this.document()));
  protected readonly magnet = computed(() => toMagnetDesign(this.document()));
  protected readonly bare = computed(() => toMagnetDesign(this.bareDocument()));
  protected readonly problem = computed(() => problemOf(this.magnet()));
  protected readonly bareProblem = computed(() => problemOf(this.bare()));
  protected readonly withCore = this.solved(this.document);
  protected readonly withoutCore = this.solved(this.bareDocument);

  /** As many lines leave every magnet with its core. */
  protected readonly fluxStep = computed(() => {
    const raster = this.withCore().picture?.raster;
    return raster ? fluxStepFor([raster]) : 0;
  });

  /** Lines of the bare coil for one with the core: at one scale it would have none. */
  protected readonly bareLines = computed(() => {
    const raster = this.withoutCore().picture?.raster;
    return raster ? linesForOne(raster, this.fluxStep()) : 1;
  });
  /** Where the earth’s field is on the scale of colours, %. */
  protected readonly earthMark =
    (100 * Math.log(EARTH_HORIZONTAL_T / SCALE_FROM_T)) / Math.log(SCALE_TO_T / SCALE_FROM_T);

  /** Line round the grown heap, and what tier 1 predicts for the lifting end, kg. */
  protected readonly heapOutline = linkedSignal<MagnetDesign, readonly Place[]>({
    source: () => this.magnet(),
    computation: () => [],
  });
  protected readonly tipHeap = computed(() =>
    this.problem() ? (this.store.restingEvaluation()?.heap.mass ?? 0) : 0,
  );

  /** What a gauss meter would show below the tip, and how that compares with the earth's field. */
  protected readonly tipSentence = computed(() => {
    if (this.magnet().pair) {
      return 'The field of both cores together, in the plane through both, by the instant model (tier 1).';
    }
    const raster = this.withCore().picture?.raster;
    return raster ? fieldSentence(raster, this.magnet()) : '';
  });

  protected readonly rulerPlace = signal<RulerPlace>('tip');
  protected readonly ruler = linkedSignal<Ruler | null>(() =>
    rulerAt(this.rulerPlace(), this.magnet(), this.problem()),
  );
  protected readonly rulerLines = computed((): RulerLine[] => {
    const ruler = this.ruler();
    if (!ruler) return [];
    const shown = [
      { name: 'with the core', raster: this.withCore().picture?.raster },
      this.beside() === 'bare'
        ? { name: 'without', raster: this.withoutCore().picture?.raster }
        : this.beside() === 'kept'
          ? { name: 'before', raster: this.kept()?.raster }
          : null,
    ];
    return shown.flatMap((one) =>
      one?.raster
        ? [{ name: one.name, readings: alongRuler(one.raster, ruler.from, ruler.to) }]
        : [],
    );
  });

  protected showLayers(names: readonly string[]): void {
    const shown = (layer: keyof FieldLayers): boolean => names.includes(layer);
    this.layers.set({
      strength: shown('strength'),
      lines: shown('lines'),
      filings: shown('filings'),
      compasses: shown('compasses'),
      saturation: shown('saturation'),
    });
  }

  protected stop(): void {
    this.halt.next();
  }

  /** Keeps the picture for comparison with a later one. */
  protected keep(): void {
    const raster = this.withCore().picture?.raster;
    if (!raster) return;
    const { core, winding } = this.document();
    this.keptField.picture.set({
      name: `${winding.turns} turns, core ${core.diameter} × ${core.length}`,
      design: this.magnet(),
      problem: this.problem(),
      raster,
    });
  }

  protected drop(): void {
    this.keptField.picture.set(null);
  }

  protected async save(kind: FileKind): Promise<void> {
    const raster = this.withCore().picture?.raster;
    const view = this.views()[0];
    if (!raster || !view) return;
    const name = `${fileName(this.document().name)}-field`;
    const text = (content: string, type: string): Blob => new Blob([content], { type });
    if (kind === 'grid') saveFile(`${name}.csv`, text(gridCsv(raster), 'text/csv'));
    if (kind === 'ruler') {
      saveFile(`${name}-ruler.csv`, text(rulerCsv(this.rulerLines()), 'text/csv'));
    }
    if (kind === 'mesh') {
      this.service
        .mesh(this.magnet())
        .subscribe((vtu) => saveFile(`${name}.vtu`, text(vtu, 'application/xml')));
    }
    if (kind === 'svg' || kind === 'png') {
      const { shade, drawing } = view.layersForFile();
      const svg = pictureSvg(shade, drawing);
      if (kind === 'svg') saveFile(`${name}.svg`, text(svg, 'image/svg+xml'));
      else {
        const sheet = getComputedStyle(drawing).getPropertyValue('--nab-sheet').trim();
        saveFile(`${name}.png`, await pngOf(svg, sheet));
      }
    }
  }

  private solved(document: () => DesignDocument) {
    return toSignal(
      combineLatest([toObservable(computed(document)), toObservable(this.solver)]).pipe(
        switchMap(([design, solver]) =>
          concat(
            of<PageNews>({ kind: 'begun' }),
            merge(
              this.service.pictures(design, solver).pipe(endWith({ kind: 'ended' } as const)),
              this.halt.pipe(map((): PageNews => ({ kind: 'stopped' }))),
            ).pipe(
              takeWhile(({ kind }) => kind !== 'stopped' && kind !== 'ended', true),
              catchError((error: unknown) =>
                of<PageNews>({ kind: 'failed', sentence: wordsFor(error) }),
              ),
            ),
          ),
        ),
        scan(heard, BEGUN),
      ),
      { initialValue: BEGUN },
    );
  }
}

function problemOf(design: MagnetDesign): FieldProblem | null {
  try {
    return fieldProblemOf(design, buildMagnet(design));
  } catch (error) {
    if (error instanceof CoreError) return null;
    throw error;
  }
}

function wordsFor(error: unknown): string {
  if (error instanceof HttpErrorResponse) {
    const detail = (error.error as { detail?: string } | null)?.detail;
    return detail ?? 'The server did not answer. Solve it on this device instead.';
  }
  return 'The solver ended twice. Change something on the Magnet page, and it starts again.';
}
