export { Cutaway, type EdgeMove, type EvaluatedMagnet } from './cutaway';
export { BOX, layOut, supplyBox } from './layout';
