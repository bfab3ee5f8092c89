export { Cutaway, type EdgeMove } from './cutaway';
export { BOX, layOut, supplyBox } from './layout';
