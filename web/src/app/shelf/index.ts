export { ShelfStore } from './shelf-store';
export { shortagesOf } from './shortages';
export { setAside, takeFromShelf } from './take';
