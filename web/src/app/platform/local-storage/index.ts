export { remember, remembered } from './local-storage';
