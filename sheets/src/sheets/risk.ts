import { OWN_RULES } from '@nab/words/experiments';
import { risksOf, type Prepared } from '@nab/words/lesson';
import type { Page } from '../page/index.js';
import { flowFor } from './sheet.js';

/** The risk notes: the school's own where there are any. */
export function risk(of: Prepared): readonly Page[] {
  const flow = flowFor(of, 'risk notes');
  flow.heading(`Risk notes: ${of.plan.title}`, 1);
  flow.paragraph(OWN_RULES, { size: 10 });
  flow.table(
    ['Hazard', 'Who', 'What we do'],
    (of.settings.risks ?? risksOf(of)).map(({ hazard, who, action }) => [hazard, who, action]),
    [2.4, 1.8, 6],
    { size: 10 },
  );
  flow.gap(6);
  flow.paragraph('Checked by: ______________________    Date: ______________', { size: 10 });
  return flow.pages();
}
