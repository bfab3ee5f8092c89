import { questionText, type Prepared } from '@nab/words/lesson';
import { PAPERS } from '@nab/contract/lesson';
import { box, MARGIN, words, wrap, type Mark, type Page, type Part } from '../page/index.js';
import { flowFor } from './sheet.js';
import { drawToLabel } from './label-diagram.js';

/** Size of the words and height of a line of them, for those who have just learnt to read. */
const SIZE = 14;
const LINE = 7;

/** Four boxes for young pupils: what we ask, our guess, what happened, and a drawing to label. */
export function fourBox(of: Prepared): readonly Page[] {
  const { plan, settings, tasks, cases } = of;
  const flow = flowFor(of, 'four boxes');
  const paper = PAPERS[settings.paper];
  const whole = paper.height - 2 * MARGIN - 10;
  const [wide, tall] = [flow.width / 2, whole / 2];
  // The one with most turns shows best what is wound.
  const [most] = [...tasks].sort((p, q) => q.turns - p.turns);
  const one = most && cases[most.place];
  flow.place(whole, (y, x) => {
    const corner = (column: number, row: number) => ({ x: x + column * wide, y: y + row * tall });
    const titled = (
      column: number,
      row: number,
      title: string,
      text: readonly string[],
    ): Part[] => {
      const at = corner(column, row);
      const lines = text.flatMap((sentence) => wrap(sentence, wide - 10, SIZE));
      return [
        { tag: 'Artifact', marks: [box(at.x, at.y, wide, tall, { width: 0.5 })] },
        {
          tag: row + column === 0 ? 'H1' : 'H2',
          marks: [words(at.x + 5, at.y + 9.5, title, { size: 18, face: 'bold' })],
        },
        {
          tag: 'P',
          marks: lines.map((text_, i) =>
            words(at.x + 5, at.y + 18 + i * LINE, text_, { size: SIZE }),
          ),
        },
      ];
    };
    const drawing = corner(1, 1);
    const marks: Mark[] = one?.trialled
      ? drawToLabel(one, {
          x: drawing.x + 5,
          y: drawing.y + 26,
          width: wide - 10,
          height: tall - 32,
        })
      : [];
    return [
      ...titled(0, 0, 'We ask', [plan.title, questionText(plan, 'plain'), 'Group: ______________']),
      ...titled(1, 0, 'We guess', ['What will happen?', 'Write or draw it before you switch on.']),
      ...titled(0, 1, 'What happened', ['Were we right?    yes  /  no  /  a bit']),
      ...titled(1, 1, 'Our magnet', ['Write the names on the lines.']),
      ...(marks.length > 0
        ? [{ tag: 'Figure' as const, alt: 'The magnet, to be labelled', marks }]
        : []),
    ];
  });
  return flow.pages();
}
