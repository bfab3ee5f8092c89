import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { SYMPTOM_IDS } from '@nab/core/teaching';
import { InvestigationStore } from '../../investigation';
import { Notice } from '../../ui/notices';
import { FixIt } from './fix-it';

/** Why the magnet of a level does not lift, from Run. */
@Component({
  selector: 'nab-fix-it-step',
  imports: [FixIt, Notice, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (subject(); as design) {
      <nab-fix-it [design]="design" [name]="name()" [place]="place()" [seen]="symptom()" />
      <p><a routerLink="../run">Back to Run</a></p>
    } @else {
      <nab-notice state="caution">
        Here only magnets with a straight core are sought through.
      </nab-notice>
    }
  `,
})
export class FixItStep {
  private readonly store = inject(InvestigationStore);
  /** Of the address: level and line that were tried, by which group, and what was seen. */
  readonly level = input<string>();
  readonly series = input<string>();
  readonly group = input<string>();
  readonly seen = input<string>();

  private readonly one = computed(() => {
    const cases = this.store.cases();
    const here = cases.find(
      ({ levelId, seriesId }) => levelId === this.level() && seriesId === (this.series() ?? null),
    );
    return here ?? cases[0] ?? null;
  });
  protected readonly name = computed(() => this.one()?.name ?? '');
  protected readonly subject = computed(() => {
    const subject = this.one()?.subject;
    return subject?.experiment === 'straight-magnet' ? subject.design : null;
  });
  protected readonly symptom = computed(() => SYMPTOM_IDS.find((id) => id === this.seen()) ?? null);
  protected readonly place = computed(() =>
    [this.store.id(), this.one()?.levelId, this.one()?.seriesId, this.group()].join(':'),
  );
}
