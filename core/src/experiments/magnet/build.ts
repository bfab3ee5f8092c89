import {
  requireApart,
  windCoil,
  type Former,
  type WoundCoil,
  findMaterial,
} from '../../physics/index.js';
import { checkDesign } from './check-design.js';
import { coreVolume, girthRadius } from './core-shape.js';
import type { MagnetDesign } from './design.js';

/** A design's core, or its two, as what the coil is wound on. */
export function formerOf(design: MagnetDesign): Former {
  const { core, winding, pair } = design;
  const count = pair ? 2 : 1;
  const volume = count * coreVolume(design);
  const {
    density_kg_per_m3: density,
    heatCapacity_J_per_kgK: specificHeat,
    insulates = false,
  } = findMaterial(core.material);
  return {
    start: winding.start,
    end: winding.end,
    girthRadius: girthRadius(core),
    base: winding.base,
    conducts: core.shape !== 'none' && !insulates,
    ...(core.thread !== undefined && { thread: core.thread }),
    count,
    joined: pair?.coils ?? 'series',
    ...(pair && { bridge: pair.spacing }),
    ...(volume > 0 && { body: { volume, density, specificHeat, length: core.length } }),
  };
}

/**
 * Winds, connects and warms a design, without its field.
 * @throws CoreError for impossible cores and windings and unknown cells.
 */
export function buildMagnet(design: MagnetDesign): WoundCoil {
  checkDesign(design);
  const wound = windCoil(design, formerOf(design));
  if (design.pair) requireApart(wound, design.pair.spacing);
  return wound;
}
