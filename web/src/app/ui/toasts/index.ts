export { Told, ToldPlace, type Telling } from './toast';
