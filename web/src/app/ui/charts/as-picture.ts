import { markerColour, markerPath } from './markers';

/** What is written under a chart that is kept as a picture. */
export interface PictureWords {
  readonly title: string;
  readonly caption: string;
  /** The meaning of each marker, in order. */
  readonly key?: readonly string[];
}

const SVG = 'http://www.w3.org/2000/svg';
const LINE = 22;
const EDGE = 12;
/** A letter of 14 px, on average and generously. */
const LETTER = 7.4;
const MARK = 20;

/**
 * A chart as a picture that stands by itself: colours of the page written out, on paper of its own,
 * with a title for whoever cannot see it, and the key and the caption under it. Handles are left out.
 * @param faces of the letters, as CSS; see {@link fontFaces}.
 */
export function asSvg(
  chart: SVGSVGElement,
  { title, caption, key = [] }: PictureWords,
  faces = '',
): string {
  const copy = chart.cloneNode(true) as SVGSVGElement;
  const [, , width = 0, height = 0] = chart.getAttribute('viewBox')!.split(' ').map(Number);
  const rows = keyRows(key, width);
  const lines = wrapped(caption, (width - 2 * EDGE) / LETTER);
  const tall = height + (rows.length + lines.length) * LINE + EDGE;
  copy.setAttribute('viewBox', `0 0 ${width} ${tall}`);
  copy.setAttribute('width', String(width));
  copy.setAttribute('height', String(tall));
  copy.setAttribute('font-family', "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif");
  for (const handle of copy.querySelectorAll('[role=slider]')) handle.remove();
  for (const element of copy.querySelectorAll('[tabindex]')) element.removeAttribute('tabindex');
  const paper = append(copy, 'rect', { width, height: tall, fill: 'var(--nab-sheet)' });
  copy.prepend(paper);
  if (faces) {
    const style = append(copy, 'style', {});
    style.textContent = faces;
    copy.prepend(style);
  }
  const name = append(copy, 'title', {});
  name.textContent = title;
  copy.prepend(name);
  const write = (x: number, y: number, text: string): void => {
    append(copy, 'text', { x, y, 'font-size': 14, fill: 'var(--nab-ink)' }).textContent = text;
  };
  rows.forEach((row, i) => {
    const y = height + LINE * i + 14;
    for (const { mark, x, text } of row) {
      append(copy, 'path', {
        d: markerPath(mark),
        transform: `translate(${x + 6},${y - 5})`,
        fill: markerColour(mark),
        'fill-opacity': 0.25,
        stroke: markerColour(mark),
        'stroke-width': 2,
      });
      write(x + MARK, y, text);
    }
  });
  lines.forEach((line, i) => write(EDGE, height + LINE * (rows.length + i) + 14, line));
  return withoutVariables(new XMLSerializer().serializeToString(copy));
}

/** The key in rows of the picture's width. */
function keyRows(
  key: readonly string[],
  width: number,
): { mark: number; x: number; text: string }[][] {
  const rows: { mark: number; x: number; text: string }[][] = [];
  let x = Infinity;
  key.forEach((text, mark) => {
    const wide = MARK + text.length * LETTER + EDGE;
    if (x + wide > width) {
      rows.push([]);
      x = EDGE;
    }
    rows[rows.length - 1]!.push({ mark, x, text });
    x += wide;
  });
  return rows;
}

/** A text in lines of so many letters. */
function wrapped(text: string, letters: number): string[] {
  const lines = [''];
  for (const word of text.split(' ')) {
    const last = lines[lines.length - 1]!;
    if (last !== '' && last.length + word.length + 1 > letters) lines.push(word);
    else lines[lines.length - 1] = last === '' ? word : `${last} ${word}`;
  }
  return lines;
}

/** Where the letters of the western languages are. */
const LATIN = /U\+0+-0*FF/i;

/**
 * The page's own letters, written out so that a picture has them where Nab is not installed.
 * @returns rules of CSS; empty where they cannot be read.
 */
export async function fontFaces(): Promise<string> {
  const rules = [...document.styleSheets]
    .flatMap((sheet) => [...sheet.cssRules])
    .filter((rule) => rule instanceof CSSFontFaceRule)
    .filter(({ style }) => LATIN.test(style.getPropertyValue('unicode-range')));
  const faces = await Promise.all(
    rules.map(async ({ style, parentStyleSheet }) => {
      const [, path = ''] = /url\("?([^")]+)"?\)/.exec(style.getPropertyValue('src')) ?? [];
      const answer = await fetch(new URL(path, parentStyleSheet?.href ?? document.baseURI));
      if (!answer.ok) return '';
      const data = await asDataUrl(await answer.blob());
      const family = style.getPropertyValue('font-family');
      const weight = style.getPropertyValue('font-weight');
      return `@font-face{font-family:${family};font-weight:${weight};src:url(${data})}`;
    }),
  );
  return faces.join('');
}

function asDataUrl(blob: Blob): Promise<string> {
  return new Promise((resolve, refuse) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.onerror = () => refuse(reader.error ?? new Error('The letters cannot be read.'));
    reader.readAsDataURL(blob);
  });
}

/** The same as pixels, twice as many as the drawing has units. */
export async function asPng(svg: string): Promise<Blob> {
  const image = new Image();
  const url = URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }));
  try {
    image.src = url;
    await image.decode();
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [2 * image.naturalWidth, 2 * image.naturalHeight];
    canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
    return await new Promise<Blob>((resolve, refuse) =>
      canvas.toBlob((blob) => {
        if (blob) resolve(blob);
        else refuse(new Error('The browser made no picture.'));
      }, 'image/png'),
    );
  } finally {
    URL.revokeObjectURL(url);
  }
}

function append(
  parent: Element,
  name: string,
  attributes: Readonly<Record<string, string | number>>,
): Element {
  const element = document.createElementNS(SVG, name);
  for (const [key, value] of Object.entries(attributes)) element.setAttribute(key, String(value));
  parent.append(element);
  return element;
}

/** The page's colours and letters by their values: outside the page nobody knows their names. */
function withoutVariables(text: string): string {
  const style = getComputedStyle(document.documentElement);
  return text.replace(/var\((--nab-[\w-]+)\)/g, (_, name: string) =>
    style.getPropertyValue(name).trim().replaceAll('"', "'"),
  );
}
