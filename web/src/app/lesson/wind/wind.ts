import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { massOfMetre } from '@nab/core/physics';
import { tasksOf, windingPlace } from '@nab/core/lesson';
import { USUAL_LESSON } from '@nab/contract/lesson';
import { coilsOf } from '@nab/words/lesson';
import { lengthUnits } from '@nab/words/lesson';
import { wireText } from '@nab/words/terms';
import { placeWords } from '@nab/words/experiments';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzProgressModule } from 'ng-zorro-antd/progress';
import { NumberField } from '../../ui/fields';
import { InvestigationStore } from '../../investigation';
import { ToastService } from '../../ui/toasts';
import { CountCheck } from './count-check';
import { Metronome } from './metronome';
import { TurnTally } from './turn-tally';

/** Turns a minute that a beginner winds. Common practice, no source. */
const PACE = 30;

/** Counts turns while a coil is wound, and checks the count afterwards. */
@Component({
  selector: 'nab-wind',
  imports: [CountCheck, NumberField, NzButtonModule, NzProgressModule, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(document:keydown)': 'key($event)' },
  templateUrl: './wind.html',
  styleUrl: './wind.less',
})
export class WindPage {
  private readonly store = inject(InvestigationStore);
  private readonly told = inject(ToastService);
  private readonly chosen = signal('');
  protected readonly tally = new TurnTally(() => `${this.store.id()}:${this.coil()?.name ?? ''}`);
  protected readonly pace = signal(PACE);
  protected readonly metronome = new Metronome(() => {
    this.tally.add(1);
    return this.tally.count();
  });

  protected readonly coils = computed(() => {
    const plan = this.store.plan().valid();
    const cases = this.store.cases();
    const { on } = plan.lesson ?? USUAL_LESSON;
    return coilsOf({ tasks: tasksOf(this.store.lesson(), cases, on), cases }).filter(
      ({ one }) => one.trialled!.coil.winding.layers.length > 0,
    );
  });
  protected readonly coil = computed(
    () => this.coils().find(({ name }) => name === this.chosen()) ?? this.coils()[0] ?? null,
  );
  protected readonly planned = computed(() => this.coil()?.one.subject!.design.winding.turns ?? 0);
  protected readonly share = computed(() =>
    Math.min(100, (100 * this.tally.count()) / Math.max(1, this.planned())),
  );
  protected readonly place = computed(() => {
    const coil = this.coil();
    const place = coil && windingPlace(coil.one.trialled!.coil, this.tally.count());
    if (!coil || !place) return null;
    const units = lengthUnits(this.store.design().valid(), this.store.plan().valid());
    return {
      text: placeWords(place, coil.one.subject!.experiment === 'straight-magnet'),
      left: `${wireText(place.wireLeft, units)} of wire left, with the tail.`,
    };
  });
  protected readonly state = computed(() => {
    const left = this.planned() - this.tally.count();
    if (left === 0) return 'All turns are wound: tape the last one down.';
    return left < 0 ? `${-left} more than planned: take them off again.` : '';
  });
  protected readonly massOfMetre = computed(() =>
    massOfMetre(this.coil()!.one.subject!.design.wire),
  );

  protected choose(name: string): void {
    this.metronome.stop();
    this.chosen.set(name);
  }

  protected beginAgain(): void {
    this.metronome.stop();
    const turns = this.tally.count();
    const undo = this.tally.reset();
    if (turns > 0) this.told.show({ sentence: `Begun again; ${turns} were counted.`, undo });
  }

  protected beat(): void {
    if (this.metronome.running()) this.metronome.stop();
    else this.metronome.start(Math.max(5, Math.min(200, this.pace() || PACE)));
  }

  /** The space bar is a turn, wherever nothing is typed and no button is in hand. */
  protected key(event: KeyboardEvent): void {
    const { tagName } = event.target as HTMLElement;
    if (event.key !== ' ' || ['INPUT', 'BUTTON', 'A', 'TEXTAREA'].includes(tagName)) return;
    event.preventDefault();
    this.tally.add(1);
  }
}
