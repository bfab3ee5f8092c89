import { computed, inject, Injectable } from '@angular/core';
import { factorOf, levelText, namedKind, type FactorId } from '@nab/core/lesson';
import { parseQuantity } from '@nab/core/quantities';
import { WIRE_RESERVE } from '@nab/core/physics';
import type { Subject, EvaluatedDesign } from '@nab/core/experiments';
import { toWire, type ExperimentDocument } from '@nab/contract/experiments';
import { InvestigationStore, type NamedCase } from '../../investigation';
import { ShelfStore } from '../../shelf';

/** Wires of one thickness differ by less than this share. */
const SAME_WIRE = 0.03;

/** What of a level can be made from the shelf. */
@Injectable()
export class Availability {
  private readonly store = inject(InvestigationStore);
  private readonly shelf = inject(ShelfStore);

  /** Reels on the shelf in SI, with what is left on them. */
  private readonly reels = computed(() =>
    (this.shelf.byKind().get('reel') ?? []).flatMap(({ item }) => {
      const { reel, name } = item;
      if (!reel) return [];
      const wire = toWire({ ...reel, cableJoin: 'adding', folds: 3 } as ExperimentDocument['wire']);
      return [{ name, wire, length: parseQuantity(reel.length, 'length').si }];
    }),
  );

  /** Whether some reel of the design's wire is long enough for every group; true with an empty shelf. */
  hasWireFor({ wireLength }: EvaluatedDesign, groups: number): boolean {
    const wire = toWire(this.store.design().valid().wire);
    const alike = this.reels().filter((reel) => sameWire(reel.wire, wire));
    const needed = wireLength * groups * WIRE_RESERVE;
    return alike.length === 0 || alike.some(({ length }) => length >= needed);
  }

  /** Kinds that a level of the factor can be, the shelf's own first; none where it is a number. */
  kindsOf(factor: FactorId): readonly string[] {
    const { axis } = factorOf(factor);
    if (axis.kind !== 'kinds') return [];
    const cores = this.shelf.byKind().get('core') ?? [];
    const own = cores.flatMap(({ item: { core, name } }) =>
      core ? [levelText(axis, namedKind(core.material, name.replaceAll(':', ' ')))] : [],
    );
    return [...new Set([...(axis.named ? own : []), ...Object.values(axis.options)])];
  }

  /** From what a level can be wound, in a few words, and whether there is too little of it. */
  sourceOf(
    { subject, trialled }: NamedCase,
    groups: number,
  ): { readonly source: string; readonly short: boolean } {
    if (!subject || !trialled || this.reels().length === 0) return { source: '', short: false };
    const alike = this.reels().filter((reel) => sameWire(reel.wire, subject.design.wire));
    if (alike.length === 0) return { source: 'not on the shelf', short: true };
    const needed = trialled.wireLength * groups * WIRE_RESERVE;
    const reel = alike.find(({ length }) => length >= needed);
    return reel
      ? { source: `From “${reel.name}” on the shelf`, short: false }
      : { source: `“${alike[0]!.name}” is too short`, short: true };
  }
}

type Wire = Subject['design']['wire'];

function sameWire(a: Wire, b: Wire): boolean {
  return (
    a.conductor === b.conductor &&
    (a.insulation === 'hook-up') === (b.insulation === 'hook-up') &&
    (a.form ?? 'round') === (b.form ?? 'round') &&
    Math.abs(a.diameter / b.diameter - 1) < SAME_WIRE
  );
}
