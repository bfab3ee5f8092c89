export { mayEnter } from './may-enter';
export { ServerTime } from './server-time';
export { SessionService } from './session';
