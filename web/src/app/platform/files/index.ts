export { fileName, saveFile } from './save-file';
