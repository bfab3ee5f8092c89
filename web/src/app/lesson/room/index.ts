export { benches, readText, type Bench } from './benches';
export { RoomBanner } from './room-banner';
