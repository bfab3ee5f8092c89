import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  Injector,
  signal,
  untracked,
} from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { FormsModule } from '@angular/forms';
import {
  ALIKE,
  filingsSchema,
  newFilings,
  toFilingSource,
  withSource,
  type FilingsDocument,
} from '@nab/contract/experiments';
import {
  FILING_COUNTS,
  fieldOnSheet,
  FILING_SOURCES,
  isCurrentSource,
  SHEET,
  wireHeating,
  type FilingSourceKind,
} from '@nab/core/experiments';
import { EARTH_HORIZONTAL_T, type Caution } from '@nab/core/physics';
import { formatQuantity } from '@nab/core/quantities';
import { percentText } from '@nab/words/terms';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { NzSliderModule } from 'ng-zorro-antd/slider';
import type { Schema } from 'yup';
import { SliderName } from '../../ui/accessibility';
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
import { FilingsCanvas } from './filings-canvas';
import { filingsFacts, teslaText } from './filings-facts';
import { Movable, type Spot } from './movable';
import { Sheet } from './sheet';
import { sourceMarks } from './source-marks';

/** The slider goes so far, A, or as far as what was typed. */
const SLIDER_A = 30;
/** A pinch more. */
const PINCH = 1000;
/** Hotter than this within so many seconds is said aloud. */
const WARM_S = 60;

/** What is asked of each source, in its own words; what it has not is null. */
const PARTS: Readonly<
  Record<
    FilingSourceKind,
    { turns: string; radius: string | null; length: string | null; distance: string | null }
  >
> = {
  'wire-through': { turns: 'Wires side by side', radius: null, length: null, distance: null },
  'wire-under': {
    turns: 'Wires side by side',
    radius: null,
    length: null,
    distance: 'Wire to sheet',
  },
  'loop-through': { turns: 'Turns', radius: 'Radius of the loop', length: null, distance: null },
  'loop-under': {
    turns: 'Turns',
    radius: 'Radius of the loop',
    length: null,
    distance: 'Loop to sheet',
  },
  'coil-through': { turns: 'Turns', radius: 'Radius', length: 'Length', distance: null },
  'coil-under': { turns: 'Turns', radius: 'Radius', length: 'Length', distance: 'Axis to sheet' },
  'bar-under': { turns: '', radius: 'Half its width', length: 'Length', distance: 'Axis to sheet' },
  'poles-under': {
    turns: '',
    radius: 'Radius of a pole',
    length: 'Height of the magnets',
    distance: 'Poles to sheet',
  },
  'disc-under': { turns: '', radius: 'Radius', length: 'Thickness', distance: 'Magnet to sheet' },
};

/** Filings on a sheet of paper over a wire, a coil or a magnet. */
@Component({
  selector: 'nab-filings-page',
  imports: [
    Workbench,
    WorkbenchPanel,
    CautionLine,
    ChoiceField,
    DecidingFigures,
    DropFile,
    FiguresDrawer,
    FilingsCanvas,
    FormField,
    FormsModule,
    Movable,
    NameBox,
    NumberField,
    NzButtonModule,
    NzCheckboxModule,
    NzSliderModule,
    QuantityField,
    SliderName,
    SummaryLine,
    StationBar,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'nab-station' },
  templateUrl: './filings-page.html',
  styleUrl: './filings-page.less',
})
export class FilingsPage {
  protected readonly station = new Station<FilingsDocument>(
    'nab-filings',
    filingsSchema as Schema<FilingsDocument>,
    () => newFilings(),
  );
  protected readonly form = documentForm(
    () => this.station,
    filingsSchema as Schema<FilingsDocument>,
    inject(Injector),
  );
  protected readonly sheet = new Sheet();
  protected readonly part = signal('source');
  protected readonly asked = signal<string | null>(null);
  protected readonly sources = FILING_SOURCES;
  protected readonly alike = ALIKE;
  protected readonly within: Spot = [SHEET.width / 2 - 0.006, SHEET.height / 2 - 0.006];
  protected readonly viewBox = `${-500 * SHEET.width} ${-500 * SHEET.height} ${1000 * SHEET.width} ${1000 * SHEET.height}`;
  protected readonly compasses = signal<readonly Spot[]>([
    [-0.085, -0.055],
    [-0.068, -0.055],
    [-0.051, -0.055],
  ]);
  protected readonly sweeping = signal(false);
  protected readonly bag = signal<Spot>([0.075, 0.045]);

