export { INKS, writePdf, type Ink, type Mark, type Page, type Part } from './page/index.js';
export { printed } from './printed.js';
export { chartPicture, reportOf, type ReportSettings } from './report/index.js';
export { BAR, pagesOf } from './sheets/index.js';
