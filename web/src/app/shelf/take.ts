import type { DesignDocument } from '@nab/contract/experiments';
import type { ShelfItem, VersionedShelfItem } from '@nab/contract/shelf';
import { formatQuantity, parseQuantity } from '@nab/core/quantities';

/** The design with a thing from the shelf in the place of what it had; a design set aside replaces it. */
export function takeFromShelf(
  design: DesignDocument,
  { id, item }: Pick<VersionedShelfItem, 'id' | 'item'>,
): DesignDocument {
  if (item.core) {
    const { count: _count, ...core } = item.core;
    const { poles, spacing, yoke, yokeWidth, yokeThickness, yokeGap, headAt } = design.core;
    const bar = { yokeWidth, yokeThickness, yokeGap };
    const taken = { ...core, poles, spacing, yoke, ...bar, headAt, shelf: id };
    return fitWinding({ ...design, core: taken }, design);
  }
  if (item.reel) {
    const { length: _length, ...reel } = item.reel;
    const { cableJoin, folds } = design.wire;
    return { ...design, wire: { ...reel, cableJoin, folds, shelf: id } };
  }
  if (item.cell) {
    const { count: _count, ...cell } = item.cell;
    const { emf: _emf, internalResistance: _r, ...supply } = design.supply;
    return { ...design, supply: { ...supply, ...cell, kind: 'cells', shelf: id } };
  }
  if (item.object) {
    const { count: _count, ...object } = item.object;
    const { ownName: _name, ownLength: _length, ownThickness: _thickness, ...load } = design.load;
    return { ...design, load: { ...load, ...object, shelf: id } };
  }
  return item.design ?? design;
}

/** A winding that no longer fits its core is moved onto it, the bare tip as long as it was. */
function fitWinding(design: DesignDocument, before: DesignDocument): DesignDocument {
  const si = (text: string): number => parseQuantity(text, 'length').si;
  const length = si(design.core.length);
  const end = si(design.winding.end);
  const start = si(design.winding.start);
  if (end <= length) return design;
  const tip = Math.min(Math.max(0, si(before.core.length) - end), length / 4);
  const window = Math.min(end - start, length - tip);
  const mm = (metres: number): string => formatQuantity(metres, 'length', 'mm', 4);
  return {
    ...design,
    winding: { ...design.winding, start: mm(length - tip - window), end: mm(length - tip) },
  };
}

/** A design as a thing to be set aside. */
export function setAside(design: DesignDocument): ShelfItem {
  return { format: 'nab-shelf-item', kind: 'design', name: design.name, design } as ShelfItem;
}
