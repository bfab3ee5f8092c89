import { parse } from 'csv-parse/sync';
import { describe, expect, it } from 'vitest';
import {
  newCompassSet,
  newDesign,
  newShell,
  type ExperimentDocument,
} from '@nab/contract/experiments';
import type { Investigation, Plan, Reading } from '@nab/contract/lesson';
import {
  counted,
  examplePlan,
  examplePrediction,
  exampleReading,
  idOf,
} from '@nab/contract/testing';
import { asTable, csvOf } from '../src/transfer/files/csv.js';
import { COLUMNS, trialTable, type ColumnName } from '../src/transfer/files/trial-table.js';

type Row = Record<ColumnName, string>;

const trialsCsv = (investigation: Investigation): string =>
  csvOf(asTable(trialTable(investigation)));
/** A head without its unit. */
const nameIn = (head: string): string => head.replace(/ \(.*\)$/, '');

const levels = (...values: string[]) => values.map((value, i) => ({ id: idOf(1 + i), value }));

function rowsOf(
  plan: Plan,
  readings: readonly Reading[],
  design: ExperimentDocument = newDesign(),
  predictions: Investigation['predictions'] = [],
): Row[] {
  const text = trialsCsv({
    id: idOf(300),
    version: 1,
    demo: false,
    rehearsalOf: null,
    polls: [],
    asOf: '0',
    plan,
    design: { id: idOf(301), version: 1, design },
    predictions,
    readings,
  });
  return parse(text, { columns: (heads: string[]) => heads.map(nameIn), bom: true }) as Row[];
}

