import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { LIFT_METHODS } from '@nab/contract';
import {
  cautionsFor,
  formatNumber,
  SMALL_OBJECTS,
  trialOnTime,
  type Caution,
  type CautionCode,
} from '@nab/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { Notice } from '../frame/notice';
import { InvestigationStore } from '../investigation/investigation-store';
import {
  cautionText,
  cellText,
  coreText,
  OWN_RULES,
  secondsText,
  supplyText,
  wireLine,
  wireText,
} from '../words';

/** Spare wire to allow for cutting and for a coil that has to be wound again. Common practice, no source. */
const WIRE_RESERVE = 1.1;

/** Step 3: what to cut, wind and pack, with the cautions this design brings; made to be printed. */
@Component({
  selector: 'nab-prepare',
  imports: [NzButtonModule, Notice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './prepare.html',
  styleUrl: './prepare.less',
})
export class PreparePage {
  protected readonly store = inject(InvestigationStore);
  protected readonly cautionText = cautionText;
  protected readonly ownRules = OWN_RULES;
  protected readonly wireText = wireText;
  protected readonly plan = computed(() => this.store.plan().valid());
  protected readonly design = computed(() => this.store.design().valid());

  protected readonly rows = computed(() =>
    this.store.levels().map(({ id, turns, evaluation, fault }) => ({
      id,
      turns,
      fault,
      wire: evaluation?.wireLength ?? null,
      layers: evaluation ? layersText(evaluation.winding.layers.map((layer) => layer.turns)) : '',
      onTime: evaluation ? secondsText(trialOnTime(evaluation)) : '',
    })),
  );
  protected readonly perGroup = computed(() =>
    this.rows().reduce((sum, row) => sum + (row.wire ?? 0), 0),
  );
  protected readonly forAll = computed(
    () => this.perGroup() * this.plan().groups.length * WIRE_RESERVE,
  );

  /** What one group needs on its table, and the class in the box. */
  protected readonly kit = computed(() => {
    const { core, wire, supply, leads, load } = this.design();
    const groups = this.plan().groups.length;
    const cells = supply.series * supply.parallel;
    const levels = this.plan().levels.length;
    const item = (name: string, each: number, unit = '') => ({
      name,
      each: `${each}${unit}`,
      all: `${each * groups}${unit}`,
    });
    return [
      item(coreText(core), core.poles === 'two' ? 2 : 1),
      ...(core.poles === 'two' && core.yoke === 'bar' ? [item('Steel bar as yoke', 1)] : []),
      {
        name: wireLine(wire),
        each: wireText(this.perGroup()),
        all: `${formatNumber(this.forAll())} m with a tenth spare`,
      },
      supply.kind === 'bench'
        ? item(supplyText(supply), 1)
        : item(`${cellText(supply)}, of one kind and age`, cells),
      item('Clip leads', leads.count),
      ...(leads.diode === 'yes' ? [item('Rectifier diode across the coil', 1)] : []),
      item(
        `${load.object === 'own' && load.ownName ? load.ownName : SMALL_OBJECTS[load.object].name}, counted into the tray`,
        this.plan().traySize,
      ),
      ...(wire.form !== 'foil' && wire.insulation.startsWith('enamel')
        ? [item('Fine sandpaper, a piece', 1)]
        : []),
      item('Labels for the coils', levels),
    ];
  });

  /** What the shelf has too little of. */
  protected readonly shortages = computed(() => this.store.shortages());
  protected readonly method = computed(() => LIFT_METHODS[this.design().load.method]);

  /** Every caution that any level brings, each once. */
  protected readonly cautions = computed(() => {
    const seen = new Map<CautionCode, Caution>();
    for (const { design, evaluation } of this.store.levels()) {
      if (!evaluation) continue;
      for (const caution of cautionsFor(design, evaluation)) {
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
  return turns.length === 1 ? '1 layer' : `${turns.length} layers: ${turns.join(' + ')}`;
}
