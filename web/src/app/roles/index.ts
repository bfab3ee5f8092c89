export { mayEnter } from './may-enter';
export { WhoService } from './who';
