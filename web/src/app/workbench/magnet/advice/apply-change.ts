import type { DesignDocument } from '@nab/contract/experiments';
import { formatQuantity, parseQuantity, type QuantityKind } from '@nab/core/quantities';
import type { Change } from '@nab/core/experiments';
import { stepQuantity } from '@nab/words/terms';

/** A quantity rewritten with a new value in the unit in which the educator typed it. */
export function inTypedUnit(typed: string, kind: QuantityKind, value: number, digits = 3): string {
  let unit: string | undefined;
  try {
    unit = parseQuantity(typed, kind).unit;
  } catch {
    unit = undefined;
  }
  if (unit === 'AWG' || unit === 'SWG') unit = 'mm';
  return formatQuantity(value, kind, unit, digits);
}

/** The document with a change that the model proposed, every text in the educator's own units. */
export function applyChange(document: DesignDocument, { kind, design }: Change): DesignDocument {
  const { core, wire, winding, supply, leads } = document;
  switch (kind) {
    case 'more-turns':
    case 'fewer-turns':
      return { ...document, winding: { ...winding, turns: design.winding.turns } };
    case 'second-pack':
    case 'cell-in-series': {
      const { series, parallel } = design.supply;
      return { ...document, supply: { ...supply, series, parallel } };
    }
    case 'thicker-wire':
    case 'thinner-wire': {
      const { foil } = design.wire;
      if (foil) {
        const foilWidth = inTypedUnit(wire.foilWidth ?? 'mm', 'length', foil.width);
        return { ...document, wire: { ...wire, foilWidth } };
      }
      const gauge = /[as]wg/i.test(wire.size);
      const stepped =
        gauge && stepQuantity(wire.size, 'wireDiameter', kind === 'thicker-wire' ? 1 : -1);
      const size = stepped || inTypedUnit(wire.size, 'wireDiameter', design.wire.diameter);
      return { ...document, wire: { ...wire, size } };
    }
    case 'better-leads':
      return {
        ...document,
        leads: {
          ...leads,
          resistanceEach: inTypedUnit(
            leads.resistanceEach,
            'resistance',
            design.leads.resistanceEach,
          ),
        },
      };
    case 'nearer-tip':
      return {
        ...document,
        winding: {
          ...winding,
          start: inTypedUnit(winding.start, 'length', design.winding.start, 4),
          end: inTypedUnit(winding.end, 'length', design.winding.end, 4),
        },
      };
    case 'wind-rightly':
      return { ...document, winding: { ...winding, second: 'opposite' } };
    case 'join-rightly':
      return { ...document, wire: { ...wire, cableJoin: 'adding' } };
    case 'softer-core':
      return { ...document, core: { ...core, material: design.core.material } };
  }
}
