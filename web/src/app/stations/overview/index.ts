export { Station } from './station';
export { StationBar } from './station-bar';
