import type { Page } from '@playwright/test';

/** The least size of a letter on any screen, px. */
const LEAST_LETTER = 11;
/** The least part of a stage that its drawing takes, by the box round all that is drawn. */
const LEAST_FILL = 0.6;

/** What is laid out badly: letters that cannot be read, labels that are cut, stages that are empty. */
export async function layoutFaults(page: Page): Promise<string[]> {
  return page.evaluate(
    ([leastLetter, leastFill]) => {
      const faults = new Set<string>();
      const seen = (element: Element): boolean =>
        element.checkVisibility({ opacityProperty: true, visibilityProperty: true }) &&
        !element.closest('.visually-hidden, .cdk-visually-hidden, [aria-hidden="true"] title');

      for (const element of Array.from(document.body.querySelectorAll('*'))) {
        const text = Array.from(element.childNodes)
          .filter((node) => node.nodeType === Node.TEXT_NODE)
          .map((node) => node.textContent ?? '')
          .join('')
          .trim();
        if (text === '' || /^(SCRIPT|STYLE|TITLE)$/i.test(element.tagName) || !seen(element))
          continue;
        const box = element.getBoundingClientRect();
        if (box.width < 2 || box.height < 2) continue;
        const svg = element instanceof SVGElement ? element.ownerSVGElement : null;
        const scale = svg?.getScreenCTM()?.a ?? 1;
        const size = parseFloat(getComputedStyle(element).fontSize) * scale;
        if (size < leastLetter!)
          faults.add(`letters of ${size.toFixed(1)} px: ${text.slice(0, 40)}`);
        if (svg) {
          // A label of a drawing that runs over its edge is cut there.
          const edge = svg.getBoundingClientRect();
          const over = Math.max(
            edge.left - box.left,
            box.right - edge.right,
            edge.top - box.top,
            box.bottom - edge.bottom,
          );
          if (over > 3) faults.add(`cut by ${over.toFixed(0)} px: ${text.slice(0, 40)}`);
        }
      }

      for (const stage of Array.from(document.querySelectorAll('.nab-stage'))) {
        const place = stage.getBoundingClientRect();
        // A small picture on a card is no stage.
        if (place.width === 0 || !seen(stage) || stage.closest('[inert]')) continue;
        const drawn = Array.from(
          stage.querySelectorAll('svg path, svg circle, svg rect, svg line, svg text, canvas'),
        )
          // The squared paper is not the drawing.
          .filter((one) => !one.closest('defs, .paper') && seen(one))
          .map((one) => one.getBoundingClientRect())
          .filter(({ width, height }) => width > 0 || height > 0);
        const width =
          Math.max(...drawn.map(({ right }) => right)) - Math.min(...drawn.map(({ left }) => left));
        const height =
          Math.max(...drawn.map(({ bottom }) => bottom)) - Math.min(...drawn.map(({ top }) => top));
        const fill = (width * height) / (place.width * place.height);
        if (!(fill >= leastFill!)) faults.add(`a stage ${Math.round(100 * fill)} % filled`);
      }
      return [...faults];
    },
    [LEAST_LETTER, LEAST_FILL],
  );
}
