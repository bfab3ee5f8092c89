import type { DesignDocument } from '@nab/contract/experiments';
import type { ShelfItem } from '@nab/contract/shelf';
import { CELL_SIZES, CHEMISTRIES, CONDUCTORS, MATERIALS, SMALL_OBJECTS } from '@nab/core/physics';
import { CORE_SHAPES } from '@nab/core/experiments';

type CoreText = Pick<
  DesignDocument['core'],
  'shape' | 'length' | 'diameter' | 'stripWidth' | 'stripThickness' | 'material' | 'materialName'
>;

/** A core in a line: “Bolt, 80 mm × 8 mm, low-carbon steel, cold-worked”. */
export function coreText({
  shape,
  length,
  diameter,
  stripWidth,
  stripThickness,
  material,
  materialName,
}: CoreText): string {
  if (shape === 'none') return `No core: a former of ${diameter}, ${length} long`;
  const across = shape === 'strip' ? `${stripWidth} × ${stripThickness}` : diameter;
  return `${CORE_SHAPES[shape]}, ${length} × ${across}, ${materialName ?? MATERIALS[material].name.toLowerCase()}`;
}

type WireText = Pick<
  DesignDocument['wire'],
  'conductor' | 'size' | 'insulation' | 'form' | 'foilWidth' | 'foilThickness'
>;

/** A wire in a line: “Copper wire, 0.5 mm, enamelled”. */
export function wireLine({
  conductor,
  size,
  insulation,
  form,
  foilWidth,
  foilThickness,
}: WireText): string {
  const name = CONDUCTORS[conductor].name;
  if (form === 'foil') return `${name} foil, strips of ${foilWidth}, ${foilThickness} thick`;
  const cover = {
    'enamel-1': 'enamelled',
    'enamel-2': 'enamelled',
    'hook-up': 'plastic-covered',
    bare: 'bare',
  };
  const what = form === 'cable' ? 'two-conductor cable' : 'wire';
  return `${name.replace(/ wire$/, '')} ${what}, ${size}, ${cover[insulation]}`;
}

type SupplyText = Pick<
  DesignDocument['supply'],
  'chemistry' | 'size' | 'emf' | 'internalResistance'
>;

/** A cell in a line: “Alkaline, D”, with its own values where they were measured. */
export function cellText({ chemistry, size, emf, internalResistance }: SupplyText): string {
  const measured = emf && internalResistance ? `, measured ${emf} and ${internalResistance}` : '';
  return `${CHEMISTRIES[chemistry]}, ${CELL_SIZES[size]}${measured}`;
}

/** A supply in a line, with how many. */
export function supplyText(supply: DesignDocument['supply']): string {
  if (supply.kind === 'bench') {
    return `Bench supply, ${supply.voltage}, limited to ${supply.currentLimit}`;
  }
  const { series, parallel } = supply;
  return `${cellText(supply)}: ${series} in series${parallel > 1 ? `, ${parallel} packs beside` : ''}`;
}

/** What is known of a thing on the shelf, in a line, without its name. */
export function shelfText(item: ShelfItem): string {
  if (item.core) return coreText(item.core);
  if (item.reel) return wireLine(item.reel);
  if (item.cell) return cellText(item.cell);
  if (item.object) {
    const { object, ownName, massEach } = item.object;
    return `${object === 'own' ? (ownName ?? 'Own objects') : SMALL_OBJECTS[object].name}, ${massEach} each`;
  }
  return item.design
    ? `${coreText(item.design.core)}; ${item.design.winding.turns} turns; ${supplyText(item.design.supply)}`
    : '';
}

/** How much of it there is. */
export function amountText(item: ShelfItem): string {
  if (item.reel) return item.reel.length;
  const count = item.core?.count ?? item.cell?.count ?? item.object?.count;
  return count === undefined ? '' : String(count);
}
