import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { trialOnTime } from '@nab/core';
import { howMany, secondsText, wireOf, wireText } from '@nab/words';
import { NzTableModule } from 'ng-zorro-antd/table';
import { TableName } from '../accessibility';
import { InvestigationStore } from '../investigation';
import { Notice } from '../notices';
import { Preparation } from './preparation';

/** Wire to cut and the boxes to pack, against the shelf. */
@Component({
  selector: 'nab-kit-part',
  imports: [Notice, NzTableModule, TableName],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: './kit-part.less',
  templateUrl: './kit-part.html',
})
export class KitPart {
  protected readonly lesson = inject(Preparation);
  private readonly store = inject(InvestigationStore);
  protected readonly howMany = howMany;
  protected readonly wireText = wireText;

  /** A row a coil; what cannot be had says why. */
  protected readonly coils = computed(() => {
    const cases = this.store.cases();
    const tasks = this.lesson.tasks();
    const kinds = [...new Set(tasks.map(({ coil }) => coil))];
    const { coils } = this.lesson.timetable();
    const wound = kinds.map((coil, i) => {
      const alike = tasks.filter((task) => task.coil === coil);
      const one = cases[alike[0]!.place]!;
      return {
        name: alike.map(({ place }) => cases[place]!.name).join(', '),
        turns: Math.max(...alike.map(({ turns }) => turns)),
        wire: one.trialled!.wireLength,
        pieces: Math.ceil((coils - i) / kinds.length),
        layers: layersText(one.trialled!.coil.winding.layers.map((layer) => layer.turns)),
        onTime: secondsText(trialOnTime(one.trialled!.coil)),
        fault: null,
      };
    });
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
