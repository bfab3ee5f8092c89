export { Told, ToldPlace, type Telling } from './told';
