export { Keys } from './keys';
