import { foldTrials, predictionFor, toMagnetDesign, type Investigation } from '@nab/contract';
import { evaluateMagnet } from '@nab/core';
import { stringify } from 'csv-stringify/sync';

/**
 * All trials of an investigation as CSV (RFC 4180, UTF-8 with a byte-order mark so that spreadsheets
 * read the groups' names), units in the column names, withdrawn trials included and marked.
 */
export function trialsCsv({ plan, design, predictions, readings }: Investigation): string {
  const magnet = toMagnetDesign(design.design);
  const modelCount = new Map(
    plan.levels.map(({ id, turns }) => [
      id,
      evaluateMagnet({ ...magnet, winding: { ...magnet.winding, turns } }).liftedCount,
    ]),
  );
  const group = new Map(plan.groups.map(({ id, name }) => [id, name]));
  const level = new Map(plan.levels.map(({ id, turns }) => [id, turns]));
  const folded = foldTrials(readings);
  const rows = [...folded.trials, ...folded.withdrawn].map(({ id, current, history }) => ({
    trial_id: id,
    recorded_at: history[0]!.recordedAt,
    group: spreadsheetSafe(group.get(current.groupId) ?? ''),
    turns: level.get(current.levelId),
    group_prediction_count: predictionFor(predictions, current.groupId, current.levelId)?.count,
    model_prediction_count: (current.modelCount ?? modelCount.get(current.levelId))?.toFixed(2),
    off_count: current.offCount,
    lifted_count: current.count,
    stuck_count: current.stuckCount,
    on_time_s: current.onTime_s,
    original_lifted_count: history[0]!.count,
    corrections: history.length - 1,
    correction_reason: spreadsheetSafe(current.reason ?? ''),
    withdrawn: current.withdrawn ? 'yes' : 'no',
    note: spreadsheetSafe(current.note),
  }));
  return stringify(rows, {
    header: true,
    bom: true,
    record_delimiter: 'windows',
    columns: COLUMNS,
  });
}

const COLUMNS = [
  'trial_id',
  'recorded_at',
  'group',
  'turns',
  'group_prediction_count',
  'model_prediction_count',
  'off_count',
  'lifted_count',
  'stuck_count',
  'on_time_s',
  'original_lifted_count',
  'corrections',
  'correction_reason',
  'withdrawn',
  'note',
];

/** A text that a spreadsheet would run as a formula gets an apostrophe in front. */
function spreadsheetSafe(text: string): string {
  return /^[=+\-@\t\r]/.test(text) ? `'${text}` : text;
}
