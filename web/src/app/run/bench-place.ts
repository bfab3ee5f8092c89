import { computed, inject, Injectable, signal } from '@angular/core';
import { predictionFor, type DesignDocument, type Trial } from '@nab/contract';
import { ceilingOf, trialOnTime } from '@nab/core';
import { cautionText, measuredText, objectWord } from '@nab/words';
import { InvestigationStore, type NamedCase } from '../investigation';
import { BenchOrder, keyOf } from './bench-order';

/** Who stands at the bench, and which level is tried there: the group's choice, or next in its order. */
@Injectable()
export class BenchPlace {
  private readonly store = inject(InvestigationStore);
  private readonly order = inject(BenchOrder);

  /** This tablet's group, remembered over a reload so that no reading goes to another. */
  private readonly groupId = signal(localStorage.getItem(groupKey(this.store.id())) ?? '');
  /** A level that the group chose itself; null for the next in its order. */
  readonly chosen = signal<string | null>(null);

  readonly plan = computed(() => this.store.plan().valid());
  readonly measure = this.store.measure;
  readonly group = computed(
    () => this.plan().groups.find((g) => g.id === this.groupId()) ?? this.plan().groups[0]!,
  );
  /** Levels with how many of this group's trials are done. */
  readonly cases = computed(() =>
    this.store.cases().map((one) => ({
      ...one,
      key: keyOf(one),
      done: this.trialsAt(one).length,
    })),
  );
  /** What is next in this group's order; null when all that was planned has been tried. */
  readonly next = computed(() => {
    const done = new Map(this.cases().map((one) => [one.key, one.done]));
    return this.order.nextOf(this.group().id, (key) => done.get(key) ?? 0);
  });
  readonly current = computed(() => {
    const cases = this.cases();
    const wanted = this.chosen() ?? this.next();
    return cases.find((one) => one.key === wanted) ?? cases[cases.length - 1]!;
  });
  readonly trialNumber = computed(() => this.current().done + 1);
  readonly isExtra = computed(() => this.current().done >= this.plan().repeats);

  readonly prediction = computed(() => {
    const { levelId, seriesId } = this.current();
    return predictionFor(this.store.predictions(), this.group().id, levelId, seriesId);
  });
  readonly predictionText = computed(() => {
    const prediction = this.prediction();
    if (!prediction) return '';
    if (prediction.value === null) return prediction.words ?? '';
    if (this.measure().data === 'yes-no') return prediction.value > 0.5 ? 'holds' : 'drops';
    return measuredText(this.measure(), prediction.value);
  });

  /** How long the current may be on, whole s: the number that Question gives of this level. */
  readonly onLimit = computed(() => {
    const { trialled } = this.current();
    return trialled ? Math.floor(trialOnTime(trialled.coil)) : 0;
  });
  readonly warnings = computed(() =>
    this.current().cautions.filter(
      ({ code }) => code === 'limited-on-time' || code === 'near-short-circuit',
    ),
  );
  /** Why this level must not be run, or null. */
  readonly forbidden = computed(() => {
    const { fault, stops } = this.current();
    return fault ?? (stops[0] ? cautionText(stops[0]) : null);
  });
  /** The most that can be read here, a count or SI; null without a limit. */
  readonly most = computed(() => ceilingOf(this.measure(), this.plan().traySize));
  /** What is lifted, in the plural. */
  readonly many = computed(() => {
    const design = this.store.design().valid();
    return 'load' in design && typeof design.load === 'object'
      ? objectWord((design as DesignDocument).load, 2)
      : 'objects';
  });

  chooseGroup(id: string): void {
    this.groupId.set(id);
    try {
      localStorage.setItem(groupKey(this.store.id()), id);
    } catch {
      // A browser that keeps nothing asks again after a reload.
    }
    this.chosen.set(null);
  }

  /** This group's trials at a level. */
  trialsAt(at: Pick<NamedCase, 'levelId' | 'seriesId'>): Trial[] {
    const { id } = this.group();
    return this.store
      .trials()
      .filter(({ current }) => current.groupId === id && keyOf(current) === keyOf(at));
  }
}

const groupKey = (investigationId: string): string => `nab-group:${investigationId}`;
