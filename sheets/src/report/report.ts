import { HOLDS, PAPERS, plannedFactor } from '@nab/contract/lesson';
import { factorOf, predictionScores } from '@nab/core/lesson';
import {
  allSentences,
  beliefText,
  checkSentences,
  censoredText,
  conclusionsOf,
  equationText,
  factorWords,
  findingsAnswer,
  levelRows,
  pairRows,
  scoresText,
  type Answer,
} from '@nab/words/findings';
import {
  trialSteps,
  classCautions,
  levelWords,
  outcomeText,
  questionText,
  verdictsText,
} from '@nab/words/lesson';
import { sideEffectText } from '@nab/words/experiments';
import { Flow, type Page } from '../page/index.js';
import { isPlain } from '../sheets/index.js';
import { filledBoxes } from './filled-boxes.js';
import { findingsChart, shownCurve } from './findings-chart.js';
import { markOf, type Reported } from './reported.js';

const CHART = 105;

/** What was asked, done, read and found, on as many pages as it takes. */
export function reportPages(reported: Reported): Page[] {
  const { of, findings } = reported;
  const { plan, settings, measure } = of;
  const flow = new Flow(PAPERS[settings.paper], `${plan.title} · report${markOf(reported)}`);
  flow.heading(plan.title, 1);
  flow.paragraph(headOf(reported), { size: 10, ink: 'soft' });
  if (reported.demo) {
    flow.paragraph('Invented data: Nab’s simulator made these readings for the demo.', {
      face: 'bold',
    });
  }
  if (reported.rehearsed) {
    flow.paragraph('A rehearsal: nobody made these readings.', { face: 'bold' });
  }
  flow.heading('What we asked');
  flow.paragraph(questionText(plan, settings.reader));
  if (findings.trials === 0) {
    flow.paragraph('No trial was recorded yet.');
    method(reported, flow);
    return flow.pages();
  }
  const answer = findingsAnswer(plan, findings, settings.reader);
  if (answer) {
    flow.heading('What we found');
    flow.paragraph(answer.claim, { face: 'bold', size: 13 });
  }
  if (measure.data !== 'words') {
    chart(reported, flow);
    flow.heading('The evidence');
    levels(reported, flow);
  }
  if (answer) sureness(answer, flow);
  conclusions(reported, flow);
  method(reported, flow);
  flow.heading('Caution');
  flow.list(classCautions(of), 'dash', { size: 10 });
  everyTrial(reported, flow);
  if (measure.data !== 'words') {
    pairs(reported, flow);
    appendix(reported, flow);
  }
  return [...(isPlain(of) ? filledBoxes(reported) : []), ...flow.pages()];
}

/** The numbers that decide, and what speaks for and against them. */
function sureness({ figures, reasons }: Answer, flow: Flow): void {
  flow.heading('How sure we are');
  const words = figures.map(({ name, value, unit, note }) => {
    return `${name}: ${value}${unit ? ` ${unit}` : ''} (${note})`;
  });
  flow.paragraph(`${words.join('. ')}.`);
  flow.list(
    reasons.sure.map(({ text }) => text),
    'dash',
    { size: 10 },
  );
}

function headOf({ of, days, trials }: Reported): string {
  const { plan } = of;
  const groups = plan.groups.length === 1 ? 'one group' : `${plan.groups.length} groups`;
  const when = days.length === 0 ? '' : `, ${days.map(dayText).join(' and ')}`;
  return `${plan.class.name}: ${groups}, ${trials.length} trials${when}`;
}

/** `2026-11-30` as it is said. */
function dayText(day: string): string {
  return new Date(`${day}T12:00:00Z`).toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'long',
    year: 'numeric',
    timeZone: 'UTC',
  });
}

/** How it was done, and what else changed with what was changed. */
function method({ of, sideEffects }: Reported, flow: Flow): void {
  const { plan, measure, settings, tasks } = of;
  const on = Math.min(settings.on, ...tasks.map((task) => task.on));
  flow.heading('What we did');
  flow.list(trialSteps(measure, { on, repeats: plan.repeats, reader: settings.reader }), 'number', {
    size: 10,
  });
  flow.heading('Was it a fair test?');
  const { phrase } = factorOf(plan.factor);
  const held = plan.hold === 'nothing' ? '' : ` ${HOLDS[plan.hold]}.`;
  if (sideEffects.length === 0) {
    flow.paragraph(`Nothing else changes with ${phrase}.${held}`);
    return;
  }
  const changes = sideEffects.map((effect) => {
    const { name, from, to } = sideEffectText(effect);
    return `${name.toLowerCase()} (${from} to ${to})`;
  });
  flow.paragraph(
    `With ${phrase} these change as well, from the first level to the last: ${changes.join(', ')}.${held}`,
  );
}

