export { DrawingParts } from './drawing-parts';
