import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { trialOnTime } from '@nab/core/physics';
import { coilsOf, wireOf } from '@nab/words/lesson';
import { lengthUnits } from '@nab/words/lesson';
import { howMany, secondsText, wireText } from '@nab/words/terms';
import { NzTableModule } from 'ng-zorro-antd/table';
import { TableName } from '../../ui/accessibility';
import { InvestigationStore } from '../../investigation';
import { Notice } from '../../ui/notices';
import { Preparation } from './preparation';

/** Wire to cut and the boxes to pack, against the shelf. */
@Component({
  selector: 'nab-kit-part',
  imports: [Notice, NzTableModule, RouterLink, TableName],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: './kit-part.less',
  templateUrl: './kit-part.html',
})
export class KitPart {
  protected readonly lesson = inject(Preparation);
  private readonly store = inject(InvestigationStore);
  protected readonly howMany = howMany;
  private readonly units = computed(() => lengthUnits(this.lesson.document(), this.lesson.plan()));
  protected readonly wireText = (metres: number): string => wireText(metres, this.units());

  /** A row a coil; what cannot be had says why. */
  protected readonly coils = computed(() => {
    const cases = this.store.cases();
    const tasks = this.lesson.tasks();
    const wanted = coilsOf({ tasks, cases });
    const { coils } = this.lesson.timetable();
    const wound = wanted.map(({ name, one }, i) => ({
      name,
      turns: one.subject!.design.winding.turns,
      wire: one.trialled!.wireLength,
      pieces: Math.ceil((coils - i) / wanted.length),
      layers: layersText(one.trialled!.coil.winding.layers.map((layer) => layer.turns)),
      onTime: secondsText(trialOnTime(one.trialled!.coil)),
    }));
    const faults = cases.flatMap(({ name, fault }) => (fault === null ? [] : [{ name, fault }]));
    return { wound, faults };
  });
  protected readonly metres = computed(() =>
    wireOf({
      plan: this.lesson.plan(),
      document: this.lesson.document(),
      cases: this.store.cases(),
      tasks: this.lesson.tasks(),
      timetable: this.lesson.timetable(),
      battery: null,
    }),
  );
}

function layersText(turns: readonly number[]): string {
  if (turns.length === 0) return 'stretched straight';
  return turns.length === 1 ? '1 layer' : `${turns.length} layers: ${turns.join(' + ')}`;
}