describe('trials as CSV', () => {
  it('have every column, in order, with nothing but a head where nothing was tried', () => {
    const text = trialsCsv({
      id: idOf(300),
      version: 1,
      demo: false,
      rehearsalOf: null,
      polls: [],
      asOf: '0',
      plan: examplePlan(),
      design: { id: idOf(301), version: 1, design: newDesign() },
      predictions: [],
      readings: [],
    });
    expect(text.startsWith('\uFEFF')).toBe(true);
    expect(text.endsWith('\r\n')).toBe(true);
    const heads = text.slice(1, -2).split(',');
    expect(heads.map(nameIn)).toEqual(Object.keys(COLUMNS));
    // Counts have no unit of their own; turns are counted.
    expect(heads.filter((head) => head.includes('('))).toEqual(['level_number (turns)']);
  });

  it('have units in the heads', () => {
    const plan = examplePlan(idOf, {
      experiment: 'shell-magnet',
      factor: 'gap',
      measure: 'load-held',
      levels: levels('0.2 mm', '0.4 mm'),
    });
    const { columns } = trialTable({
      id: idOf(300),
      version: 1,
      demo: false,
      rehearsalOf: null,
      polls: [],
      asOf: '0',
      plan,
      design: { id: idOf(301), version: 1, design: newShell() },
      predictions: [],
      readings: [],
    });
    expect(columns.map(({ head }) => head)).toEqual(
      expect.arrayContaining(['level_number (mm)', 'held (kg)', 'dropped (kg)', 'model_low (kg)']),
    );
  });

  it('have a count with what hung before and stayed after', () => {
    const [row] = rowsOf(examplePlan(), [
      exampleReading({ outcome: counted(7, { off: 1, stuck: 2 }), onTime_s: 4.2 }),
    ]);
    expect(row).toMatchObject({
      group: 'Limpets',
      factor: 'turns',
      level: '10 turns',
      level_number: '10',
      level_unit: 'turns',
      series: '',
      measure: 'objects-one-end',
      reading: '7',
      off_count: '1',
      stuck_count: '2',
      on_time_s: '4.2',
      model_prediction: '6.5',
      model_low: '3',
      model_high: '12',
      in_band: 'yes',
      corrections: '0',
      withdrawn: 'no',
      actor: 'group',
    });
  });

  it('have what was odd, in words for a filter', () => {
    const [row] = rowsOf(examplePlan(), [
      exampleReading({ flags: ['lead-loose', 'dropped-moving'] }),
    ]);
    expect(row).toMatchObject({ odd: 'lead-loose dropped-moving' });
  });

  it('judge a reading by the prediction that it kept', () => {
    const [row] = rowsOf(examplePlan(), [
      exampleReading({ outcome: counted(7), model: { value: 20, low: 15, high: 30 } }),
    ]);
    expect(row).toMatchObject({ model_prediction: '20', in_band: 'no' });
  });

  it('have both ends apart, and their sum as the reading', () => {
    const [row] = rowsOf(examplePlan(idOf, { measure: 'objects-each-end' }), [
      exampleReading({ outcome: { kind: 'count', count: 7, parts: [4, 3], off: 0, stuck: 0 } }),
    ]);
    expect(row).toMatchObject({ reading: '7', parts: '4 + 3' });
  });

  it('have a load as the last that held and the first that dropped, in the unit they name', () => {
    const plan = examplePlan(idOf, {
      experiment: 'shell-magnet',
      factor: 'gap',
      measure: 'load-held',
      levels: levels('2 sheets', '0,4 mm'),
    });
    const outcome = {
      kind: 'interval',
      held: 12,
      dropped: 12.5,
      typed: '12 kg / 12.5 kg',
    } as const;
    const never = { kind: 'interval', held: 20, dropped: null, typed: '20 kg' } as const;
    const rows = rowsOf(
      plan,
      [
        exampleReading({ outcome, model: null }),
        exampleReading({ id: idOf(101), levelId: idOf(2), outcome: never, model: null }),
      ],
      newShell(),
    );
    expect(rows[0]).toMatchObject({
      level: '2 sheets',
      level_number: '0.2',
      level_unit: 'mm',
      reading: '',
      reading_unit: 'kg',
      held: '12',
      dropped: '12.5',
      original: '12 / 12.5',
    });
    expect(rows[1]).toMatchObject({ level_number: '0.4', held: '20', dropped: '' });
  });

  it('have an angle in degrees, whatever it was typed in', () => {
    const plan = examplePlan(idOf, {
      experiment: 'compass',
      factor: 'current',
      measure: 'needle-angle',
      levels: levels('0.5 A', '1 A'),
    });
    const value = Math.PI / 4;
    const [row] = rowsOf(
      plan,
      [
        exampleReading({
          outcome: { kind: 'number', value, typed: '0.785 rad' },
          model: { value: Math.PI / 3, low: Math.PI / 6, high: 1.5 },
        }),
      ],
      newCompassSet(),
    );
    expect(row).toMatchObject({
      reading: '45',
      reading_unit: '°',
      model_prediction: '60',
      model_low: '30',
      level_number: '0.5',
      level_unit: 'A',
    });
  });

  it('have yes and no, objects by name, and sentences as they were written', () => {
    const yes = examplePlan(idOf, { measure: 'load-yes-no', load: '200 g' });
    expect(
      rowsOf(yes, [exampleReading({ outcome: { kind: 'yes-no', yes: false }, model: null })])[0],
    ).toMatchObject({ reading: 'no', in_band: '' });

    const objects = ['steel bolt', 'cork'].map((name, i) => ({ id: idOf(40 + i), name }));
    const each = examplePlan(idOf, { measure: 'each-object', objects });
    const lifted = { [idOf(40)]: true, [idOf(41)]: false };
    expect(
      rowsOf(each, [exampleReading({ outcome: { kind: 'objects', lifted }, model: null })])[0],
    ).toMatchObject({ reading: '1', words: 'steel bolt' });

    const words = examplePlan(idOf, { measure: 'sentence' });
    const text = 'It hummed, then "jumped".';
    expect(
      rowsOf(words, [exampleReading({ outcome: { kind: 'words', text }, model: null })])[0],
    ).toMatchObject({ reading: '', words: text });
  });

  it('have the lines of a second factor in columns of their own', () => {
    const series = { factor: 'cells-in-series' as const, levels: [{ id: idOf(31), value: '2' }] };
    const plan = examplePlan(idOf, {
      series: { ...series, levels: [...series.levels, { id: idOf(32), value: '3' }] },
    });
    const [row] = rowsOf(plan, [exampleReading({ seriesId: idOf(31) })]);
    expect(row).toMatchObject({
      series_factor: 'cells-in-series',
      series: '2',
      series_number: '2',
      series_unit: 'cells',
    });
  });

  it('have names without a number where levels are kinds', () => {
    const plan = examplePlan(idOf, {
      factor: 'core-material',
      levels: levels('Brass', 'nail-steel'),
    });
    const [row] = rowsOf(plan, [exampleReading()]);
    expect(row).toMatchObject({ level: 'Brass', level_number: '', level_unit: '' });
  });

  it('have what the group thought, as a number or in words', () => {
    const rows = rowsOf(examplePlan(), [exampleReading()], newDesign(), [
      examplePrediction({ value: 4 }),
    ]);
    expect(rows[0]).toMatchObject({ group_prediction: '4', group_prediction_words: '' });
    const words = rowsOf(
      examplePlan(idOf, { measure: 'sentence' }),
      [exampleReading({ outcome: { kind: 'words', text: 'No.' }, model: null })],
      newDesign(),
      [examplePrediction({ value: null, words: 'It will jump.' })],
    );
    expect(words[0]).toMatchObject({ group_prediction_words: 'It will jump.' });
  });

  it('keep what was first typed beside its correction, and mark what was withdrawn', () => {
    const wrong = exampleReading({ outcome: counted(70) });
    const right = exampleReading({
      id: idOf(101),
      outcome: counted(7),
      corrects: wrong.id,
      reason: 'typed a nought too many',
    });
    const [row] = rowsOf(examplePlan(), [wrong, right]);
    expect(row).toMatchObject({
      trial_id: wrong.id,
      reading: '7',
      original: '70',
      corrections: '1',
      correction_reason: 'typed a nought too many',
    });
    const out = exampleReading({
      id: idOf(102),
      corrects: right.id,
      reason: 'the lead had come off',
      withdrawn: true,
    });
    const [gone] = rowsOf(examplePlan(), [wrong, right, out]);
    expect(gone).toMatchObject({ withdrawn: 'yes', correction_reason: 'the lead had come off' });
  });

  it('hand no formula to a spreadsheet', () => {
    const groups = [{ id: idOf(20), name: '=SUM(A1)' }];
    const [row] = rowsOf(examplePlan(idOf, { groups }), [exampleReading({ note: '+1 clip fell' })]);
    expect(row).toMatchObject({ group: "'=SUM(A1)", note: "'+1 clip fell" });
  });

  it.each(['x;=1+1', '\n=1+1', ' =1+1', '＝1+1', 'seen\t@A1', '"=1+1', 'a | -2'])(
    'hand no formula to a spreadsheet that splits or trims: %j',
    (note) => {
      const [row] = rowsOf(examplePlan(), [exampleReading({ note })]);
      expect(row!.note).toBe(`'${note}`);
    },
  );

  it.each(['5 - 3 fell', 'x = y', 'half-seated', 'who@bench'])('leave %j as it is', (note) => {
    expect(rowsOf(examplePlan(), [exampleReading({ note })])[0]!.note).toBe(note);
  });

  it('have every trial although a level cannot be wound', () => {
    const plan = examplePlan(idOf, {
      factor: 'wire-length',
      levels: levels('25 cm', '2 m'),
    });
    const rows = rowsOf(plan, [
      exampleReading({ model: null }),
      exampleReading({ id: idOf(101), levelId: idOf(2), model: null }),
    ]);
    expect(rows.map(({ in_band }) => in_band)).toEqual(['', expect.stringMatching(/yes|no/)]);
  });
});
