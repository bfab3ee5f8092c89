import { line, words, type Mark } from '../page/index.js';

/** Length of the bar to check the printer with, mm. */
export const BAR = 100;

/** A bar that must measure a hundred millimetres on paper. */
export function drawBar(x: number, y: number): Mark[] {
  return [
    line(x, y, x + BAR, y, { width: 0.5 }),
    line(x, y - 2, x, y + 2, { width: 0.5 }),
    line(x + BAR, y - 2, x + BAR, y + 2, { width: 0.5 }),
    ...Array.from({ length: 9 }, (_, i) => line(x + 10 * (i + 1), y - 1, x + 10 * (i + 1), y + 1)),
    words(x + BAR + 3, y + 1.2, 'This bar is 100 mm long. If not, print at 100 %.', {
      size: 8,
      ink: 'soft',
    }),
  ];
}
