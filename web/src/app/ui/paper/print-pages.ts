import type { SheetPage } from '@nab/contract/lesson';

/** So much less than a page, mm, or the browser's rounding makes another of it. */
const HAIR = 0.5;

/**
 * Pages at true size and nothing else, through the browser's own dialog.
 * @param shown what holds the drawn pages. @param size mm, the same of all pages.
 */
export function printPages(
  document: Document,
  shown: HTMLElement,
  size: Pick<SheetPage, 'width' | 'height'>,
): void {
  const { body, head, defaultView } = document;
  const style = document.createElement('style');
  style.textContent = `@page { size: ${size.width}mm ${size.height}mm; margin: 0; }`;
  const paper = document.createElement('div');
  paper.className = 'nab-paper';
  for (const each of shown.children) {
    const copy = each.cloneNode(true) as HTMLElement;
    copy.style.height = `${size.height - HAIR}mm`;
    paper.append(copy);
  }
  head.append(style);
  body.append(paper);
  const clear = (): void => {
    style.remove();
    paper.remove();
  };
  defaultView?.addEventListener('afterprint', clear, { once: true });
  defaultView?.print();
}
