import { packingChecks, coilsOf, kitOf, type Prepared } from '@nab/words/lesson';
import type { Page } from '../page/index.js';
import { flowFor } from './sheet.js';
import { windingSteps } from './winding-steps.js';

/** What somebody who has never seen the lesson needs to prepare it: cut, wind, pack, check. */
export function kit(of: Prepared): readonly Page[] {
  const { plan, timetable, settings } = of;
  const flow = flowFor(of, 'to prepare');
  flow.heading(`To prepare: ${plan.title}`, 1);
  flow.paragraph(
    `For ${plan.class.name}, ${plan.groups.length} groups${settings.begins ? `, ${settings.begins.replace('T', ' at ')}` : ''}.`,
  );
  flow.heading('Wire to cut');
  const coils = coilsOf(of);
  const copies = (i: number): number =>
    Math.ceil((timetable.coils - i) / Math.max(1, coils.length));
  flow.table(
    ['Coil', 'Turns', 'Length', 'Pieces', 'Cut'],
    coils.map(({ name, one }, i) => [
      name,
      String(one.subject!.design.winding.turns),
      of.wireText(one.trialled!.wireLength),
      String(copies(i)),
      '',
    ]),
    [3, 1, 1.4, 1, 0.8],
    { ends: [1, 2, 3] },
  );
  if (settings.arrangement === 'wound-before' && coils[0]) {
    flow.heading('To wind before the lesson');
    flow.paragraph(
      `About ${Math.ceil(timetable.before)} minutes in all; every coil has a winding card.`,
      { size: 10 },
    );
    flow.list(windingSteps(of, coils[0].one).slice(-2), 'dash', { size: 10 });
  }
  flow.heading('Into the boxes');
  flow.table(
    ['What', 'A group', 'In all', ''],
    kitOf(of).map(({ name, each, all }) => [name, each, all, '']),
    [5, 1, 2, 0.5],
    { size: 9.5, ends: [1] },
  );
  flow.heading('Check');
  flow.list(packingChecks(of), 'box', { size: 10 });
  return flow.pages();
}
