import { computed, signal } from '@angular/core';
import { check, type FieldError } from '@nab/contract/problem';
import { outcomeSchema, type Plan } from '@nab/contract/lesson';
import { CoreError } from '@nab/core/errors';
import { parseQuantity } from '@nab/core/quantities';
import type { Measure, Outcome, Verdict } from '@nab/core/lesson';
import type { Schema } from 'yup';

/** What is typed of one reading, by the kind of data that the measure gives. */
export class OutcomeForm {
  readonly count = signal<number | null>(null);
  readonly parts = signal<readonly (number | null)[]>([]);
  readonly off = signal<number | null>(0);
  readonly stuck = signal<number | null>(0);
  /** A quantity, or the load that held. */
  readonly quantity = signal('');
  /** The load that dropped; empty when it never did. */
  readonly dropped = signal('');
  readonly neverDropped = signal(false);
  readonly yes = signal<boolean | null>(null);
  readonly lifted = signal<Readonly<Record<string, boolean>>>({});
  readonly words = signal('');
  readonly verdict = signal<Verdict | null>(null);
  /** The count that is only a lower limit; what is typed instead of it is none. */
  readonly lowerLimit = signal<number | null>(null);
  private readonly shownSignal = signal(false);
  private readonly measure;
  private readonly objects;

  constructor(measure: () => Measure, objects: () => Plan['objects']) {
    this.measure = measure;
    this.objects = objects;
  }

  private readonly checked = computed(
    (): { ok: true; outcome: Outcome } | { ok: false; errors: readonly FieldError[] } => {
      try {
        const checked = check(outcomeSchema as unknown as Schema<Outcome>, this.typed());
        return checked.ok ? { ok: true, outcome: checked.value } : checked;
      } catch (error) {
        if (!(error instanceof CoreError)) throw error;
        return { ok: false, errors: [{ path: 'value', message: error.message }] };
      }
    },
  );

  /** What was read, or null while something is missing or wrong. */
  read(): Outcome | null {
    const checked = this.checked();
    if (checked.ok) return checked.outcome;
    this.shownSignal.set(true);
    return null;
  }

  /** Message next to a field, once it was tried to save. */
  errorAt(...paths: readonly string[]): string | null {
    const checked = this.checked();
    if (checked.ok || !this.shownSignal()) return null;
    return checked.errors.find(({ path }) => paths.includes(path))?.message ?? null;
  }

  reset(): void {
    this.fill(null);
    this.shownSignal.set(false);
  }

  /** Shows a reading that is to be corrected; null for an empty form. */
  fill(outcome: Outcome | null): void {
    const count = outcome?.kind === 'count' ? outcome : null;
    this.count.set(count?.count ?? null);
    this.lowerLimit.set(count?.atLeast ? count.count : null);
    this.parts.set(count?.parts ?? this.measure().parts?.map(() => null) ?? []);
    this.off.set(count ? count.off : 0);
    this.stuck.set(count ? count.stuck : 0);
    const [held = '', dropped = ''] =
      outcome?.kind === 'interval' ? outcome.typed.split(' / ') : [];
    this.quantity.set(outcome?.kind === 'number' ? outcome.typed : held);
    this.dropped.set(dropped);
    this.neverDropped.set(outcome?.kind === 'interval' && outcome.dropped === null);
    this.yes.set(outcome?.kind === 'yes-no' ? outcome.yes : null);
    this.lifted.set(outcome?.kind === 'objects' ? outcome.lifted : {});
    const words = outcome?.kind === 'words' ? outcome : null;
    this.words.set(words?.text ?? '');
    this.verdict.set(words?.verdict ?? null);
  }

  /** As it goes to the schema; what is missing is left for its message. */
  private typed(): unknown {
    const { data, parts, protocol } = this.measure();
    switch (data) {
      case 'count': {
        const list = parts ? this.parts() : null;
        const whole = list?.every((part) => part !== null) ?? false;
        const count = list ? (whole ? sum(list as number[]) : null) : this.count();
        return {
          kind: 'count',
          count,
          ...(count !== null && count === this.lowerLimit() && { atLeast: true }),
          parts: whole ? list : null,
          off: protocol.offCheck ? this.off() : null,
          stuck: protocol.stuck ? this.stuck() : null,
        };
      }
      case 'number': {
        const typed = this.quantity().trim();
        return { kind: 'number', value: typed === '' ? undefined : this.si(typed), typed };
      }
      case 'interval': {
        const [held, dropped] = [this.quantity().trim(), this.dropped().trim()];
        const never = this.neverDropped();
        return {
          kind: 'interval',
          held: held === '' ? undefined : this.si(held),
          dropped: never ? null : dropped === '' ? undefined : this.si(dropped),
          typed: never ? held : `${held} / ${dropped}`,
        };
      }
      case 'yes-no':
        return { kind: 'yes-no', yes: this.yes() };
      case 'objects': {
        const lifted = this.lifted();
        const said = this.objects().every(({ id }) => id in lifted);
        return { kind: 'objects', lifted: said ? lifted : undefined };
      }
      case 'words':
        return {
          kind: 'words',
          text: this.words().trim(),
          ...(this.verdict() && { verdict: this.verdict() }),
        };
    }
  }

  /** @throws CoreError when it cannot be read. */
  private si(text: string): number {
    const { quantity, unit } = this.measure();
    return parseQuantity(text, quantity!, unit).si;
  }
}

const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0);
