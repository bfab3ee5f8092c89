import { questionText, type Prepared } from '@nab/words';
import { PAPERS } from '@nab/contract';
import { box, MARGIN, words, wrap, type Mark, type Page, type Part } from '../page/index.js';
import { coilHeight, drawCoil } from './draw-coil.js';
import { flowFor } from './sheet.js';

/** Four boxes for young pupils: what we ask, our guess, what happened, and a drawing to label. */
export function fourBox(of: Prepared): readonly Page[] {
  const { plan, settings, tasks, cases } = of;
  const flow = flowFor(of, 'four boxes');
  const paper = PAPERS[settings.paper];
  const whole = paper.height - 2 * MARGIN - 10;
  const [wide, tall] = [flow.width / 2, whole / 2];
  const one = tasks[0] && cases[tasks[0].place];
  flow.place(whole, (y, x) => {
    const corner = (column: number, row: number) => ({ x: x + column * wide, y: y + row * tall });
    const titled = (
      column: number,
      row: number,
      title: string,
      text: readonly string[],
    ): Part[] => {
      const at = corner(column, row);
      const lines = text.flatMap((sentence) => wrap(sentence, wide - 10, 12));
      return [
        { tag: 'Artifact', marks: [box(at.x, at.y, wide, tall, { width: 0.5 })] },
        {
          tag: row + column === 0 ? 'H1' : 'H2',
          marks: [words(at.x + 5, at.y + 9, title, { size: 15, face: 'bold' })],
        },
        {
          tag: 'P',
          marks: lines.map((text_, i) => words(at.x + 5, at.y + 17 + i * 6, text_, { size: 12 })),
        },
      ];
    };
    const drawing = corner(1, 1);
    const marks: Mark[] =
      one && coilHeight(one) < tall - 50
        ? drawCoil(one, { x: drawing.x + 5, y: drawing.y + 28, room: wide - 10 }, of.lengthText)
        : [];
    return [
      ...titled(0, 0, 'We ask', [plan.title, questionText(plan, 'plain'), 'Group: ______________']),
      ...titled(1, 0, 'We guess', ['What will happen?', 'Write or draw it before you switch on.']),
      ...titled(0, 1, 'What happened', ['Were we right?    yes  /  no  /  a bit']),
      ...titled(1, 1, 'Our magnet', ['Write on it: core, wire, battery, tip.']),
      ...(marks.length > 0
        ? [{ tag: 'Figure' as const, alt: 'The magnet, to be labelled', marks }]
        : []),
    ];
  });
  return flow.pages();
}
