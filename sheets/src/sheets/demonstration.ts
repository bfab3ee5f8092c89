import { CELL_SIZES } from '@nab/core/physics';
import { cautionsOf, measuredBand, measuredText, type Prepared } from '@nab/words/lesson';
import { cautionText, OWN_RULES } from '@nab/words/experiments';
import { supplyText } from '@nab/words/terms';
import type { Page } from '../page/index.js';
import { onWords } from './winding-steps.js';
import { flowFor } from './sheet.js';

/** For an adult alone: a supply that no group may have. */
export function demonstration(of: Prepared): readonly Page[] {
  const { plan, document, cases, measure } = of;
  const flow = flowFor(of, 'demonstration, for an adult only');
  flow.heading(`Demonstration, for an adult only: ${plan.title}`, 1);
  flow.paragraph(OWN_RULES, { size: 10 });
  flow.paragraph(
    `Supply: ${document.supply.kind === 'bench' ? 'bench supply' : `${supplyText(document.supply)} (${CELL_SIZES[document.supply.size]})`}. Nothing of this is handed to pupils.`,
  );
  flow.heading('Before it is switched on');
  flow.list(cautionsOf(of).map(cautionText), 'box');
  flow.heading('What to expect');
  flow.table(
    ['Level', 'Expected', 'Nine in ten', 'Current', 'On at most'],
    cases
      .filter(({ trialled }) => trialled)
      .map((one) => [
        one.name,
        one.expected === null ? '–' : measuredText(measure, one.expected),
        one.band ? measuredBand(measure, one.band) : '–',
        `${one.trialled!.supplyCurrent.toPrecision(2)} A`,
        onWords(one),
      ]),
    [2.6, 1.6, 1.6, 1.2, 1.3],
    { ends: [3, 4] },
  );
  return flow.pages();
}
