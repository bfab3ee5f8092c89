export { ParameterSweepService } from './sweep-service';
