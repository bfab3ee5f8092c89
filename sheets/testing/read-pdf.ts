import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';

/** mm of a point. */
const MM_PER_POINT = 25.4 / 72;

/** A page as a reader of PDF files finds it, mm. */
export interface ReadPage {
  readonly width: number;
  readonly height: number;
  readonly text: string;
  /** Lines that run straight across, by their length on paper. */
  readonly across: readonly number[];
}

/** What stands in a PDF, read by another library than the one that wrote it. */
export async function readPdf(data: Uint8Array): Promise<{
  readonly pages: readonly ReadPage[];
  readonly tags: readonly string[];
  readonly title: string;
}> {
  const document = await getDocument({ data: new Uint8Array(data), verbosity: 0 }).promise;
  const pages: ReadPage[] = [];
  const tags: string[] = [];
  for (let i = 1; i <= document.numPages; i++) {
    const page = await document.getPage(i);
    const [x0, y0, x1, y1] = page.view as [number, number, number, number];
    const { items } = await page.getTextContent();
    const text = items.map((item) => ('str' in item ? item.str : '')).join(' ');
    const { fnArray, argsArray } = await page.getOperatorList();
    tags.push(...rolesIn(await page.getStructTree()));
    pages.push({
      width: (x1 - x0) * MM_PER_POINT,
      height: (y1 - y0) * MM_PER_POINT,
      text: text.replace(/\s+/g, ' '),
      across: linesIn(fnArray, argsArray as readonly (readonly unknown[])[]),
    });
  }
  const { info } = await document.getMetadata();
  return { pages, tags, title: String((info as { Title?: string }).Title ?? '') };
}

function rolesIn(node: unknown): string[] {
  const { role, children = [] } = (node ?? {}) as { role?: string; children?: unknown[] };
  return [...(role ? [role] : []), ...children.flatMap(rolesIn)];
}

type Matrix = readonly [number, number, number, number, number, number];

/** Lengths of level paths, through all that scales them. */
function linesIn(fns: readonly number[], args: readonly (readonly unknown[])[]): number[] {
  const lengths: number[] = [];
  const kept: Matrix[] = [];
  let at: Matrix = [1, 0, 0, 1, 0, 0];
  fns.forEach((fn, i) => {
    if (fn === OPS.save) kept.push(at);
    else if (fn === OPS.restore) at = kept.pop() ?? at;
    else if (fn === OPS.transform) at = times(at, args[i] as unknown as Matrix);
    else if (fn === OPS.constructPath) {
      const bounds = args[i]![2] as Float32Array | null;
      if (!bounds) return;
      const [x0, y0, x1, y1] = bounds as unknown as [number, number, number, number];
      if (Math.abs(y1 - y0) < 1e-3)
        lengths.push((x1 - x0) * Math.hypot(at[0], at[1]) * MM_PER_POINT);
    }
  });
  return lengths;
}

function times([a, b, c, d, e, f]: Matrix, [A, B, C, D, E, F]: Matrix): Matrix {
  return [
    a * A + c * B,
    b * A + d * B,
    a * C + c * D,
    b * C + d * D,
    a * E + c * F + e,
    b * E + d * F + f,
  ];
}
