export { writeLocal, readLocal } from './local-storage';
