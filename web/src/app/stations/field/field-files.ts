import type { FieldRaster } from '@nab/core/fem';
import { stringify } from 'csv-stringify/browser/esm/sync';
import type { RulerLine } from './ruler-chart';

/** Samples of a raster: one row a place. */
export function gridCsv({
  columns,
  rows,
  width,
  low,
  high,
  radial,
  axial,
  flux,
}: FieldRaster): string {
  const lines = [['radius_m', 'height_m', 'B_radial_T', 'B_axial_T', 'flux_Wb']];
  for (let j = 0; j < rows; j++) {
    for (let i = 0; i < columns; i++) {
      const k = j * columns + i;
      const place = [(width * i) / (columns - 1), low + ((high - low) * j) / (rows - 1)];
      lines.push([...place, radial[k]!, axial[k]!, flux[k]!].map((v) => v.toPrecision(6)));
    }
  }
  return stringify(lines);
}

/** Readings along the ruler, a pair of columns a picture. */
export function rulerCsv(lines: readonly RulerLine[]): string {
  const head = [
    'distance_m',
    'across_m',
    'height_m',
    ...lines.flatMap(({ name }) => [`B_across_T (${name})`, `B_along_T (${name})`]),
  ];
  const rows = (lines[0]?.readings ?? []).map(({ distance, x, z }, k) =>
    [
      distance,
      x,
      z,
      ...lines.flatMap(({ readings }) => [readings[k]!.across, readings[k]!.along]),
    ].map((v) => v.toPrecision(6)),
  );
  return stringify([head, ...rows]);
}

/** The picture as a standalone SVG: shading as an image, tokens as the colours they have. */
export function pictureSvg(shade: HTMLCanvasElement, drawing: SVGSVGElement): string {
  const copy = drawing.cloneNode(true) as SVGSVGElement;
  const box = drawing.viewBox.baseVal;
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  copy.setAttribute('width', String(2 * box.width));
  copy.setAttribute('height', String(2 * box.height));
  const image = document.createElementNS('http://www.w3.org/2000/svg', 'image');
  for (const [name, value] of Object.entries({
    href: shade.toDataURL('image/png'),
    width: String(box.width),
    height: String(box.height),
    preserveAspectRatio: 'none',
  })) {
    image.setAttribute(name, value);
  }
  copy.prepend(image);
  const style = getComputedStyle(drawing);
  const text = new XMLSerializer().serializeToString(copy);
  return text.replace(/var\((--nab-[\w-]+)\)/g, (_, name: string) =>
    style.getPropertyValue(name).trim(),
  );
}

/** An SVG as pixels, on the colour of the sheet. */
export async function pngOf(svg: string, sheet: string): Promise<Blob> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = image.naturalWidth;
  canvas.height = image.naturalHeight;
  const context = canvas.getContext('2d')!;
  context.fillStyle = sheet;
  context.fillRect(0, 0, canvas.width, canvas.height);
  context.drawImage(image, 0, 0);
  return new Promise((resolve, reject) =>
    canvas.toBlob((blob) =>
      blob ? resolve(blob) : reject(new Error('The browser made no picture.')),
    ),
  );
}
