import { computed, inject, Injectable, signal } from '@angular/core';
import { predictionFor, type Trial } from '@nab/contract/lesson';
import type { DesignDocument } from '@nab/contract/experiments';
import { ceilingOf, valueOf } from '@nab/core/lesson';
import { trialOnTime } from '@nab/core/physics';
import type { SymptomId } from '@nab/core/teaching';
import { answerOf, pollQuestion, measuredText } from '@nab/words/lesson';
import { cautionText } from '@nab/words/experiments';
import { objectWord } from '@nab/words/terms';
import { ActivatedRoute } from '@angular/router';
import { InvestigationStore, type NamedCase } from '../../investigation';
import { TrialOrder, keyOf } from './trial-order';
import { writeLocal, readLocal } from '../../platform/local-storage';
import { SessionService } from '../../platform/session';

/** The group at the bench and the level it tries: the group's choice, or next in its order. */
@Injectable()
export class TrialContext {
  private readonly store = inject(InvestigationStore);
  private readonly order = inject(TrialOrder);

  /** This tablet's group, remembered over a reload so that no reading goes to another. */
  private readonly groupId = signal(readLocal(groupKey(this.store.id())) ?? '');
  /** A level that the group chose itself; null for the next in its order. */
  readonly chosen = signal<string | null>(null);

  readonly plan = computed(() => this.store.plan().valid());
  readonly measure = this.store.measure;
  /** The group that this tablet is bound to by the server; null where it may be any. */
  readonly bound = inject(SessionService).groupId;
  readonly group = computed(() => {
    const wanted = this.bound() ?? this.groupId();
    const { groups } = this.plan();
    return groups.find(({ id }) => id === wanted) ?? groups[0]!;
  });
  /** Whether this is the educator's screen, which alone shows what no group may switch on. */
  readonly educator =
    inject(ActivatedRoute, { optional: true })?.snapshot.data['by'] === 'educator';
  /** Levels that an adult alone may switch on, and that no group is offered. */
  readonly adultOnlyLevels = computed(() =>
    this.educator ? [] : this.store.cases().filter(isForAdults),
  );
  /** Levels with how many of this group's trials are done. */
  private readonly offered = computed(() => {
    const kept = this.adultOnlyLevels();
    return this.store.cases().filter((one) => !kept.includes(one));
  });
  readonly cases = computed(() =>
    this.offered().map((one) => ({
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
    // Where no group is offered anything, the page says so and shows none of it.
    const none = { ...this.store.cases()[0]!, key: '', done: 0 };
    return (
      cases.find((one) => one.key === wanted) ??
      cases.find(({ done }) => done < this.plan().repeats) ??
      cases[cases.length - 1] ??
      none
    );
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
    if (prediction.value === null || this.measure().data === 'objects') {
      return prediction.words ?? measuredText(this.measure(), prediction.value ?? 0);
    }
    if (this.measure().data === 'yes-no')
      return answerOf(this.measure(), prediction.value > 0.5).does;
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
  /** Why this level must not be run, or null. What is for adults is run by one. */
  readonly forbidden = computed(() => {
    const { fault, stops } = this.current();
    const others = stops.filter(({ code }) => code !== FOR_ADULTS || !this.educator);
    return fault ?? (others[0] ? cautionText(others[0]) : null);
  });
  /** What an adult reads and ticks before this level is run; empty where it needs no adult. */
  readonly safetyChecklist = computed((): readonly string[] => {
    const current = this.current();
    if (!this.educator || !isForAdults(current)) return [];
    return [...current.stops, ...current.cautions].map(cautionText);
  });
  /** What an audience could vote on before this trial. */
  readonly poll = computed(() => pollQuestion(this.measure(), this.plan(), this.current()));
  /** The most that can be read here, a count or SI; null without a limit. */
  readonly maxReading = computed(() => ceilingOf(this.measure(), this.plan().traySize));
  /** What is lifted, in the plural. */
  readonly many = computed(() => {
    const design = this.store.design().valid();
    return 'load' in design && typeof design.load === 'object'
      ? objectWord((design as DesignDocument).load, 2)
      : 'objects';
  });

  chooseGroup(id: string): void {
    this.groupId.set(id);
    writeLocal(groupKey(this.store.id()), id);
    this.chosen.set(null);
  }

  /**
   * Where to seek a fault, and what is known of it: the level of this group's last trial where that
   * looks ill, or the present one; null where nobody can help.
   */
  readonly trouble = computed(() => {
    const { id } = this.group();
    const last = this.store
      .trials()
      .filter(({ current }) => current.groupId === id)
      .at(-1)?.current;
    const there = last && this.store.cases().find((one) => keyOf(one) === keyOf(last));
    const seen = there ? symptomOf(last.outcome, there) : null;
    const one = (seen && there) || this.current();
    if (one.subject?.experiment !== 'straight-magnet') return null;
    return { level: one.levelId, series: one.seriesId, group: id, seen };
  });

  /** This group's trials at a level. */
  trialsAt(at: Pick<NamedCase, 'levelId' | 'seriesId'>): Trial[] {
    const { id } = this.group();
    return this.store
      .trials()
      .filter(({ current }) => current.groupId === id && keyOf(current) === keyOf(at));
  }
}

/** What a reading looks like; null where it looks well. */
function symptomOf(outcome: Trial['current']['outcome'], { band }: NamedCase): SymptomId | null {
  if (outcome.kind === 'count' && (outcome.off ?? 0) > 0) return 'sticks-off';
  const { value } = valueOf(outcome, null);
  if (value === 0) return 'nothing';
  return band && value < band.low ? 'weak' : null;
}

/** The caution of a supply that no pupil may have. */
const FOR_ADULTS = 'demonstration-only';
const isForAdults = ({ stops }: Pick<NamedCase, 'stops'>): boolean =>
  stops.some(({ code }) => code === FOR_ADULTS);

const groupKey = (investigationId: string): string => `nab-group:${investigationId}`;
