import { portableOf, portableText, type Investigation } from '@nab/contract/lesson';
import { axisNumber, axisUnit, factorOf, measureOf, parseLevel } from '@nab/core/lesson';
import { questionText } from '@nab/words/lesson';
import { chartPicture, reportOf, writePdf } from '@nab/sheets';
import { strToU8, zipSync, type Zippable } from 'fflate';
import { asTable, csvOf } from './csv.js';
import { trialTable, type Cell, type Column } from './trial-table.js';

/** The investigation itself, from which it can be taken in again. */
export const INVESTIGATION = 'investigation.json';

/** A moment that every zip can name: the same investigation is the same bytes. */
const ALWAYS = new Date(1980, 0, 1);

interface Field {
  readonly name: string;
  readonly type: string;
  readonly [more: string]: unknown;
}

/** A table of the package: its heads are its fields' names. */
interface TableFile {
  readonly name: string;
  readonly title: string;
  readonly fields: readonly Field[];
  readonly primaryKey: string;
  readonly rows: readonly (readonly Cell[])[];
}

/**
 * An investigation as a Frictionless Data Package in a zip: descriptor, tables, the investigation
 * and its design, chart and report. Source: specs.frictionlessdata.io, Data Package 1 and Table
 * Schema 1.
 */
export async function dataPackageOf(investigation: Investigation): Promise<Uint8Array> {
  const { plan, design, demo, rehearsalOf } = investigation;
  const tables = [trials(investigation), levels(investigation), predictions(investigation)];
  const chart = chartPicture(investigation);
  const files: Record<string, string | Uint8Array> = {
    [INVESTIGATION]: portableText(portableOf(investigation)),
    'design.json': `${JSON.stringify(design.design, null, 2)}\n`,
    ...Object.fromEntries(
      tables.map(({ name, fields, rows }) => [
        `data/${name}.csv`,
        csvOf({ heads: fields.map((field) => field.name), rows }, false),
      ]),
    ),
    ...(chart !== null && { 'pictures/chart.svg': chart }),
    'report.pdf': await writePdf(reportOf(investigation), plan.title, lastOf(investigation)),
  };
  const descriptor = {
    profile: 'data-package',
    name: 'nab-investigation',
    id: investigation.id,
    title: plan.title,
    description: [
      questionText(plan),
      ...(demo ? ['Invented data: made by Nab’s simulator for its demo.'] : []),
      ...(rehearsalOf === null ? [] : ['A rehearsal: nobody made these readings.']),
    ].join(' '),
    keywords: ['electromagnet', plan.factor, plan.measure],
    resources: [
      ...tables.map((table) => tableResource(table)),
      file(INVESTIGATION, 'investigation', 'The investigation, to be taken in by Nab', 'json'),
      file('design.json', 'design', 'The design of what is investigated', 'json'),
      ...(chart === null ? [] : [file('pictures/chart.svg', 'chart', 'Every trial', 'svg')]),
      file('report.pdf', 'report', 'The report', 'pdf'),
    ],
  };
  const zip: Zippable = {
    'datapackage.json': strToU8(`${JSON.stringify(descriptor, null, 2)}\n`),
  };
  for (const [path, content] of Object.entries(files)) {
    zip[path] = typeof content === 'string' ? strToU8(content) : new Uint8Array(content);
  }
  return zipSync(zip, { mtime: ALWAYS });
}

/** When the last of its records arrived: its report is not younger. */
function lastOf({ readings, predictions }: Investigation): Date {
  const moments = [...readings, ...predictions].map(({ receivedAt }) => receivedAt);
  return moments.length === 0 ? ALWAYS : new Date(moments.sort().at(-1)!);
}

const MEDIA: Readonly<Record<string, string>> = {
  json: 'application/json',
  svg: 'image/svg+xml',
  pdf: 'application/pdf',
};

const file = (path: string, name: string, title: string, format: string) => ({
  name,
  path,
  title,
  profile: 'data-resource',
  format,
  mediatype: MEDIA[format],
});

