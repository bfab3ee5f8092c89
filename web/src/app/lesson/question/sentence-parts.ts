import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { HOLDS, type Plan } from '@nab/contract/lesson';
import {
  FACTOR_IDS,
  factorOf,
  levelText,
  makesSense,
  MEASURE_IDS,
  measureOf,
  suggestLevels,
  type FactorId,
  type Hold,
  type MeasureId,
} from '@nab/core/lesson';
import { OBJECT_MATERIALS, type ObjectMaterial } from '@nab/core/experiments';
import { NzInputNumberModule } from 'ng-zorro-antd/input-number';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzSelectModule } from 'ng-zorro-antd/select';
import { NzTooltipModule } from 'ng-zorro-antd/tooltip';
import { v4 as uuid } from 'uuid';
import { InputNumberName, SelectRole } from '../../ui/accessibility';
import { InvestigationStore } from '../../investigation';
import { Availability } from './availability';

const NO_SERIES = 'none';
const OBJECT_MATERIAL_IDS = Object.keys(OBJECT_MATERIALS) as ObjectMaterial[];
/** Levels that are suggested, and of a second factor. */
const SUGGESTED = 4;
const SUGGESTED_LINES = 2;

/** Typical masses, from memory, to be weighed. */
const USUAL_OBJECTS = [
  { name: 'Paper clip', material: 'steel', mass: '0.4 g' },
  { name: 'Steel pin', material: 'steel', mass: '0.1 g' },
  { name: 'Brass screw', material: 'brass', mass: '2 g' },
] as const;

