export { FromShelf } from './from-shelf';
