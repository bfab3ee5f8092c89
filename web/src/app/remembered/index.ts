export { remember, remembered } from './remembered';
