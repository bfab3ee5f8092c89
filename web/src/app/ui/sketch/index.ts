export { Sketch } from './sketch';