const tableResource = ({ name, title, fields, primaryKey }: TableFile) => ({
  name,
  path: `data/${name}.csv`,
  title,
  profile: 'tabular-data-resource',
  format: 'csv',
  mediatype: 'text/csv',
  encoding: 'utf-8',
  dialect: { delimiter: ',', lineTerminator: '\r\n', header: true, doubleQuote: true },
  schema: { fields, primaryKey, missingValues: [''] },
});

const text = (name: string, title: string): Field => ({ name, title, type: 'string' });
const number = (name: string, title: string, unit = ''): Field => ({
  name,
  title,
  type: 'number',
  ...(unit && { unit }),
});

function trials(investigation: Investigation): TableFile {
  const table = trialTable(investigation);
  // Of yes and no the reading is a word.
  const worded = measureOf(investigation.plan.measure).data === 'yes-no';
  const fields = table.columns.map((column) => ({
    ...fieldOf(column),
    ...(worded && column.name === 'reading' && YES_NO),
  }));
  return {
    name: 'trials',
    title: 'Every trial, withdrawn ones marked',
    fields,
    primaryKey: 'trial_id',
    rows: asTable(table).rows,
  };
}

const YES_NO = { type: 'boolean', trueValues: ['yes'], falseValues: ['no'] } as const;

function fieldOf({ name, kind, unit }: Column): Field {
  const more = unit ? { unit } : {};
  switch (kind) {
    case 'number':
      return { name, type: 'number', ...more };
    case 'yes-no':
      return { name, ...YES_NO };
    case 'instant':
      return { name, type: 'datetime', format: 'any' };
    case 'text':
      return { name, type: 'string' };
  }
}

function levels({ plan }: Investigation): TableFile {
  const rowsOf = (role: string, factor: typeof plan.factor, list: typeof plan.levels): Cell[][] => {
    const { axis } = factorOf(factor);
    return list.map(({ id, value }, position) => {
      const at = axisNumber(axis, parseLevel(axis, value));
      const known = Number.isFinite(at) ? Number(at.toPrecision(9)) : null;
      return [id, role, position + 1, factor, value, known, axisUnit(axis) || null];
    });
  };
  return {
    name: 'levels',
    title: 'Levels of what is changed, and lines of a second factor',
    fields: [
      text('id', 'Id'),
      text('role', 'level, or series for a line'),
      number('position', 'Place in the order'),
      text('factor', 'What is changed'),
      text('value', 'As typed'),
      number('number', 'As a number, in the unit beside it'),
      text('unit', 'Unit of the number'),
    ],
    primaryKey: 'id',
    rows: [
      ...rowsOf('level', plan.factor, plan.levels),
      ...(plan.series ? rowsOf('series', plan.series.factor, plan.series.levels) : []),
    ],
  };
}

function predictions({ plan, predictions: list }: Investigation): TableFile {
  const nameOf = new Map([
    ...plan.groups.map(({ id, name }) => [id, name] as const),
    ...[...plan.levels, ...(plan.series?.levels ?? [])].map(
      ({ id, value }) => [id, value] as const,
    ),
  ]);
  return {
    name: 'predictions',
    title: 'What groups thought before, all of it; the last at a level counts',
    fields: [
      text('id', 'Id'),
      { name: 'recorded_at', title: 'When', type: 'datetime', format: 'any' },
      text('group', 'Group'),
      text('level', 'Level'),
      text('series', 'Line'),
      number('value', 'In SI units, or a count'),
      text('words', 'In words'),
    ],
    primaryKey: 'id',
    rows: list.map(({ id, recordedAt, groupId, levelId, seriesId, value, words }) => [
      id,
      recordedAt,
      nameOf.get(groupId) ?? null,
      nameOf.get(levelId) ?? null,
      seriesId === null ? null : (nameOf.get(seriesId) ?? null),
      value,
      words,
    ]),
  };
}
