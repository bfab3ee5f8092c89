import { PAPERS } from '@nab/contract/lesson';
import { conclusionsOf, levelRows } from '@nab/words/findings';
import { questionText } from '@nab/words/lesson';
import { box, Flow, MARGIN, words, wrap, type Page, type Part } from '../page/index.js';
import { findingsChart } from './findings-chart.js';
import { markOf, type Reported } from './reported.js';

/** As on the sheet with empty boxes: size of the words and height of a line of them. */
const SIZE = 14;
const LINE = 7;

/** The four boxes of young pupils, filled with what their class asked, guessed, saw and thinks. */
export function filledBoxes(reported: Reported): Page[] {
  const { of, findings } = reported;
  const { plan, settings } = of;
  const paper = PAPERS[settings.paper];
  const flow = new Flow(paper, `${plan.title} · four boxes${markOf(reported)}`);
  const whole = paper.height - 2 * MARGIN - 10;
  const [wide, tall] = [flow.width / 2, whole / 2];
  const rows = levelRows(plan, findings);
  const guesses = rows.filter(({ guess }) => guess !== '–');
  const [conclusion] = conclusionsOf(plan, findings, 'plain');
  const frame = { x: 0, y: 0, width: wide - 10, height: tall - 30 };
  const drawn = findingsChart(reported, frame) !== null;
  flow.place(whole, (y, x) => {
    const titled = (
      column: number,
      row: number,
      title: string,
      text: readonly string[],
    ): Part[] => {
      const at = { x: x + column * wide, y: y + row * tall };
      const lines = text.flatMap((sentence) => wrap(sentence, wide - 10, SIZE));
      return [
        { tag: 'Artifact', marks: [box(at.x, at.y, wide, tall, { width: 0.5 })] },
        {
          tag: row + column === 0 ? 'H1' : 'H2',
          marks: [words(at.x + 5, at.y + 9.5, title, { size: 18, face: 'bold' })],
        },
        {
          tag: 'P',
          marks: lines.map((one, i) => words(at.x + 5, at.y + 18 + i * LINE, one, { size: SIZE })),
        },
      ];
    };
    const saw = rows.map(({ name, mean }) => `${name}: ${mean}`);
    return [
      ...titled(0, 0, 'We asked', [plan.title, questionText(plan, 'plain')]),
      ...titled(
        1,
        0,
        'We guessed',
        guesses.length > 0
          ? guesses.map(({ name, guess }) => `${name}: ${guess}`)
          : ['Nobody wrote a guess down.'],
      ),
      ...titled(0, 1, 'What happened', drawn ? [] : saw),
      ...(drawn
        ? [
            {
              tag: 'Figure' as const,
              alt: `What was read: ${saw.join(', ')}`,
              marks: findingsChart(reported, { ...frame, x: x + 4, y: y + tall + 20 })!,
            },
          ]
        : []),
      ...titled(
        1,
        1,
        'What we think',
        conclusion
          ? [conclusion.claim, conclusion.evidence, conclusion.reasoning]
          : ['Write what you think.'],
      ),
    ];
  });
  return flow.pages();
}
