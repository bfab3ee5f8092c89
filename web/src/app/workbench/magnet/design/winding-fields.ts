import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import {
  type DesignDocument,
  CABLE_JOINS,
  COIL_JOINS,
  GUIDES,
  LAYER_STYLES,
  SENSES,
  STACKINGS,
  WINDING_ENDS,
} from '@nab/contract/experiments';
import { formerOf, type SweepPoint } from '@nab/core/experiments';
import { CONDUCTORS, INSULATIONS, turnsOfWire, WIRE_FORMS, type WireForm } from '@nab/core/physics';
import { CoreError } from '@nab/core/errors';
import { parseQuantity } from '@nab/core/quantities';
import { layersSentence } from '@nab/words/experiments';
import { namesOf } from '@nab/words/terms';
import { Sparkline } from '../../../ui/charts';
import { MagnetStore } from '../magnet-store';
import { ChoiceField, CollapsibleSection, NumberField, QuantityField } from '../../../ui/fields';
import { FromShelf } from '../shelf';

/** Wire and winding: turns, wire, where it lies and how it is laid. */
@Component({
  selector: 'nab-winding-fields',
  imports: [
    ChoiceField,
    FormField,
    FromShelf,
    CollapsibleSection,
    NumberField,
    QuantityField,
    Sparkline,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './winding-fields.html',
})
export class WindingFields {
  protected readonly store = inject(MagnetStore);
  protected readonly form = this.store.form;
  readonly turnsSweep = input<readonly SweepPoint[] | undefined>();
  readonly wireSweep = input<readonly SweepPoint[] | undefined>();
  protected readonly forms = WIRE_FORMS;
  protected readonly joins = CABLE_JOINS;
  protected readonly coilJoins = COIL_JOINS;
  protected readonly conductors = namesOf(CONDUCTORS);
  protected readonly insulations = INSULATIONS;
  protected readonly layerStyles = LAYER_STYLES;
  protected readonly windingEnds = WINDING_ENDS;
  protected readonly senses = SENSES;
  protected readonly guides = GUIDES;
  protected readonly stackings = STACKINGS;
  protected readonly wireAtHand = signal('');

  protected readonly design = computed(() => this.store.design().value());
  protected readonly wireForm = computed(() => this.design().wire.form);
  protected readonly threaded = computed(() => this.store.magnet().core.thread !== undefined);
  protected readonly layers = computed(() => {
    const { evaluation } = this.store.base();
    return evaluation && layersSentence(evaluation.winding, this.store.magnet().winding.turns);
  });

  /** Turns that the wire at hand would make; null while it cannot be said, or where it makes none. */
  protected readonly turnsAtHand = computed(() => {
    const turns = this.woundFrom();
    return turns !== null && turns > 0 ? turns : null;
  });
  protected readonly tailsOnly = computed(() => (this.woundFrom() ?? 1) < 1);
  private readonly woundFrom = computed(() => {
    const magnet = this.store.magnet();
    const { evaluation } = this.store.base();
    try {
      const length = parseQuantity(this.wireAtHand(), 'length', 'm').si;
      if (!evaluation || length > 500) return null;
      return turnsOfWire(magnet, formerOf(magnet), length);
    } catch (error) {
      if (error instanceof CoreError) return null;
      throw error;
    }
  });

  protected wind(turns: number): void {
    this.store.design().edit((design) => ({ ...design, winding: { ...design.winding, turns } }));
  }

  /**
   * A new form brings what it needs: a cable is covered; foil is aluminium from the kitchen, and its
   * own tails are held to the cell, without leads.
   */
  protected chooseForm(form: WireForm): void {
    this.store.design().edit((design) => ({
      ...design,
      leads: { ...design.leads, count: leadsFor(form, design) },
      wire: {
        ...design.wire,
        form,
        ...(form === 'cable' && { insulation: 'hook-up' as const }),
        ...(form === 'foil' && {
          conductor: 'aluminium' as const,
          foilWidth: design.wire.foilWidth ?? '40 mm',
          foilThickness: design.wire.foilThickness ?? '0.016 mm',
        }),
      },
    }));
  }
}

/** Leads of the usual start; foil has none. A number of one's own stays. */
const USUAL_LEADS = 2;
function leadsFor(form: WireForm, { wire, leads }: DesignDocument): number {
  const wasFoil = wire.form === 'foil';
  if (form === 'foil') return !wasFoil && leads.count === USUAL_LEADS ? 0 : leads.count;
  return wasFoil && leads.count === 0 ? USUAL_LEADS : leads.count;
}
