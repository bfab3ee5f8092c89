export { Bench } from './bench';
export { BenchPart } from './bench-part';
export { CautionLine } from './caution-line';
export { CautionList } from './caution-list';
export { DecidingFigures } from './deciding-figures';
export type { Fact } from './fact';
export { FiguresDrawer } from './figures-drawer';
export { RealTime } from './real-time';
export { Says } from './says';
