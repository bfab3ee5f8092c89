/**
 * Hears of every change of an element's size, and of the size that it has first. Where nothing is laid
 * out, as in a test without a browser, nothing is heard.
 * @returns ends it.
 */
export function onResize(element: Element, heard: () => void): () => void {
  if (typeof ResizeObserver === 'undefined') return () => undefined;
  const observer = new ResizeObserver(heard);
  observer.observe(element);
  return () => observer.disconnect();
}
