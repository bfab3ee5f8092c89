import type { ExperimentDocument } from '@nab/contract/experiments';
import type { ShelfItem, VersionedShelfItem } from '@nab/contract/shelf';
import { CELL_SIZES, SMALL_OBJECTS } from '@nab/core/physics';
import { parseQuantity } from '@nab/core/quantities';
import { wireText, wireLine } from '../../terms/index.js';
import type { Reel } from './cutting.js';

/** What a lesson takes from the shelf. */
export interface LessonNeeds {
  /** Cores that are wound at once, and packs of cells, spare ones included. */
  readonly magnets: number;
  readonly packs: number;
  /** Wire for all levels and all groups, m. */
  readonly wire: number;
  /** Objects in all trays. */
  readonly objects: number;
}

/** One thing that is not enough for the lesson. */
export interface Shortage {
  /** Part of the design that draws on it. */
  readonly part: 'core' | 'wire' | 'supply' | 'load';
  readonly name: string;
  /** In words: what is needed and what is there. */
  readonly needed: string;
  readonly there: string;
  /** What is to be bought or borrowed, in words. */
  readonly missing: string;
}

/** All wire on the shelf like that which the design draws on, its own reel included. */
export function reelsFor(
  { wire }: ExperimentDocument,
  shelf: readonly VersionedShelfItem[],
): Reel[] {
  const taken = shelf.find(({ id }) => id === wire.shelf)?.item.reel;
  if (!taken) return [];
  return shelf.flatMap(({ id, item: { name, reel } }) =>
    reel && (id === wire.shelf || wireLine(reel) === wireLine(taken))
      ? [{ name, length: parseQuantity(reel.length, 'length').si }]
      : [],
  );
}

/**
 * What is short when a design that draws from the shelf is made for a whole class. Parts that were
 * typed rather than taken from the shelf are nobody's shortage.
 */
export function shortagesOf(
  design: ExperimentDocument,
  shelf: readonly VersionedShelfItem[],
  { magnets, packs, wire, objects }: LessonNeeds,
): Shortage[] {
  const taken = (id: string | undefined): ShelfItem | undefined =>
    id === undefined ? undefined : shelf.find((entry) => entry.id === id)?.item;
  const shortages: Shortage[] = [];
  const count = (
    part: Shortage['part'],
    item: ShelfItem | undefined,
    there: number | undefined,
    needed: number,
    unit: string,
  ): void => {
    if (!item || there === undefined || there >= needed) return;
    shortages.push({
      part,
      name: item.name,
      needed: `${needed} ${unit}`,
      there: String(there),
      missing: `${needed - there} ${unit}`,
    });
  };
  if ('core' in design) {
    const core = taken(design.core.shelf);
    const poles = design.core.poles === 'two' ? 2 : 1;
    count('core', core, core?.core?.count, magnets * poles, 'cores');
  }
  const reel = taken(design.wire.shelf);
  const there = reelsFor(design, shelf).reduce((sum, { length }) => sum + length, 0);
  if (reel?.reel && there < wire) {
    shortages.push({
      part: 'wire',
      name: reel.name,
      needed: `${wire.toFixed(1)} m`,
      there: `${there.toFixed(1)} m`,
      missing: `${wireText(wire - there)} of wire`,
    });
  }
  const cell = taken(design.supply.shelf);
  if (design.supply.kind === 'cells') {
    const { series, parallel } = design.supply;
    const unit = `${CELL_SIZES[design.supply.size]} cells`;
    count('supply', cell, cell?.cell?.count, packs * series * parallel, unit);
  }
  if ('load' in design && typeof design.load === 'object') {
    const object = taken(design.load.shelf);
    const many = SMALL_OBJECTS[design.load.object].many;
    count('load', object, object?.object?.count, objects, many);
  }
  return shortages;
}