/** The question as one sentence whose words are choices. */
@Component({
  selector: 'nab-question-sentence',
  imports: [
    FormsModule,
    InputNumberName,
    NzInputModule,
    NzInputNumberModule,
    NzSelectModule,
    NzTooltipModule,
    SelectRole,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: './sentence-parts.less',
  templateUrl: './sentence-parts.html',
})
export class QuestionSentence {
  protected readonly store = inject(InvestigationStore);
  private readonly availability = inject(Availability);
  protected readonly noSeries = NO_SERIES;
  protected readonly plan = computed(() => this.store.plan().value());
  private readonly experiment = computed(() => this.plan().experiment);

  /** Readings hang on the levels, so what is changed and measured stays. */
  protected readonly settled = computed(
    () => this.store.readings().length + this.store.predictions().length > 0,
  );
  protected readonly settledWhy = computed(() =>
    this.settled() ? 'There are readings of this question, so this stays as it is.' : null,
  );

  protected readonly factors = computed(() =>
    FACTOR_IDS.filter((id) =>
      MEASURE_IDS.some((measure) => makesSense(id, measure, this.experiment())),
    ).map((id) => ({ id, name: factorOf(id).name })),
  );
  protected readonly measures = computed(() =>
    MEASURE_IDS.filter((id) => makesSense(this.plan().factor, id, this.experiment())).map((id) => ({
      id,
      name: measureOf(id).name,
    })),
  );
  protected readonly seconds = computed(() => [
    { id: NO_SERIES, name: 'nothing else' },
    ...FACTOR_IDS.filter(
      (id) =>
        id !== 'designs' &&
        id !== this.plan().factor &&
        makesSense(id, this.plan().measure, this.experiment()),
    ).map((id) => ({ id, name: factorOf(id).name })),
  ]);
  protected readonly holds = computed(() => {
    const fair = this.store.judgement()?.fair;
    const offered = new Set<Hold>(['nothing', ...(fair?.holds ?? []), this.plan().hold]);
    return (Object.keys(HOLDS) as Hold[])
      .filter((id) => offered.has(id))
      .map((id) => ({ id, name: HOLDS[id] }));
  });
  /** The first and the last level, in words. */
  protected readonly ends = computed(() => {
    const cases = this.store.cases();
    const first = cases.filter(({ seriesId }) => seriesId === (cases[0]?.seriesId ?? null));
    const { axis } = factorOf(this.plan().factor);
    if (first.length === 0) return '';
    if (axis.kind === 'kinds' || axis.kind === 'designs') {
      return `: ${first.map(({ levelName }) => levelName.toLowerCase()).join(', ')}`;
    }
    return ` from ${first[0]!.levelName} to ${first[first.length - 1]!.levelName}`;
  });
  protected readonly needs = computed(() => measureOf(this.plan().measure).needs);
  protected readonly tray = computed(() => measureOf(this.plan().measure).ceiling === 'tray');
  protected readonly newObject = signal('');

  protected error(path: string): string | null {
    return this.store.plan().errorAt(path);
  }

  protected edit(change: Partial<Plan>): void {
    this.store.plan().edit((plan) => ({ ...plan, ...change }));
  }

  protected editNumber(key: 'traySize' | 'repeats', value: number | null): void {
    // An emptied box is no number, and the schema says so next to it.
    this.edit({ [key]: value ?? NaN });
  }

  /** Another factor brings levels of its own, and a measure that goes with it. */
  protected chooseFactor(factor: FactorId): void {
    if (factor === this.plan().factor) return;
    const measure = makesSense(factor, this.plan().measure, this.experiment())
      ? this.plan().measure
      : MEASURE_IDS.find((id) => makesSense(factor, id, this.experiment()))!;
    this.edit({
      factor,
      measure,
      hold: 'nothing',
      series: null,
      ...this.needsOf(measure),
      levels: this.suggest(factor, measure, SUGGESTED),
    });
  }

  protected chooseMeasure(measure: MeasureId): void {
    if (measure === this.plan().measure) return;
    const series = this.plan().series;
    const fits = series && makesSense(series.factor, measure, this.experiment());
    this.edit({ measure, ...this.needsOf(measure), series: fits ? series : null });
  }

  protected chooseSeries(factor: FactorId | typeof NO_SERIES): void {
    if (factor === NO_SERIES) {
      this.edit({ series: null });
      return;
    }
    const levels = this.suggest(factor, this.plan().measure, SUGGESTED_LINES);
    this.edit({ series: { factor, levels: levels.slice(0, 3) } });
  }

  protected suggestAgain(): void {
    this.edit({ levels: this.suggest(this.plan().factor, this.plan().measure, SUGGESTED) });
  }

  protected addObject(): void {
    const name = this.newObject().trim();
    if (name === '') return;
    this.newObject.set('');
    this.edit({ objects: [...this.plan().objects, { id: uuid(), name }] });
  }

  protected readonly materials = OBJECT_MATERIAL_IDS.map((id) => ({
    id,
    name: OBJECT_MATERIALS[id],
  }));

  /** With material and mass Nab says whether an object is lifted. */
  protected setObject(id: string, change: Partial<Plan['objects'][number]>): void {
    this.edit({
      objects: this.plan().objects.map((object) =>
        object.id === id ? { ...object, ...change } : object,
      ),
    });
  }

  protected removeObject(id: string): void {
    this.edit({ objects: this.plan().objects.filter((object) => object.id !== id) });
  }

  private needsOf(measure: MeasureId): Partial<Plan> {
    const { needs } = measureOf(measure);
    const { load, objects } = this.plan();
    return {
      load: needs.includes('load') ? (load ?? '1 kg') : load,
      objects:
        needs.includes('objects') && objects.length === 0
          ? USUAL_OBJECTS.map((object) => ({ id: uuid(), ...object }))
          : objects,
    };
  }

  private suggest(factor: FactorId, measure: MeasureId, count: number): Plan['levels'] {
    const { axis } = factorOf(factor);
    const { groups, traySize } = this.plan();
    const lesson = {
      ...this.store.lesson(),
      factor,
      measure,
      series: null,
      hold: 'nothing' as const,
    };
    const values =
      axis.kind === 'designs'
        ? []
        : suggestLevels(lesson, {
            traySize,
            count,
            available: (trialled) => this.availability.hasWireFor(trialled, groups.length),
          });
    if (axis.kind === 'designs') {
      const design = this.store.design().valid();
      return ['Design A', 'Design B'].map((value) => ({ id: uuid(), value, design }));
    }
    return values.map((value) => ({ id: uuid(), value: levelText(axis, value) }));
  }
}
