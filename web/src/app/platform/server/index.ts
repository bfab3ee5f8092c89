export { liveEvents } from './live-events';
export { faultWords, ServerAway, ServerFault, ServerRefusal } from './outcomes';
export { Server } from './server';
