import { computed, effect, signal, untracked, type Signal } from '@angular/core';
import { gaugeReading, toEvidence } from '@nab/contract/experiments';
import {
  CHECK_IDS,
  diagnose,
  GAUGE_IDS,
  SURE,
  SYMPTOM_IDS,
  TOOLS,
  workshopOf,
  type CheckId,
  type Diagnosis,
  type GaugeId,
  type SymptomId,
  type TestId,
  type ToolId,
  type DiagnosisModel,
} from '@nab/core/teaching';
import { CoreError } from '@nab/core/errors';
import type { MagnetDesign } from '@nab/core/experiments';
import { writeLocal, readLocal } from '../../platform/local-storage';

/** What was seen, tried and read so far, as it was typed. */
interface Noted {
  readonly symptom: SymptomId | null;
  readonly tools: readonly ToolId[];
  readonly checks: Readonly<Partial<Record<CheckId, 'yes' | 'no'>>>;
  readonly readings: Readonly<Partial<Record<GaugeId, string>>>;
  /** Tests that nobody wants to make. */
  readonly skipped: readonly TestId[];
}

const NOTHING: Noted = {
  symptom: null,
  tools: ['meter', 'cells', 'magnet'],
  checks: {},
  readings: {},
  skipped: [],
};

/** The search for what is wrong with one magnet; this browser remembers how far it is. */
export class Search {
  readonly noted = signal<Noted>(NOTHING);
  private readonly workshop = computed(
    (): { shop: DiagnosisModel | null; fault: string | null } => {
      try {
        return { shop: workshopOf(this.design()), fault: null };
      } catch (error) {
        if (!(error instanceof CoreError)) throw error;
        return { shop: null, fault: error.message };
      }
    },
  );
  /** Why nothing can be sought. */
  readonly fault = computed(() => this.workshop().fault);
  readonly diagnosis = computed((): Diagnosis | null => {
    const { shop } = this.workshop();
    const noted = this.noted();
    return (
      shop &&
      diagnose(shop, toEvidence({ ...noted, symptom: noted.symptom ?? undefined }), noted.tools)
    );
  });
  /** Tests that are left, the cheapest for what it tells first. */
  readonly tests = computed(() =>
    (this.diagnosis()?.tests ?? []).filter(({ id }) => !this.noted().skipped.includes(id)),
  );
  /** The cause, once it is as good as sure. */
  readonly found = computed(() => {
    const first = this.diagnosis()?.causes[0];
    return first && first.probability >= SURE ? first.id : null;
  });

  /**
   * @param place under which the search is remembered.
   * @param seen what is known of it already; it begins a search that has not begun.
   */
  constructor(
    private readonly design: Signal<MagnetDesign>,
    place: Signal<string>,
    seen: Signal<SymptomId | null>,
  ) {
    effect(() => {
      const kept = notedIn(readLocal(`nab-fix-it:${place()}`));
      const first = seen();
      untracked(() => this.noted.set(kept ?? { ...NOTHING, symptom: first }));
    });
    effect(() => writeLocal(`nab-fix-it:${untracked(place)}`, JSON.stringify(this.noted())));
  }

  saw(symptom: SymptomId): void {
    this.note({ symptom });
  }

  has(tools: readonly ToolId[]): void {
    this.note({ tools });
  }

  answer(id: CheckId, answer: 'yes' | 'no'): void {
    this.note({ checks: { ...this.noted().checks, [id]: answer } });
  }

  read(id: GaugeId, typed: string): void {
    this.note({ readings: { ...this.noted().readings, [id]: typed } });
  }

  skip(id: TestId): void {
    this.note({ skipped: [...this.noted().skipped, id] });
  }

  /** As if it had not been tried, or skipped. */
  takeBack(id: TestId): void {
    const { checks, readings, skipped } = this.noted();
    const { [id as CheckId]: _check, ...otherChecks } = checks;
    const { [id as GaugeId]: _reading, ...otherReadings } = readings;
    this.note({
      checks: otherChecks,
      readings: otherReadings,
      skipped: skipped.filter((one) => one !== id),
    });
  }

  startAgain(): void {
    const { tools } = this.noted();
    this.noted.set({ ...NOTHING, tools });
  }

  private note(change: Partial<Noted>): void {
    this.noted.update((noted) => ({ ...noted, ...change }));
  }
}

/** What was remembered, without what cannot be read any more; null where nothing was. */
function notedIn(text: string | null): Noted | null {
  if (text === null) return null;
  let kept: Partial<Noted>;
  try {
    kept = JSON.parse(text) as Partial<Noted>;
  } catch {
    return null;
  }
  const { checks = {}, readings = {} } = kept;
  return {
    symptom: SYMPTOM_IDS.find((id) => id === kept.symptom) ?? null,
    tools: (Object.keys(TOOLS) as ToolId[]).filter((id) => kept.tools?.includes(id)),
    checks: Object.fromEntries(
      CHECK_IDS.filter((id) => checks[id] === 'yes' || checks[id] === 'no').map((id) => [
        id,
        checks[id],
      ]),
    ),
    readings: Object.fromEntries(
      GAUGE_IDS.filter(
        (id) => readings[id] !== undefined && gaugeReading(id).isValidSync(readings[id]),
      ).map((id) => [id, readings[id]]),
    ),
    skipped: [...CHECK_IDS, ...GAUGE_IDS].filter((id) => kept.skipped?.includes(id)),
  };
}