function levels({ of, findings }: Reported, flow: Flow): void {
  const rows = levelRows(of.plan, findings);
  flow.table(
    ['Level', 'Trials', 'Mean', 'Standard deviation', '95 % interval', 'Groups said', 'Nab said'],
    rows.map(({ name, trials, mean, deviation, interval, guess, model }) => [
      name,
      String(trials),
      mean,
      deviation,
      interval,
      guess,
      model,
    ]),
    [2.2, 0.8, 1.2, 1.4, 1.9, 1.2, 1.1],
    { ends: [1, 2, 3, 4, 5, 6], size: 9 },
  );
}

function chart(reported: Reported, flow: Flow): void {
  const { of, findings } = reported;
  const frame = { x: 0, y: 0, width: flow.width, height: CHART };
  if (findingsChart(reported, frame) === null) return;
  flow.place(CHART + 6, (y, x) => [
    {
      tag: 'Figure',
      alt: 'Every trial, the means with their 95 % intervals, and the line through them',
      marks: findingsChart(reported, { ...frame, x, y: y + 3 })!,
    },
  ]);
  const equations = findings.series.flatMap(({ seriesId, analysis }) => {
    const fit = shownCurve(analysis);
    if (!fit) return [];
    const name = levelWords(of.plan, seriesId);
    const text = equationText(fit, factorWords(plannedFactor(of.plan), of.measure), of.measure);
    return text ? [`${name ? `${name}: ` : ''}${text}`] : [];
  });
  flow.paragraph(['Copper: means with 95 % intervals, and the line.', ...equations].join(' '), {
    size: 9,
    ink: 'soft',
  });
}

/** Every sentence that the statistics allow, to check the answer with. */
function appendix({ of, findings }: Reported, flow: Flow): void {
  flow.heading('Appendix: everything these trials show');
  flow.list(
    [
      ...allSentences(of.plan, findings).map(({ text }) => text),
      ...checkSentences(of.plan, findings).map(({ text }) => text),
      censoredText(findings),
      of.measure.data === 'yes-no'
        ? null
        : scoresText(predictionScores(findings.levels), of.measure),
      beliefText(findings),
    ].filter((text) => text !== null),
    'dash',
    { size: 9 },
  );
}

function pairs({ of, findings }: Reported, flow: Flow): void {
  const rows = pairRows(of.plan, findings);
  if (rows.length === 0) return;
  flow.heading('Each against each');
  flow.table(
    ['Pair', 'Difference of the means', '95 % interval', 'Chance of as much'],
    rows.map(({ name, difference, interval, chance }) => [name, difference, interval, chance]),
    [3, 1.4, 1.6, 1.3],
    { ends: [1, 2, 3], size: 9 },
  );
}

function conclusions({ of, findings }: Reported, flow: Flow): void {
  const written = conclusionsOf(of.plan, findings, of.settings.reader);
  const verdicts = verdictsText(findings.verdicts);
  if (written.length === 0 && verdicts === null) return;
  flow.heading('Conclusion');
  for (const { name, claim, evidence, reasoning } of written) {
    if (name) flow.paragraph(name, { face: 'bold' });
    flow.paragraph(`We claim: ${claim}`);
    flow.paragraph(`We saw: ${evidence}`);
    flow.paragraph(`We think why: ${reasoning}`);
  }
  if (verdicts) flow.paragraph(verdicts);
}

/** Readings of each group at each level in the order they were made. */
function everyTrial({ of, trials }: Reported, flow: Flow): void {
  const { plan, measure, cases } = of;
  flow.heading('Every trial');
  flow.table(
    ['Group', ...cases.map(({ name }) => name)],
    plan.groups.map(({ id, name }) => [
      name,
      ...cases.map(({ levelId, seriesId }) =>
        trials
          .filter(
            ({ current }) =>
              current.groupId === id &&
              current.levelId === levelId &&
              current.seriesId === seriesId,
          )
          .map(
            ({ current, history }) =>
              `${outcomeText(measure, current.outcome, plan.objects)}${history.length > 1 ? '*' : ''}`,
          )
          .join(measure.data === 'count' ? ', ' : '; '),
      ),
    ]),
    [1.4, ...cases.map(() => 1)],
    { size: cases.length > 6 ? 7.5 : 9 },
  );
  if (trials.some(({ history }) => history.length > 1)) {
    flow.paragraph('* corrected; the original is kept and stands in the CSV file.', {
      size: 9,
      ink: 'soft',
    });
  }
}
