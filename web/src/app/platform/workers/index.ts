export { WorkerCalls } from './worker-calls';
