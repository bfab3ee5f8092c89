export { MAGNET_OF_INVESTIGATION, MAGNET_ON_SCREEN } from './magnet-on-screen';
export { MagnetStore } from './magnet-store';
