export { ShelfStore } from './shelf-store';
export { setAside, takeFromShelf } from './take';
export { NeedsLine } from './needs-line';
export {
  CELLS,
  CLIPS,
  COMPASS,
  CORE,
  CUP,
  EXPERIMENT_NEEDS,
  MAGNETS,
  WIRE,
  type Need,
} from './needs';
