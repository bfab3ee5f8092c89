import type { Signal } from '@angular/core';
import type { FieldTree } from '@angular/forms/signals';
import type { DesignDocument } from '@nab/contract/experiments';
import type { Filled } from '../../ui/fields';

export type SupplyDocument = DesignDocument['supply'];

/** The supply and leads of a coil, whichever experiment it belongs to. */
export interface SupplyOnScreen {
  readonly supply: FieldTree<Filled<SupplyDocument>>;
  readonly leads: FieldTree<Filled<DesignDocument['leads']>>;
  /** What is on screen, faults and all. */
  readonly value: Signal<SupplyDocument>;
  readonly sizeFault: Signal<string | null>;
  /** Cells in series of the last value without faults. */
  readonly series: Signal<number>;
  /** What happens at the moment of switching off, in words; empty when nothing does. */
  readonly opening: Signal<string>;
  edit(change: (supply: SupplyDocument) => SupplyDocument): void;
}
