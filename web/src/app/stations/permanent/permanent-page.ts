import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  Injector,
  signal,
} from '@angular/core';
import { FormField } from '@angular/forms/signals';
import {
  newDesign,
  newPermanent,
  permanentSchema,
  toMagnetDesign,
  toPermanent,
  type PermanentDocument,
} from '@nab/contract/experiments';
import {
  evaluatePermanent,
  MAGNET_STUFFS,
  MOST_NAIL_CURRENT,
  PERMANENT_COUNTS,
  type MagnetStuffId,
} from '@nab/core/experiments';
import { formatNumber, formatQuantity } from '@nab/core/quantities';
import type { Caution } from '@nab/core/physics';
import { countText, howMany, percentText } from '@nab/words/terms';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzTableModule } from 'ng-zorro-antd/table';
import type { Schema } from 'yup';
import { TableName } from '../../ui/accessibility';
import {
  Workbench,
  WorkbenchPanel,
  CautionLine,
  DecidingFigures,
  FiguresDrawer,
  SummaryLine,
  type Fact,
} from '../../workbench/frame';
import { DropFile } from '../../workbench/designs';
import { ChoiceField, documentForm, NameBox, NumberField, QuantityField } from '../../ui/fields';
import { OpenDocuments } from '../../ui/notices';
import { Station, StationBar } from '../overview';
import { PermanentDrawing } from './permanent-drawing';
import { permanentFacts } from './permanent-facts';
import { Stage } from '../../ui/drawing';

/** Layers thicker than this together, of the magnet’s radius, nobody winds. */
const WINDABLE = 3;

/** A permanent magnet beside the coil that equals it, and what each can do. */
@Component({
  selector: 'nab-permanent-page',
  imports: [
    Stage,
    Workbench,
    WorkbenchPanel,
    CautionLine,
    ChoiceField,
    DecidingFigures,
    DropFile,
    FiguresDrawer,
    FormField,
    NameBox,
    NumberField,
    NzButtonModule,
    NzTableModule,
    PermanentDrawing,
    QuantityField,
    SummaryLine,
    StationBar,
    TableName,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'nab-station' },
  templateUrl: './permanent-page.html',
})
export class PermanentPage {
  protected readonly station = new Station<PermanentDocument>(
    'nab-permanent',
    permanentSchema as Schema<PermanentDocument>,
    () => newPermanent(),
  );
  protected readonly form = documentForm(
    () => this.station,
    permanentSchema as Schema<PermanentDocument>,
    inject(Injector),
  );
  protected readonly part = signal('magnet');
  protected readonly asked = signal<string | null>(null);
  protected readonly nail = toMagnetDesign(newDesign('Nail'));
  protected readonly nailText = `${this.nail.winding.turns} turns on ${formatQuantity(this.nail.core.length, 'length', 'mm')} of nail steel`;
  protected readonly stuffs = Object.fromEntries(
    Object.entries(MAGNET_STUFFS).map(([id, { name }]) => [id, name]),
  ) as Record<MagnetStuffId, string>;
  protected readonly cautions: readonly Caution[] = [
    { code: 'strong-magnets', severity: 'caution' },
    { code: 'limited-on-time', severity: 'caution' },
  ];

  protected readonly magnet = computed(() => toPermanent(this.station.valid()));
  protected readonly evaluation = computed(() => evaluatePermanent(this.magnet(), this.nail));
  protected readonly facts = computed((): Fact[] =>
    permanentFacts(this.magnet(), this.evaluation(), this.nail.winding.turns),
  );
  protected readonly sentence = computed(() => {
    const { coil, nail, clips } = this.evaluation();
    const { diameter } = this.magnet();
    const equals = `As strong as ${formatNumber(coil.ampereTurns, 3)} ampere-turns without a core`;
    const wound =
      coil.height > (WINDABLE * diameter) / 2
        ? `which nobody can wind on it (${howMany(coil.layers, 'layer')})`
        : `${howMany(coil.turns, 'turn')} in ${howMany(coil.layers, 'layer')}`;
    const byNail = nail
      ? `with a nail inside ${formatNumber(nail.ampereTurns, 2)} lift the same ${countText(clips)} clips.`
      : `the nail’s coil does not lift the same ${countText(clips)} clips, even with ${MOST_NAIL_CURRENT} A.`;
    return `${equals}, ${wound}; ${byNail}`;
  });

  protected readonly knockedOut = computed(
    () => this.station.value().knocks >= PERMANENT_COUNTS.knocks.max,
  );
  protected readonly knocked = computed(() => {
    const { knocks } = this.magnet();
    return knocks === 0
      ? ''
      : `${howMany(knocks, 'knock')} left ${percentText(this.evaluation().left)} of it`;
  });

  protected readonly abilities = computed(() => {
    const { coil: _coil, nail, clips, left } = this.evaluation();
    const stuff = MAGNET_STUFFS[this.magnet().stuff];
    const supply = nail ? formatQuantity(nail.current, 'current', 'A', 2) : 'too much current';
    return [
      {
        what: 'Switched off',
        permanent: 'Never.',
        temporary: nail
          ? `Lets go but for ${countText(nail.keeps)} of ${countText(clips)} clips.`
          : 'Yes.',
      },
      {
        what: 'Stronger or weaker',
        permanent: 'Only by distance.',
        temporary: 'By turns and current, until the steel is full.',
      },
      {
        what: 'Poles the other way',
        permanent: 'Turn it round.',
        temporary: 'Change the leads over.',
      },
      {
        what: 'What it costs',
        permanent: 'Nothing.',
        temporary: `${supply}, as long as it holds.`,
      },
      {
        what: 'Knocked',
        permanent:
          stuff.leftByKnock === 1
            ? 'Chips or breaks sooner than it forgets.'
            : `Forgets: ${percentText(left)} is left after ${howMany(this.magnet().knocks, 'knock')}.`,
        temporary: 'Only what stays with the current off.',
      },
      {
        what: 'Heated',
        permanent: `Loses for good above about ${stuff.hottest_C} °C.`,
        temporary: 'The coil is too warm to touch long before the steel minds.',
      },
    ];
  });

  constructor() {
    inject(OpenDocuments).show(null);
  }

  protected knock(): void {
    this.station.edit((magnet) => ({ ...magnet, knocks: magnet.knocks + 1 }));
  }
}
