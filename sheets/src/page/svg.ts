import { MM_PER_POINT } from './fonts.js';
import type { Mark } from './page.js';
import { INKS } from './pdf.js';

const escaped = (text: string): string =>
  text.replace(/[&<>"]/g, (sign) => `&#${sign.charCodeAt(0)};`);

/**
 * Marks as a picture of its own, SVG 1.1.
 * @param size mm. @param title what it shows, for those who hear it.
 */
export function svgOf(
  marks: readonly Mark[],
  { width, height }: { readonly width: number; readonly height: number },
  title: string,
): string {
  const drawn = marks.map((mark) => {
    if (mark.kind === 'text') {
      const turn = mark.turn ? ` transform="rotate(${mark.turn} ${mark.x} ${mark.y})"` : '';
      const face = mark.face === 'mono' ? 'monospace' : 'sans-serif';
      const size = Math.round(mark.size * MM_PER_POINT * 1000) / 1000;
      return `<text x="${mark.x}" y="${mark.y}" font-family="${face}" font-size="${size}"${mark.face === 'bold' ? ' font-weight="700"' : ''} fill="${INKS[mark.ink]}"${turn}>${escaped(mark.text)}</text>`;
    }
    const stroke = mark.stroke
      ? ` stroke="${INKS[mark.stroke]}" stroke-width="${mark.width ?? 0.25}"`
      : '';
    const dash = mark.dash ? ` stroke-dasharray="${mark.dash.join(' ')}"` : '';
    return `<path d="${mark.d}" fill="${mark.fill ? INKS[mark.fill] : 'none'}"${stroke}${dash}/>`;
  });
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}mm" height="${height}mm" role="img">`,
    `<title>${escaped(title)}</title>`,
    `<rect width="${width}" height="${height}" fill="#fff"/>`,
    ...drawn,
    '</svg>\n',
  ].join('\n');
}
