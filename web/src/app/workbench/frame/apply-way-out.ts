import type { ExperimentDocument } from '@nab/contract/experiments';
import { formatQuantity } from '@nab/core/quantities';
import type { WayOut } from '@nab/core/experiments';

/** What documents of coils have in common. */
interface CoilDocument {
  readonly supply: object;
  readonly leads: object;
  readonly wire: object;
  readonly winding: object;
}

/** The document with a way out taken; every experiment that is wound has these parts. */
export function applyWayOut<D extends ExperimentDocument>(document: D, way: WayOut): D {
  const { supply, leads, wire, winding } = document as unknown as CoilDocument;
  switch (way.kind) {
    case 'fewer-cells':
      return { ...document, supply: { ...supply, series: way.series } };
    case 'dry-cells': {
      // What was measured of the battery says nothing of the cells.
      const { emf, internalResistance, shelf, ...rest } = supply as Record<string, unknown>;
      void [emf, internalResistance, shelf];
      const dry = { chemistry: 'alkaline', size: 'D', series: way.series, parallel: 1 };
      return { ...document, supply: { ...rest, ...dry } };
    }
    case 'more-turns':
      return { ...document, winding: { ...winding, turns: way.turns } };
    case 'other-wire': {
      const { shelf, ...rest } = wire as Record<string, unknown>;
      void shelf;
      const size = formatQuantity(way.diameter, 'wireDiameter', 'mm', 3);
      return { ...document, wire: { ...rest, size } };
    }
    case 'ballast': {
      const switchResistance = formatQuantity(way.resistance, 'resistance', 'Ω', 3);
      return { ...document, leads: { ...leads, switchResistance } };
    }
  }
}
