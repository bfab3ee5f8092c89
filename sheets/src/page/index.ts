export { box, centred, ending, Flow, line, MARGIN, mm, words, type TextStyle } from './flow.js';
export { printable, widthOf, wrap } from './fonts.js';
export type { Face, Ink, Mark, Page, Part, Tag } from './page.js';
export { INKS, writePdf } from './pdf.js';
export { svgOf } from './svg.js';
