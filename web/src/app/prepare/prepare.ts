import { TableName } from '../accessibility';
import { NzTableModule } from 'ng-zorro-antd/table';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { trialOnTime, WIRE_RESERVE, type Caution, type CautionCode } from '@nab/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { Notice } from '../notices';
import { InvestigationStore } from '../investigation';
import { ShelfStore } from '../shelf';
import {
  cautionText,
  experimentKit,
  howMany,
  kitOf,
  OWN_RULES,
  secondsText,
  wireText,
} from '@nab/words';

/** Step 3: what to cut, wind and pack, with the cautions this design brings; made to be printed. */
@Component({
  selector: 'nab-prepare',
  imports: [Notice, NzButtonModule, NzTableModule, TableName],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './prepare.html',
  styleUrl: './prepare.less',
})
export class PreparePage {
  protected readonly howMany = howMany;
  protected readonly store = inject(InvestigationStore);
  private readonly shelf = inject(ShelfStore);
  protected readonly cautionText = cautionText;
  protected readonly ownRules = OWN_RULES;
  protected readonly wireText = wireText;
  protected readonly plan = computed(() => this.store.plan().valid());
  private readonly document = computed(() => this.store.design().valid());
  protected readonly rows = computed(() =>
    this.store.cases().map(({ levelId, seriesId, name, subject, trialled, fault }) => ({
      key: `${levelId} ${seriesId ?? ''}`,
      name,
      fault,
      wire: trialled?.wireLength ?? null,
      turns: subject?.design.winding.turns ?? 0,
      layers: trialled ? layersText(trialled.coil.winding.layers.map((layer) => layer.turns)) : '',
      onTime: trialled ? secondsText(trialOnTime(trialled.coil)) : '',
    })),
  );
  /** Every level its own coil, unless what is changed is not the coil. */
  protected readonly perGroup = computed(() => {
    const coils = new Map(
      this.rows().map(({ wire, turns }) => [`${turns} ${wire?.toFixed(4)}`, wire ?? 0]),
    );
    return [...coils.values()].reduce((sum, wire) => sum + wire, 0);
  });
  protected readonly forAll = computed(
    () => this.perGroup() * this.plan().groups.length * WIRE_RESERVE,
  );
  protected readonly kit = computed(() => kitOf(this.document(), this.plan(), this.perGroup()));

  /** What the shelf has too little of, the spare tenth included. */
  protected readonly shortages = computed(() => {
    const { groups, traySize } = this.plan();
    const document = this.document();
    return experimentKit(document).shortages(document, this.shelf.items() ?? [], {
      groups: groups.length,
      wire: this.forAll(),
      traySize,
    });
  });
  protected readonly method = computed(() => {
    const document = this.document();
    return this.store.measure().site === 'tip'
      ? (experimentKit(document).method?.(document) ?? null)
      : null;
  });

  protected readonly winding = computed(() => {
    const document = this.document();
    return experimentKit(document).winding(document);
  });

  /** Every caution that any level brings, each once. */
  protected readonly cautions = computed(() => {
    const seen = new Map<CautionCode, Caution>();
    for (const { stops, cautions } of this.store.cases()) {
      for (const caution of [...stops, ...cautions]) {
        const known = seen.get(caution.code);
        // The strictest of its kind stands: a stop, or the largest fuse.
        const stricter =
          !known ||
          (known.severity !== 'stop' && caution.severity === 'stop') ||
          (caution.fuse_A ?? Infinity) > (known.fuse_A ?? Infinity);
        if (stricter) seen.set(caution.code, caution);
      }
    }
    return [...seen.values()];
  });

  protected print(): void {
    window.print();
  }
}

function layersText(turns: readonly number[]): string {
  if (turns.length === 0) return 'stretched straight';
  return turns.length === 1 ? '1 layer' : `${turns.length} layers: ${turns.join(' + ')}`;
}
