import { CHEMISTRIES, CONDUCTORS, isDemonstrationSupply, type Chemistry } from '@nab/core/physics';

/** Cells that a class may have; what is for adults only is not among them. */
export const CLASS_CHEMISTRIES = Object.fromEntries(
  Object.entries(CHEMISTRIES).filter(([id]) => !isDemonstrationSupply(id as Chemistry)),
);

export const CONDUCTOR_NAMES = Object.fromEntries(
  Object.entries(CONDUCTORS).map(([id, { name }]) => [id, name]),
);
