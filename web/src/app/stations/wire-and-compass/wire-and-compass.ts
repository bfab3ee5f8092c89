import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { quantityProblem } from '@nab/contract/fields';
import {
  compassDeflection,
  loopAmpereTurns,
  loopField,
  sheetField,
  straightWireField,
} from '@nab/core/physics';
import {
  formatQuantity,
  parseQuantity,
  type QuantityKind,
  type QuantityLimits,
} from '@nab/core/quantities';
import { OpenDocuments } from '../../ui/notices';
import { AxisChart } from '../../ui/charts';
import { ChoiceField, NumberField, QuantityField } from '../../ui/fields';
import { Compass } from '../../workbench/compass';

const LIMITS = {
  current: { min: 0, max: 100, unit: 'A' },
  distance: { min: 0.001, max: 2, unit: 'cm' },
  earth: { min: 1e-6, max: 1e-4, unit: 'µT' },
  radius: { min: 0.002, max: 1, unit: 'cm' },
  length: { min: 0.002, max: 1, unit: 'cm' },
  target: { min: 1e-6, max: 3, unit: 'mT' },
} as const satisfies Record<string, QuantityLimits>;

/** A typed quantity with its meaning or its fault. */
class Typed {
  readonly text;
  constructor(
    initial: string,
    private readonly kind: QuantityKind,
    private readonly limits: QuantityLimits,
  ) {
    this.text = signal(initial);
  }
  readonly error = computed(() => quantityProblem(this.text(), this.kind, this.limits));
  /** SI; NaN while it cannot be read. */
  readonly si = computed(() =>
    this.error() === null ? parseQuantity(this.text(), this.kind).si : NaN,
  );
}

const POINTS = 121;

/** The field of the winding alone: a straight wire, one loop, a coil without a core. */
@Component({
  selector: 'nab-wire-and-compass',
  imports: [AxisChart, ChoiceField, Compass, NumberField, QuantityField, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './wire-and-compass.html',
  styleUrl: './wire-and-compass.less',
})
export class WireAndCompassPage {
  protected readonly earth = new Typed('20 µT', 'fluxDensity', LIMITS.earth);

  protected readonly wireCurrent = new Typed('2 A', 'current', LIMITS.current);
  protected readonly wireDistance = new Typed('2 cm', 'length', LIMITS.distance);
  protected readonly wireLies = signal<'over' | 'under'>('over');
  protected readonly wireFlows = signal<'north' | 'south'>('north');
  protected readonly lies = { over: 'Over the compass', under: 'Under the compass' } as const;
  protected readonly flows = { north: 'To the north', south: 'To the south' } as const;

  protected readonly loopRadius = new Typed('3 cm', 'length', LIMITS.radius);
  protected readonly loopTurns = signal(1);
  protected readonly loopCurrent = new Typed('2 A', 'current', LIMITS.current);
  protected readonly loopTarget = new Typed('5 mT', 'fluxDensity', LIMITS.target);

  protected readonly coilLength = new Typed('6 cm', 'length', LIMITS.length);
  protected readonly coilRadius = new Typed('5 mm', 'length', LIMITS.radius);
  protected readonly coilTurns = signal(100);
  protected readonly coilCurrent = new Typed('2 A', 'current', LIMITS.current);

  constructor() {
    inject(OpenDocuments).show(null);
  }

  protected readonly wire = computed(() => {
    const field = straightWireField(this.wireCurrent.si(), this.wireDistance.si());
    // Right hand: current to the north under the wire makes a field to the west.
    const west = (this.wireLies() === 'over') === (this.wireFlows() === 'north');
    const size = (compassDeflection(field, this.earth.si()) * 180) / Math.PI;
    if (!Number.isFinite(size)) return null;
    return {
      degrees: west ? -size : size,
      text: `The wire makes ${tesla(field)} at the compass, ${times(field / this.earth.si())} the earth’s field: the needle turns ${Math.round(size)}° to the ${west ? 'west' : 'east'}.`,
    };
  });

  protected readonly loop = computed(() => {
    const radius = this.loopRadius.si();
    const turns = this.turnsOf(this.loopTurns());
    const field = loopField(radius, turns * this.loopCurrent.si(), 0, 0).z;
    const size = (compassDeflection(field, this.earth.si()) * 180) / Math.PI;
    if (!Number.isFinite(size)) return null;
    const needed = loopAmpereTurns(radius, this.loopTarget.si());
    return {
      degrees: size,
      text: `At its centre the loop makes ${tesla(field)}: a compass there, the loop standing north and south, turns ${Math.round(size)}°.`,
      needed: Number.isFinite(needed)
        ? `For ${this.loopTarget.text()} one turn would need ${formatQuantity(needed, 'current', 'A')}; so the wire goes round many times, and a steel core does the rest.`
        : '',
    };
  });

  protected readonly coil = computed(() => {
    const [length, radius] = [this.coilLength.si(), this.coilRadius.si()];
    const ampereTurns = this.turnsOf(this.coilTurns()) * this.coilCurrent.si();
    const at = (z: number): number => sheetField(radius, length, ampereTurns, 0, z).z;
    const centre = at(0);
    if (!Number.isFinite(centre)) return null;
    const reach = length / 2 + Math.max(length, 4 * radius);
    return {
      points: Array.from({ length: POINTS }, (_, i) => {
        const z = -reach + (2 * reach * i) / (POINTS - 1);
        return { z, field: at(z) };
      }),
      half: length / 2,
      text: `In the middle ${tesla(centre)}, at its end ${tesla(at(length / 2))}, one radius outside ${tesla(at(length / 2 + radius))}. An endless coil wound as closely would have ${tesla((4e-7 * Math.PI * ampereTurns) / length)} all along.`,
    };
  });

  private turnsOf(turns: number): number {
    return Number.isInteger(turns) && turns >= 1 && turns <= 10_000 ? turns : NaN;
  }

  protected turnsError(turns: number): string | null {
    return Number.isNaN(this.turnsOf(turns)) ? 'Must be a whole number from 1 to 10000.' : null;
  }
}

function tesla(field: number): string {
  const unit = field >= 0.1 ? 'T' : field >= 1e-4 ? 'mT' : 'µT';
  return formatQuantity(field, 'fluxDensity', unit);
}

function times(ratio: number): string {
  return `${ratio < 10 ? ratio.toPrecision(2) : Math.round(ratio)} times`;
}
