import { polesOf } from '../../physics/index.js';
import type { MagnetDesign } from '../magnet/index.js';

/** 1 where the lifting end is a north pole, so that B_z > 0 before it, −1 where it is a south pole. */
export function signOf({ winding, supply }: MagnetDesign): 1 | -1 {
  return polesOf(winding.sense, supply.plusTail).tip === 'N' ? 1 : -1;
}
