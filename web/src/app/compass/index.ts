export { Compass } from './compass';
