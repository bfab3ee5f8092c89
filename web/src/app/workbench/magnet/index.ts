export { MAGNET_OF_INVESTIGATION } from './magnet-of-investigation';
export { MAGNET_ON_SCREEN } from './magnet-on-screen';
export { MagnetStore } from './magnet-store';
