import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import * as fontkit from 'fontkit';
import type { Face } from './page.js';

/** mm of a point. */
export const MM_PER_POINT = 25.4 / 72;

const FILES: Readonly<Record<Face, string>> = {
  regular:
    '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff',
  bold: '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff',
  mono: '@fontsource/atkinson-hyperlegible-mono/files/atkinson-hyperlegible-mono-latin-400-normal.woff',
};

const resolve = createRequire(import.meta.url).resolve;
const files = new Map<Face, Buffer>();
const fonts = new Map<Face, fontkit.Font>();

/** The file of a face, to be embedded. */
export function fontFile(face: Face): Buffer {
  let file = files.get(face);
  if (!file) {
    file = readFileSync(resolve(FILES[face]));
    files.set(face, file);
  }
  return file;
}

function fontOf(face: Face): fontkit.Font {
  let font = fonts.get(face);
  if (!font) {
    font = fontkit.create(fontFile(face)) as fontkit.Font;
    fonts.set(face, font);
  }
  return font;
}

/** Signs that the typefaces lack, in signs that they have. */
const INSTEAD: Readonly<Record<string, string>> = {
  Ω: 'ohm',
  µ: 'micro',
  μ: 'micro',
  '−': '–',
  '→': 'to',
  '≥': 'at least ',
  '≤': 'at most ',
  '≈': 'about ',
  '√': 'root of ',
  '\u00a0': ' ',
  '\u2009': ' ',
  '\u202f': ' ',
};

/** A text with nothing in it that would print as an empty box. */
export function printable(text: string): string {
  const font = fontOf('regular');
  return [...text]
    .map((sign) => {
      const instead = INSTEAD[sign];
      if (instead !== undefined) return instead;
      return font.hasGlyphForCodePoint(sign.codePointAt(0)!) ? sign : '?';
    })
    .join('');
}

const advances = new Map<string, number>();

/** Advance of one sign, em. */
function advanceOf(sign: string, face: Face): number {
  const key = face + sign;
  let advance = advances.get(key);
  if (advance === undefined) {
    const font = fontOf(face);
    advance = font.glyphForCodePoint(sign.codePointAt(0)!).advanceWidth / font.unitsPerEm;
    advances.set(key, advance);
  }
  return advance;
}

/** Width of a text, mm, without kerning, which moves it by less than a hundredth. */
export function widthOf(text: string, size: number, face: Face = 'regular'): number {
  let em = 0;
  for (const sign of text) em += advanceOf(sign, face);
  return em * size * MM_PER_POINT;
}

/** A line breaks at a space, but not between a number and its unit. */
const BREAK = / (?!%|ohm\b)(?<!\d (?=(?:mm|cm|m|in|ft|s|A|V|kg|g)\b))/;

/** The lines that a text takes in a width, mm; a word that is wider stands alone. */
export function wrap(text: string, width: number, size: number, face: Face = 'regular'): string[] {
  return text
    .split('\n')
    .map(printable)
    .flatMap((paragraph) => {
      const lines: string[] = [];
      let line = '';
      for (const word of paragraph.split(BREAK)) {
        const longer = line === '' ? word : `${line} ${word}`;
        if (line !== '' && widthOf(longer, size, face) > width) {
          lines.push(line);
          line = word;
        } else line = longer;
      }
      return [...lines, line];
    });
}
