export { MagnetToolbar } from './toolbar';
