import { ARRANGEMENTS } from '@nab/core/lesson';
import { batteryWords } from '@nab/words/experiments';
import { howMany } from '@nab/words/terms';
import {
  measuredBand,
  measuredText,
  questionText,
  troubleshootingTips,
  type Prepared,
} from '@nab/words/lesson';
import type { Page } from '../page/index.js';
import { onWords } from './winding-steps.js';
import { flowFor } from './sheet.js';

/** For the educator: what to expect, in which order, with what cells, and what usually goes wrong. */
export function educator(of: Prepared): readonly Page[] {
  const { plan, measure, cases, settings, timetable, tasks, battery } = of;
  const flow = flowFor(of, 'for the educator');
  flow.heading(`For the educator: ${plan.title}`, 1);
  flow.paragraph(questionText(plan));
  flow.paragraph(
    `${ARRANGEMENTS[settings.arrangement]}. ${howMany(plan.groups.length, 'group')}, ${howMany(timetable.coils, 'coil')}, ${minutesText(timetable.end)} of ${minutesText(settings.length)}.`,
  );
  flow.heading('What to expect');
  flow.table(
    ['Level', 'Expected', 'Nine in ten', 'Current', 'On at most'],
    cases.map(({ name, expected, band, trialled, fault, stops }) => {
      if (!trialled) return [name, fault ?? 'cannot be built', '', '', ''];
      return [
        name,
        stops.length > 0
          ? 'not for a class'
          : expected === null
            ? '–'
            : measuredText(measure, expected),
        band ? measuredBand(measure, band) : '–',
        `${trialled.supplyCurrent.toPrecision(2)} A`,
        onWords({ ...cases[0]!, trialled }),
      ];
    }),
    [2.6, 1.6, 1.6, 1.2, 1.3],
    { ends: [3, 4] },
  );
  flow.heading('Order of the trials');
  flow.paragraph(
    'Balanced over the groups, so that cells that fade and coils that warm do not look like an effect.',
    { size: 10 },
  );
  flow.table(
    ['Group', 'Order'],
    plan.groups.map(({ name }, group) => [
      name,
      (timetable.orders[group] ?? [])
        .map((task) => cases[tasks[task]!.place]!.name)
        .reduce<string[]>((runs, next) => {
          const last = runs[runs.length - 1];
          const [, word = last, times = '1'] = /^(.*) × (\d+)$/.exec(last ?? '') ?? [];
          if (word === next) runs[runs.length - 1] = `${next} × ${Number(times) + 1}`;
          else runs.push(next);
          return runs;
        }, [])
        .join(', '),
    ]),
    [1.3, 6],
    { size: 9 },
  );
  flow.heading('The lesson');
  flow.table(
    ['Step', 'Minutes'],
    Object.entries(STEPS)
      .map(([kind, name]) => [name, tenths(timetable.spent[kind as keyof typeof STEPS])] as const)
      .filter(([, minutes]) => minutes > 0)
      .map(([name, minutes]) => [name, String(minutes)]),
    [5, 1.2],
    { ends: [1] },
  );
  if (battery) {
    flow.heading('Cells');
    flow.list(batteryWords(battery, plan.groups.length));
  }
  flow.heading('When something is wrong');
  flow.list(troubleshootingTips(of));
  return flow.pages();
}

const STEPS = {
  introduce: 'Introduction',
  wind: 'Winding, the longest of any group',
  connect: 'Connecting',
  trial: 'Trials',
  rest: 'Waiting for coils to cool or come round',
  'pass-on': 'Passing on, or taking off',
  discuss: 'What we found',
  clear: 'Clearing up',
} as const;

const tenths = (minutes: number): number => Math.round(minutes * 10) / 10;

const minutesText = (minutes: number): string => `${Math.ceil(minutes)} min`;
