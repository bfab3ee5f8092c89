import { changedPaths } from '../../platform/saving';

/** What a step back or forth changes, for the button that takes it. */
const THINGS: Readonly<Record<string, string>> = {
  'winding.turns': 'turns',
  'winding.start': 'upper end of the winding',
  'winding.end': 'lower end of the winding',
  'winding.sense': 'sense of the winding',
  'winding.layerStyle': 'way of the layers',
  'winding.neatness': 'neatness',
  'winding.tails': 'tails',
  'wire.size': 'wire',
  'wire.form': 'form of the wire',
  'wire.insulation': 'insulation',
  'wire.conductor': 'conductor',
  'core.shape': 'shape of the core',
  'core.length': 'length of the core',
  'core.diameter': 'thickness of the core',
  'core.material': 'material of the core',
  'core.poles': 'number of cores',
  'supply.series': 'cells in series',
  'supply.parallel': 'packs in parallel',
  'supply.size': 'cell',
  'supply.chemistry': 'kind of cell',
  'supply.kind': 'supply',
  'supply.plusTail': 'battery’s way round',
  'load.object': 'objects',
  'load.plateLoad': 'load',
  'seat.gap': 'contact gap',
  core: 'core',
  winding: 'winding',
  wire: 'wire',
  supply: 'supply',
  leads: 'leads',
  load: 'what is lifted',
  shell: 'cup',
  keeper: 'keeper',
  seat: 'seat',
  name: 'name',
  roomTemperature: 'room',
  touch: 'touch limit',
};

/** Names the step between two documents: the one thing that differs, or the part, or the whole. */
export function stepWords(before: object | undefined, after: object): string {
  if (before === undefined) return '';
  const paths = changedPaths(before, after);
  const parts = [...new Set(paths.map((path) => path.split('.')[0]!))];
  const [only] = paths;
  if (only === undefined) return '';
  if (paths.length === 1) return THINGS[only] ?? THINGS[parts[0]!] ?? 'design';
  return parts.length === 1 ? (THINGS[parts[0]!] ?? 'design') : 'several things';
}
