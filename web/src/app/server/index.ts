export { liveEvents } from './live-events';
export { ServerAway, ServerFault, ServerRefusal } from './outcomes';
export { Server } from './server';