  private readonly source = computed(() => toFilingSource(this.station.valid()));
  /** What is under the sheet but for its current, which only scales the field. */
  private readonly shape = computed(() => fieldOnSheet({ ...this.source(), current: 1 }), {
    equal: () => false,
  });
  private readonly built = computed(() => {
    const { current: _current, filings: _filings, name: _name, ...rest } = this.station.valid();
    return JSON.stringify(rest);
  });
  private readonly kind = computed(() => this.source().kind);
  private readonly filings = computed(() => this.station.valid().filings);
  protected readonly isCurrent = computed(() => isCurrentSource(this.source().kind));
  private readonly scale = computed(() => (this.isCurrent() ? this.source().current : 1));
  protected readonly current = computed(() => this.source().current);
  protected readonly mostCurrent = computed(() => Math.max(SLIDER_A, Math.ceil(this.current())));
  protected readonly parts = computed(() => PARTS[this.source().kind]);
  protected readonly marks = computed(() => sourceMarks(this.source()));
  protected readonly fieldAt = (x: number, y: number): readonly [number, number, number] =>
    this.sheet.at(x, y);

  protected readonly readField = (x: number, y: number, out: [number, number, number]): void =>
    this.sheet.read(x, y, out);

  protected readonly needles = computed(() => {
    this.sheet.laid();
    return this.compasses().map(([x, y], i) => {
      const [bx, by] = this.sheet.at(x, y);
      // North is up the sheet.
      const turn = (Math.atan2(bx, by + EARTH_HORIZONTAL_T) * 180) / Math.PI;
      const side = turn < 0 ? 'west' : 'east';
      return {
        x: 1000 * x,
        y: -1000 * y,
        turn,
        label: `Compass ${i + 1}: ${Math.round(Math.abs(turn))}° ${side} of north, field ${teslaText(Math.hypot(bx, by))}`,
      };
    });
  });
  protected readonly label = computed(
    () =>
      `${this.sheet.count()} filings, ${FILING_SOURCES[this.source().kind].toLowerCase()}; ${percentText(this.sheet.pattern().along)} of them lie along the field`,
  );
  protected readonly sentence = computed(() => {
    const count = this.sheet.count();
    if (count === 0) return `All ${this.sheet.gathered()} filings are in the bag.`;
    const { seen, weakest } = this.sheet.pattern();
    const gathered = this.sheet.gathered();
    const bag = gathered > 0 ? ` ${gathered} are in the bag.` : '';
    return weakest === null
      ? `Nothing is to be seen of the field yet.${bag}`
      : `The filings follow the field where it is stronger than ${teslaText(weakest)}, ${percentText(seen)} of them.${bag}`;
  });
  protected readonly facts = computed((): Fact[] => {
    this.sheet.laid();
    return filingsFacts(this.source(), this.sheet.pattern(), this.fieldAt);
  });
  protected readonly cautions = computed((): readonly Caution[] => {
    const { current, wireDiameter } = this.source();
    const hot = this.isCurrent() && wireHeating(current, wireDiameter).time < WARM_S;
    return [
      { code: 'iron-filings', severity: 'caution' },
      ...(hot
        ? ([
            { code: 'near-short-circuit', severity: 'caution' },
            { code: 'limited-on-time', severity: 'caution' },
          ] as const)
        : []),
      ...(this.isCurrent() && !this.sweeping()
        ? []
        : ([{ code: 'strong-magnets', severity: 'caution' }] as const)),
    ];
  });

  constructor() {
    inject(OpenDocuments).show(null);
    effect(() => {
      this.built();
      untracked(() => this.sheet.over(this.shape(), this.scale()));
    });
    effect(() => {
      const scale = this.scale();
      untracked(() => this.sheet.scaled(scale));
    });
    // Another source gets a clean sheet; what is only moved or resized keeps what lies on it.
    effect(() => {
      this.kind();
      const count = this.filings();
      untracked(() => this.sheet.begin(count));
    });
  }

  protected readonly amperes = (current: number): string =>
    formatQuantity(current, 'current', 'A', 3);

  protected setCurrent(current: number): void {
    this.station.edit((document) => ({ ...document, current: this.amperes(current) }));
  }

  protected take(source: FilingSourceKind): void {
    this.station.edit((document) => withSource(document, source));
  }

  protected sprinkle(): void {
    this.sheet.more(Math.min(PINCH, FILING_COUNTS.filings.max - this.sheet.count()));
  }

  protected clean(): void {
    this.sheet.begin(this.station.valid().filings);
  }

  protected moveCompass(i: number, spot: Spot): void {
    this.compasses.update((spots) => spots.map((one, k) => (k === i ? spot : one)));
  }
}
