/**
 * A fill-reducing order of the nodes of second order on a grid by nested dissection: each rectangle
 * is cut along a line of corners across its longer side, which no triangle crosses; the line comes
 * last, its two sides before it, and so on.
 * @param columns,rows of the grid of nodes; corners lie on even lines.
 * @returns the nodes in elimination order.
 * Source: George, SIAM J. Numer. Anal. 10, 345 (1973).
 */
export function eliminationOrder(columns: number, rows: number): Int32Array {
  const order = new Int32Array(columns * rows);
  let next = order.length;
  const put = (x: number, y: number): void => {
    order[--next] = y * columns + x;
  };
  const cut = (x0: number, x1: number, y0: number, y1: number): void => {
    if (x1 < x0 || y1 < y0) return;
    const wide = x1 - x0 >= y1 - y0;
    const [from, to] = wide ? [x0, x1] : [y0, y1];
    const line = 2 * Math.round((from + to) / 4);
    if (to - from < SMALL || line <= from || line >= to) {
      for (let y = y1; y >= y0; y--) for (let x = x1; x >= x0; x--) put(x, y);
      return;
    }
    if (wide) {
      for (let y = y1; y >= y0; y--) put(line, y);
      cut(line + 1, x1, y0, y1);
      cut(x0, line - 1, y0, y1);
    } else {
      for (let x = x1; x >= x0; x--) put(x, line);
      cut(x0, x1, line + 1, y1);
      cut(x0, x1, y0, line - 1);
    }
  };
  cut(0, columns - 1, 0, rows - 1);
  return order;
}

/** Rectangles no wider than this are eliminated line by line. */
const SMALL = 6;
