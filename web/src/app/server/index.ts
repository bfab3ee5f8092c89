export { ServerAway, ServerRefusal } from './outcomes';
export { Server } from './server';
