/** What is written under a chart that is kept as a picture. */
export interface PictureWords {
  readonly title: string;
  readonly caption: string;
}

const CAPTION_ROOM = 30;
const SVG = 'http://www.w3.org/2000/svg';

/**
 * A chart as a picture that stands by itself: colours of the page written out, on paper of its own,
 * with a title for whoever cannot see it and the caption under it. Handles are left out.
 */
export function asSvg(chart: SVGSVGElement, { title, caption }: PictureWords): string {
  const copy = chart.cloneNode(true) as SVGSVGElement;
  const [, , width = 0, height = 0] = chart.getAttribute('viewBox')!.split(' ').map(Number);
  const tall = height + CAPTION_ROOM;
  copy.setAttribute('viewBox', `0 0 ${width} ${tall}`);
  copy.setAttribute('width', String(width));
  copy.setAttribute('height', String(tall));
  copy.setAttribute('font-family', "'Atkinson Hyperlegible Next', system-ui, sans-serif");
  for (const handle of copy.querySelectorAll('[role=slider]')) handle.remove();
  for (const element of copy.querySelectorAll('[tabindex]')) element.removeAttribute('tabindex');
  const paper = append(copy, 'rect', { width, height: tall, fill: 'var(--nab-sheet)' });
  copy.prepend(paper);
  const name = append(copy, 'title', {});
  name.textContent = title;
  copy.prepend(name);
  const words = append(copy, 'text', {
    x: 12,
    y: height + CAPTION_ROOM - 10,
    'font-size': 14,
    fill: 'var(--nab-ink)',
  });
  words.textContent = caption;
  return withoutVariables(new XMLSerializer().serializeToString(copy));
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
