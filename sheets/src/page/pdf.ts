import PDFDocument from 'pdfkit';
import { fontFile, MM_PER_POINT } from './fonts.js';
import type { Face, Ink, Mark, Page, Part } from './page.js';

/** The tokens of the printed page: dark enough for a copier. */
export const INKS: Readonly<Record<Ink, string>> = {
  ink: '#1d2b33',
  soft: '#53626a',
  grid: '#c9c3b4',
  copper: '#a9501b',
  steel: '#5a6b78',
  wash: '#f1ede3',
};

const FACES: readonly Face[] = ['regular', 'bold', 'mono'];
const points = (mm: number): number => mm / MM_PER_POINT;

/**
 * Pages as a PDF: fonts embedded, headings, lists, tables and figures tagged.
 * @param made when it says that it was made; the same pages of the same moment are the same bytes.
 */
export function writePdf(
  pages: readonly Page[],
  title: string,
  made: Date = new Date(),
): Promise<Buffer> {
  const document = new PDFDocument({
    autoFirstPage: false,
    pdfVersion: '1.7',
    tagged: true,
    lang: 'en',
    displayTitle: true,
    info: { Title: title, Creator: 'Nab', CreationDate: made },
    compress: true,
  });
  const chunks: Buffer[] = [];
  const done = new Promise<Buffer>((resolve, reject) => {
    document.on('data', (chunk: Buffer) => chunks.push(chunk));
    document.on('end', () => resolve(Buffer.concat(chunks)));
    document.on('error', reject);
  });
  for (const face of FACES) document.registerFont(face, fontFile(face));
  const root = document.struct('Document');
  document.addStructure(root);
  for (const page of pages) {
    document.addPage({ size: [points(page.width), points(page.height)], margin: 0 });
    writePage(document, root, page);
  }
  root.end();
  document.end();
  return done;
}

type Structure = ReturnType<PDFKit.PDFDocument['struct']>;

function writePage(document: PDFKit.PDFDocument, root: Structure, { parts }: Page): void {
  const draw = (part: Part) => (): void => part.marks.forEach((mark) => drawMark(document, mark));
  let table: Structure | null = null;
  let row = null as { readonly of: number; readonly structure: Structure } | null;
  let list: Structure | null = null;
  const begin = (parent: Structure, type: string): Structure => {
    const structure = document.struct(type as Parameters<PDFKit.PDFDocument['struct']>[0]);
    parent.add(structure);
    return structure;
  };
  for (const part of parts) {
    if (part.tag === 'Artifact') {
      document.markContent('Artifact', { type: 'Pagination' });
      draw(part)();
      document.endMarkedContent();
      continue;
    }
    if (part.row === undefined) {
      table = null;
      row = null;
    }
    if (part.tag !== 'LI') list = null;
    if (part.row !== undefined) {
      table ??= begin(root, 'Table');
      if (row?.of !== part.row) row = { of: part.row, structure: begin(table, 'TR') };
      row.structure.add(document.struct(part.tag, {}, draw(part)));
    } else if (part.tag === 'LI') {
      list ??= begin(root, 'L');
      list.add(document.struct('LI', {}, draw(part)));
    } else {
      const options = part.alt === undefined ? {} : { alt: part.alt };
      root.add(document.struct(part.tag, options, draw(part)));
    }
  }
}

function drawMark(document: PDFKit.PDFDocument, mark: Mark): void {
  if (mark.kind === 'text') {
    document.save();
    document.font(mark.face).fontSize(mark.size).fillColor(INKS[mark.ink]);
    const [x, y] = [points(mark.x), points(mark.y)];
    if (mark.turn) document.rotate(mark.turn, { origin: [x, y] });
    document.text(mark.text, x, y, { lineBreak: false, baseline: 'alphabetic' });
    document.restore();
    return;
  }
  document.save();
  document.scale(1 / MM_PER_POINT).path(mark.d);
  if (mark.stroke) document.lineWidth(mark.width ?? 0.25).strokeColor(INKS[mark.stroke]);
  if (mark.dash) document.dash(mark.dash[0], { space: mark.dash[1] });
  if (mark.fill) document.fillColor(INKS[mark.fill]);
  if (mark.fill && mark.stroke) document.fillAndStroke(INKS[mark.fill], INKS[mark.stroke]);
  else if (mark.fill) document.fill();
  else document.stroke();
  document.restore();
}
