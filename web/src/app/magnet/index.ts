export { MAGNET_OF_INVESTIGATION } from './magnet-on-screen';
export { MagnetStore } from './magnet-store';
