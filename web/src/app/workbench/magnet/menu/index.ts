export { MagnetActions } from './magnet-actions';
