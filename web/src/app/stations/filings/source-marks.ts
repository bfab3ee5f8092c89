import type { FilingSource } from '@nab/core/experiments';

/** One part of what lies through or under the sheet, mm, y downward. */
export interface SourceMark {
  readonly shape: 'circle' | 'box';
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly made: 'copper' | 'steel';
  /** Seen through the sheet, because it lies under it. */
  readonly under: boolean;
  readonly text: string;
}

/** How many turns of a coil are drawn. */
const MOST_TURNS = 24;

/** What lies through or under the sheet, to scale. */
export function sourceMarks(source: FilingSource): readonly SourceMark[] {
  const mm = 1000;
  const [radius, length, wire] = [
    source.radius * mm,
    source.length * mm,
    Math.max(1, source.wireDiameter * mm),
  ];
  const round = (
    x: number,
    y: number,
    width: number,
    more: Pick<SourceMark, 'made' | 'under' | 'text'>,
  ): SourceMark => ({ shape: 'circle', x, y, width, height: width, ...more });
  const box = (
    x: number,
    width: number,
    height: number,
    more: Pick<SourceMark, 'made' | 'under' | 'text'>,
  ): SourceMark => ({ shape: 'box', x, y: 0, width, height, ...more });
  const copper = { made: 'copper', under: false, text: '' } as const;
  switch (source.kind) {
    case 'wire-through':
      return [round(0, 0, wire, copper)];
    case 'wire-under':
      return [{ ...box(0, wire, 140, { ...copper, under: true }) }];
    case 'loop-through':
      return [round(0, -radius, wire, copper), round(0, radius, wire, copper)];
    case 'loop-under':
      return [round(0, 0, 2 * radius, { ...copper, under: true })];
    case 'coil-through': {
      const count = Math.min(MOST_TURNS, source.turns);
      return Array.from({ length: count }, (_, i) => {
        const x = length * ((i + 0.5) / count - 0.5);
        const seen = Math.min(wire, (0.8 * length) / count);
        return [round(x, -radius, seen, copper), round(x, radius, seen, copper)];
      }).flat();
    }
    case 'coil-under':
      return [box(0, length, 2 * radius, { made: 'copper', under: true, text: '' })];
    case 'bar-under':
      return [
        box(-length / 4, length / 2, 2 * radius, { made: 'steel', under: true, text: 'S' }),
        box(length / 4, length / 2, 2 * radius, { made: 'steel', under: true, text: 'N' }),
      ];
    case 'disc-under':
      return [round(0, 0, 2 * radius, { made: 'steel', under: true, text: 'N' })];
    case 'poles-under': {
      const half = (source.apart * mm) / 2;
      return [
        round(-half, 0, 2 * radius, { made: 'steel', under: true, text: 'N' }),
        round(half, 0, 2 * radius, { made: 'steel', under: true, text: source.alike ? 'N' : 'S' }),
      ];
    }
  }
}
