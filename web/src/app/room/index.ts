export { RoomBanner } from './room-banner';
