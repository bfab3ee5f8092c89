import { type DesignDocument, newDesign, toMagnetDesign } from '@nab/contract/experiments';
import type { VersionedShelfItem } from '@nab/contract/shelf';
import { formatQuantity, parseQuantity } from '@nab/core/quantities';
import type { FoundDesign, SearchStock } from '@nab/core/experiments';
import { takeFromShelf } from '../../shelf';

/** The shelf in SI for the search; objects and designs are not searched over. */
export function stockOf(shelf: readonly VersionedShelfItem[]): SearchStock {
  const taken = (entry: VersionedShelfItem) => toMagnetDesign(takeFromShelf(newDesign(), entry));
  const having = (part: 'core' | 'reel' | 'cell') =>
    shelf.filter(({ item }) => item[part] !== undefined);
  return {
    cores: having('core').map((entry) => ({
      id: entry.id,
      core: taken(entry).core,
      count: entry.item.core!.count,
    })),
    reels: having('reel').map((entry) => ({
      id: entry.id,
      wire: taken(entry).wire,
      length: parseQuantity(entry.item.reel!.length, 'length').si,
    })),
    cells: having('cell').map((entry) => {
      const { chemistry, size, measured } = taken(entry).supply;
      return {
        id: entry.id,
        cell: { chemistry, size, ...(measured && { measured }) },
        count: entry.item.cell!.count,
      };
    }),
  };
}

/**
 * What the search found as a design of the educator's, with the parts of the shelf it draws on.
 * @param from the design whose load, leads and room it keeps.
 */
export function designFound(
  found: FoundDesign,
  shelf: readonly VersionedShelfItem[],
  from: DesignDocument = newDesign(),
): DesignDocument {
  const take = (design: DesignDocument, id: string): DesignDocument => {
    const entry = shelf.find((item) => item.id === id);
    return entry ? takeFromShelf(design, entry) : design;
  };
  const drawn = [found.core, found.reel, found.cell].reduce(take, from);
  const { winding, supply } = found.design;
  const mm = (metres: number): string => formatQuantity(metres, 'length', 'mm', 4);
  return {
    ...drawn,
    name: from.name,
    core: { ...drawn.core, poles: 'one' },
    winding: {
      ...drawn.winding,
      turns: winding.turns,
      start: mm(winding.start),
      end: mm(winding.end),
      base: '0 mm',
      neatness: winding.neatness,
      guide: 'hand',
      branches: 1,
      tails: formatQuantity(winding.tail, 'length', 'cm'),
    },
    supply: { ...drawn.supply, series: supply.series, parallel: supply.parallel },
  };
}
