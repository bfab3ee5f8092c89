export { SweepService } from './sweep-service';
