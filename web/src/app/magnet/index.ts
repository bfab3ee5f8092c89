export { MagnetStore } from './magnet-store';
