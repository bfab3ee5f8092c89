import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { LAYER_STYLES, WINDING_ENDS, type DesignDocument } from '@nab/contract';
import {
  cautionsFor,
  CELL_SIZES,
  CELLS,
  CHEMISTRIES,
  CONDUCTORS,
  CORE_SHAPES,
  CoreError,
  evaluateMagnet,
  findLimit,
  formatNumber,
  formatQuantity,
  INSULATIONS,
  MATERIALS,
  parseQuantity,
  type Caution,
  type CautionCode,
  type CellSize,
  type Chemistry,
  type ConductorId,
  type CoreShape,
  type MaterialId,
} from '@nab/core';
import { Cutaway, type EdgeMove } from '../cutaway/cutaway';
import { Notice } from '../frame/notice';
import { InvestigationStore } from '../investigation/investigation-store';
import { ChoiceField, NumberField, QuantityField } from '../quantity-field';
import {
  CAUTION_WORDS,
  liftSentence,
  limitSentence,
  objectWord,
  secondsText,
  wireText,
} from '../words';

const names = <K extends string>(table: Readonly<Record<K, { readonly name: string }>>) =>
  Object.fromEntries(
    Object.entries<{ readonly name: string }>(table).map(([id, { name }]) => [id, name]),
  ) as Record<K, string>;

/** Step 2: the base magnet as drawing and as fields, two views of one thing. */
@Component({
  selector: 'nab-magnet',
  imports: [NgTemplateOutlet, ChoiceField, Cutaway, Notice, NumberField, QuantityField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './magnet.html',
  styleUrl: './magnet.less',
})
export class MagnetPage {
  protected readonly store = inject(InvestigationStore);
  protected readonly shapes = CORE_SHAPES;
  protected readonly materials: Record<MaterialId, string> = names(MATERIALS);
  protected readonly conductors: Record<ConductorId, string> = names(CONDUCTORS);
  protected readonly insulations = INSULATIONS;
  protected readonly layerStyles = LAYER_STYLES;
  protected readonly windingEnds = WINDING_ENDS;
  protected readonly chemistries = CHEMISTRIES;

  protected readonly design = computed(() => this.store.design().value());
  protected readonly base = computed(() => this.store.base());
  protected readonly many = computed(() => objectWord(this.design().load.object, 2));
  protected readonly materialNote = computed(() => MATERIALS[this.design().core.material].note);

  /** Sizes in which the chosen chemistry is made. */
  protected readonly sizes = computed((): Partial<Record<CellSize, string>> => {
    const { chemistry } = this.design().supply;
    return Object.fromEntries(
      CELLS.filter((cell) => cell.chemistry === chemistry).map(({ size }) => [
        size,
        CELL_SIZES[size],
      ]),
    );
  });

  protected readonly lift = computed(() => {
    const { evaluation } = this.base();
    return evaluation && liftSentence(evaluation, this.design().load.object, this.store.belief());
  });
  protected readonly limit = computed(() => {
    const magnet = this.store.restingMagnet();
    try {
      return limitSentence(findLimit(magnet, evaluateMagnet(magnet)));
    } catch (error) {
      if (error instanceof CoreError) return null;
      throw error;
    }
  });
  /** Cautions by the choice that causes them. */
  protected readonly cautions = computed(() => {
    const { evaluation } = this.base();
    const all = evaluation ? cautionsFor(this.store.magnet(), evaluation) : [];
    const beside = (...codes: CautionCode[]): Caution[] =>
      all.filter(({ code }) => codes.includes(code));
    return {
      top: beside('too-hot-for-trial'),
      core: beside('sharp-core'),
      winding: beside('strip-enamel', 'wire-ends'),
      supply: beside('limited-on-time', 'near-short-circuit', 'cells'),
    };
  });

  /** The numbers that support the sentence. */
  protected readonly facts = computed(() => {
    const { evaluation: e } = this.base();
    if (!e) return [];
    const layers = e.winding.layers.length;
    return [
      { name: 'Wire to cut', value: wireText(e.winding.wireLength) },
      {
        name: 'Layers',
        value: `${layers}`,
        note: `${e.winding.turnsPerLayer} turns fit in one`,
      },
      { name: 'Coil resistance', value: formatQuantity(e.coilResistance, 'resistance') },
      { name: 'Current', value: formatQuantity(e.circuit.current, 'current') },
      {
        name: 'Terminal voltage',
        value: formatQuantity(e.circuit.terminalVoltage, 'voltage'),
        note: `of ${formatNumber(e.source.emf)} V`,
      },
      { name: 'Ampere-turns', value: `${formatNumber(e.ampereTurns)} A` },
      { name: 'Heat in the coil', value: `${formatNumber(e.circuit.coilPower)} W` },
      {
        name: 'On at most',
        value: secondsText(e.allowedOnTime),
        note: Number.isFinite(e.allowedOnTime) ? 'from cold to 45 °C' : 'stays below 45 °C',
      },
      { name: 'Steel, fullest', value: `${formatNumber(e.peakFluxDensity)} T` },
      { name: 'Mass lifted', value: formatQuantity(e.liftedMass, 'mass') },
    ];
  });

  protected words({ code }: Caution): string {
    return CAUTION_WORDS[code];
  }

  protected error(path: string): string | null {
    return this.store.design().errorAt(path);
  }

  protected edit<K extends 'core' | 'wire' | 'winding' | 'supply' | 'leads'>(
    part: K,
    change: Partial<DesignDocument[K]>,
  ): void {
    this.store.design().edit((design) => ({ ...design, [part]: { ...design[part], ...change } }));
  }

  protected editTop(change: Partial<Pick<DesignDocument, 'name' | 'roomTemperature'>>): void {
    this.store.design().edit((design) => ({ ...design, ...change }));
  }

  /** A new shape brings the dimensions it needs, sized to the diameter that stands there. */
  protected chooseShape(shape: CoreShape): void {
    const { core } = this.design();
    const diameter = this.readable(core.diameter) ?? 0.006;
    const mm = (metres: number): string => formatQuantity(metres, 'length', 'mm', 2);
    this.edit('core', {
      shape,
      ...(shape === 'pipe' && !core.bore && { bore: mm(diameter * 0.7) }),
      ...(shape === 'bolt' &&
        !core.headDiameter && {
          headDiameter: mm(diameter * 1.6),
          headHeight: mm(diameter * 0.66),
        }),
    });
  }

  protected chooseChemistry(chemistry: Chemistry): void {
    const { size } = this.design().supply;
    const made = CELLS.filter((cell) => cell.chemistry === chemistry).map((cell) => cell.size);
    this.edit('supply', { chemistry, size: made.includes(size) ? size : 'AA' });
  }

  protected moveEdge({ edge, position }: EdgeMove): void {
    const typed = this.design().winding[edge];
    // The unit the educator works in stays.
    const unit = this.unitOf(typed);
    this.edit('winding', { [edge]: formatQuantity(position, 'length', unit, 4) });
  }

  private unitOf(text: string): string {
    try {
      return parseQuantity(text, 'length').unit;
    } catch {
      return 'mm';
    }
  }

  private readable(text: string): number | null {
    try {
      return parseQuantity(text, 'length').si;
    } catch {
      return null;
    }
  }
}
