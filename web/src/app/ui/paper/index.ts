export { PageView } from './page-view';
export { printPages } from './print-pages';
