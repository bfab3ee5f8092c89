import { trialSteps, classCautions, questionText, type Prepared } from '@nab/words/lesson';
import { box, line, words, type Flow, type Mark, type Page } from '../page/index.js';
import { graphPaper } from './graph.js';
import { flowFor, isPlain } from './sheet.js';

const ROW = 9;
const GRAPH = 95;
const WRITING_LINE = 9;

/** A sheet for each group, with its own order of trials. */
export function pupilSheets(of: Prepared): readonly Page[] {
  return of.plan.groups.flatMap((_, group) => sheetOf(of, group));
}

function sheetOf(of: Prepared, group: number): readonly Page[] {
  const { plan, measure, settings, tasks, timetable } = of;
  const { name } = plan.groups[group]!;
  const flow = flowFor(of, name);
  flow.heading(plan.title, 1);
  flow.paragraph(questionText(plan, settings.reader));
  blanks(flow, [`Group: ${name}`, 'Date:']);
  flow.heading(isPlain(of) ? 'We guess' : 'Our prediction');
  writing(flow, 2);
  flow.heading('What we do');
  const on = Math.min(settings.on, ...tasks.map((task) => task.on));
  flow.list(trialSteps(measure, { on, repeats: plan.repeats, reader: settings.reader }), 'number');
  for (const caution of classCautions(of)) flow.paragraph(`Careful: ${caution}`, { size: 10 });
  const order = timetable.orders[group] ?? [];
  const first = order.slice(0, tasks.length).map((task) => of.cases[tasks[task]!.place]!.name);
  if (first.length > 1) flow.paragraph(`Your order: ${first.join(', then ')}.`, { size: 10 });
  flow.heading('What we read');
  readings(of, flow);
  graph(of, flow);
  flow.heading(isPlain(of) ? 'What we found out' : 'Conclusion');
  if (!isPlain(of)) {
    flow.paragraph('What the graph shows, whether the prediction was right, and how sure we are:', {
      size: 10,
    });
  }
  writing(flow, 3);
  return flow.pages();
}

/** A table with a row a level and a column a trial, as large as it has to be. */
function readings(of: Prepared, flow: Flow): void {
  const { plan, measure, cases } = of;
  const trials = Array.from({ length: plan.repeats }, (_, i) =>
    plan.repeats === 1 ? 'Read' : `Trial ${i + 1}`,
  );
  const mean = measure.quantity !== null || measure.data === 'count';
  const objects = measure.data === 'objects' ? plan.objects.map((object) => object.name) : null;
  const columns = objects ?? trials;
  const head = ['Level', 'Guess', ...columns, ...(mean && !objects ? ['Mean'] : [])];
  const rows = cases
    .filter(({ trialled, stops }) => trialled && stops.length === 0)
    .map(({ name }) => [name, ...head.slice(1).map(() => '')]);
  flow.table(head, rows, [2.2, ...head.slice(1).map(() => 1)], { height: ROW });
  if (measure.protocol.stuck && !isPlain(of)) {
    flow.paragraph('Stayed stuck after switching off: ______  at level ______', { size: 10 });
  }
}

function graph(of: Prepared, flow: Flow): void {
  const place = { x: 0, y: 0, width: flow.width, height: GRAPH };
  if (graphPaper(of, place) === null) return;
  flow.heading(isPlain(of) ? 'Our picture of it' : 'Graph');
  // The topmost number of the axis stands half above the paper.
  flow.place(GRAPH + 4, (y, x) => [
    {
      tag: 'Figure',
      alt: 'Squared paper with the axes of the question, to draw on',
      marks: graphPaper(of, { ...place, x, y: y + 2 })!,
    },
  ]);
}

/** Words with a line behind them to write on, side by side. */
export function blanks(flow: Flow, names: readonly string[]): void {
  const wide = flow.width / names.length;
  flow.place(10, (y, x) => [
    {
      tag: 'P',
      marks: names.flatMap((name, i): Mark[] => [
        words(x + i * wide, y + 6, name),
        line(x + i * wide, y + 8, x + (i + 1) * wide - 4, y + 8, { stroke: 'soft', width: 0.2 }),
      ]),
    },
  ]);
}

/** Lines to write on. */
export function writing(flow: Flow, count: number): void {
  flow.place(count * WRITING_LINE + 2, (y, x) => [
    {
      tag: 'Artifact',
      marks: [
        box(x, y, flow.width, count * WRITING_LINE, { stroke: 'soft', width: 0.2 }),
        ...Array.from({ length: count - 1 }, (_, i) =>
          line(x + 3, y + (i + 1) * WRITING_LINE, x + flow.width - 3, y + (i + 1) * WRITING_LINE, {
            stroke: 'grid',
            width: 0.2,
          }),
        ),
      ],
    },
  ]);
}
