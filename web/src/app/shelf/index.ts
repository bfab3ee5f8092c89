export { ShelfStore } from './shelf-store';
export { setAside, takeFromShelf } from './take';
