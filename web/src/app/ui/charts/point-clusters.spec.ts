import { select } from 'd3-selection';
import { describe, expect, it } from 'vitest';
import type { LayerGroup } from '../drawing';
import { Crowd, markersPath } from './markers';
import { makeXScale, makeYScale, type XAxis, type ChartBox } from './scales';
import { drawSpots, clusterPosition, clusterPoints, spotText } from './point-clusters';
import type { ChartPoint } from './trial-data';

const point = (change: Partial<ChartPoint> = {}): ChartPoint => ({
  x: 10,
  y: 4,
  from: null,
  to: null,
  group: 0,
  series: 0,
  censored: false,
  unusual: false,
  label: 'Limpets: 4 at 10 turns',
  ...change,
});
const box: ChartBox = {
  width: 400,
  height: 300,
  margin: { top: 10, right: 10, bottom: 40, left: 40 },
};
const axis: XAxis = { kind: 'graded', label: 'turns', values: [10, 20, 40], whole: true };
const places = { across: makeXScale(axis, box), up: makeYScale(10, box) };

function drawn(points: readonly ChartPoint[], groups = 2): SVGPathElement[] {
  const svg = document.createElementNS('http://www.w3.org/2000/svg', 'g');
  drawSpots(
    select(svg) as unknown as LayerGroup,
    clusterPoints(points),
    { groups, series: 1 },
    places,
  );
  return [...svg.querySelectorAll('path')];
}
const starts = (path: SVGPathElement): number => path.getAttribute('d')!.split('M').length - 1;

describe('trials that lie on one another', () => {
  it('are one pile that says how many', () => {
    const spots = clusterPoints([point(), point({ y: 5 }), point(), point({ group: 1 })]);
    expect(spots.map(({ times }) => times)).toEqual([2, 1, 1]);
    expect(spotText(spots[0]!)).toBe('Limpets: 4 at 10 turns, 2 times');
    expect(spotText(spots[1]!)).toBe('Limpets: 4 at 10 turns');
  });

  it('are not taken together where anything of them differs', () => {
    const all = [
      point(),
      point({ unusual: true }),
      point({ censored: true }),
      point({ from: 3, to: 5 }),
      point({ series: 1 }),
      point({ x: 20 }),
    ];
    expect(clusterPoints(all)).toHaveLength(all.length);
  });

  it('are known by the same key when others come in between', () => {
    const [first] = clusterPoints([point()]);
    const again = clusterPoints([point({ x: 5 }), point({ y: 1 }), point()]);
    expect(again.filter(({ key }) => key === first!.key)).toHaveLength(1);
    expect(again[0]!.key).not.toBe(first!.key);
  });

  it('go from left to right, group by group, and upward', () => {
    const spots = clusterPoints([
      point({ x: 20 }),
      point({ group: 1, y: 2 }),
      point({ y: 9 }),
      point({ y: 3 }),
    ]);
    expect(spots.map(({ point: { x, y, group } }) => [x, group, y])).toEqual([
      [10, 0, 3],
      [10, 0, 9],
      [10, 1, 2],
      [20, 0, 4],
    ]);
  });
});

describe('the marks of trials', () => {
  it('stand beside each other, group by group, around their level', () => {
    const [first, second] = clusterPoints([point(), point({ group: 1 })]);
    const two = { groups: 2, series: 1 };
    const [x0, y0] = clusterPosition(first!, places, two);
    const [x1, y1] = clusterPosition(second!, places, two);
    expect((x0 + x1) / 2).toBeCloseTo(places.across.at(10), 9);
    expect([y0, y1]).toEqual([places.up(4), places.up(4)]);
    // Room for the mean on the level itself, and for one more line more of it.
    expect(x1 - x0).toBe(22);
    expect(clusterPosition(second!, places, { groups: 2, series: 2 })[0] - x1).toBe(5);
    const third = clusterPoints([point({ group: 2 })])[0]!;
    expect(clusterPosition(third, places, { groups: 3, series: 1 })[0] - x1).toBe(7);
  });

  it('are a few paths, however many trials', () => {
    const many = Array.from({ length: 90 }, (_, i) => point({ y: i / 10, group: i % 2 }));
    const paths = drawn(many);
    expect(paths).toHaveLength(2);
    expect(new Set(paths.map((path) => path.getAttribute('stroke'))).size).toBe(2);
    expect(starts(paths[0]!)).toBe(45);
  });

  it('show an arrow, a ring, and both ends of what is known', () => {
    const paths = drawn([point({ censored: true, unusual: true, from: 3, to: 5 })]);
    expect(paths).toHaveLength(4);
    // The marker is above all that belongs to it.
    expect(paths.at(-1)!.getAttribute('data-marks')).toBe('trials');
    // Hollow, as it stands out; all others are not.
    expect(paths.at(-1)!.getAttribute('fill-opacity')).toBe('0');
    expect(Number(drawn([point()])[0]!.getAttribute('fill-opacity'))).toBeGreaterThan(0);
    expect(paths.some((path) => path.getAttribute('stroke') === 'var(--nab-enamel)')).toBe(true);
    const span = paths[0]!.getAttribute('d')!;
    const x = places.across.at(10) - 11;
    expect(span).toBe(`M${x},${places.up(3).toFixed(2)}L${x},${places.up(5).toFixed(2)}`);
  });

  it('of a pile are drawn up to four times, a little apart', () => {
    expect(starts(drawn(Array.from({ length: 3 }, () => point()))[0]!)).toBe(3);
    expect(starts(drawn(Array.from({ length: 30 }, () => point()))[0]!)).toBe(4);
  });

  it('are left out where thousands cover each other, and only there', () => {
    const few = new Crowd(100);
    expect([few.hasRoom(1, 1), few.hasRoom(1, 1)]).toEqual([true, true]);
    const crowd = new Crowd(5000);
    expect([crowd.hasRoom(1, 1), crowd.hasRoom(1.2, 1)]).toEqual([true, false]);
    // Of another kind, or far enough away, it is to be seen.
    expect([crowd.hasRoom(1, 1, 1), crowd.hasRoom(5, 1)]).toEqual([true, true]);
    const at = Array.from({ length: 3000 }, (_, i) => [(i % 10) * 8, 4] as const);
    expect(markersPath(0, at).split('M').length - 1).toBe(10);
  });
});
