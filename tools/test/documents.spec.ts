import { Ajv2020 } from 'ajv/dist/2020.js';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { CORE_ERRORS } from '@nab/core/errors';
import { diagnosisReport } from '@nab/core/teaching';
import { filingsReport, needleReport, permanentReport, reportOf } from '@nab/core/experiments';
import { TOLERANCES } from '@nab/core/validation';
import { check, SERVER_PROBLEMS } from '@nab/contract/problem';
import {
  designSchema,
  newCompassSet,
  newFilings,
  newNeedle,
  newPermanent,
  newSpinner,
  newTrack,
  newDesign,
  newShell,
  toMagnetDesign,
  toFilingSource,
  toNeedle,
  toPermanent,
  toSubject,
} from '@nab/contract/experiments';
import { COLUMNS } from '../../server/src/transfer/files/trial-table.js';
import { designJsonSchema } from '../design-schema.js';

const root = new URL('../..', import.meta.url).pathname;
const read = (path: string): string => readFileSync(join(root, path), 'utf8');
const examples = readdirSync(join(root, 'docs/examples'));
const designs = examples.filter(
  (name) =>
    !/^(shell|compass|track|spinner|needle|permanent|filings|diagnosis|investigation|readings)/.test(
      name,
    ),
);

describe('the published JSON Schema', () => {
  const published = JSON.parse(read('docs/schema/design.v1.schema.json')) as object;
  const validate = new Ajv2020({ strict: false, formats: { uuid: true } }).compile(published);

  it('is the one that the Yup schema makes (npm run schema)', () => {
    expect(published).toEqual(JSON.parse(JSON.stringify(designJsonSchema())));
  });

  it.each(designs)('and the Yup schema both accept %s', (name) => {
    const example = JSON.parse(read(`docs/examples/${name}`)) as unknown;
    expect(validate(example), JSON.stringify(validate.errors)).toBe(true);
    expect(check(designSchema, example, 'file').ok).toBe(true);
  });

  it.each([
    ['turns below one', { ...newDesign(), winding: { ...newDesign().winding, turns: 0 } }],
    ['an unknown material', { ...newDesign(), core: { ...newDesign().core, material: 'cheese' } }],
    ['no wire', { ...newDesign(), wire: undefined }],
  ])('and the Yup schema both refuse %s', (_what, design) => {
    const plain = JSON.parse(JSON.stringify(design)) as unknown;
    expect(validate(plain)).toBe(false);
    expect(check(designSchema, plain, 'file').ok).toBe(false);
  });
});

describe('docs/formats.md', () => {
  const formats = read('docs/formats.md');
  const codesInTable = [...formats.matchAll(/^\| `([A-Z_]+)` \|/gm)].map((match) => match[1]!);

  it('lists every error code, and none that does not exist', () => {
    const known = [...Object.keys(CORE_ERRORS), ...Object.keys(SERVER_PROBLEMS)];
    expect([...codesInTable].sort()).toEqual([...known].sort());
  });

  it.each([
    ['a design’s evaluation', reportOf(toSubject(newDesign()), '')],
    ['a shell magnet’s evaluation', reportOf(toSubject(newShell()), '')],
    ['a compass’s evaluation', reportOf(toSubject(newCompassSet()), '')],
    ['a track’s evaluation', reportOf(toSubject(newTrack()), '')],
    ['a spinner’s evaluation', reportOf(toSubject(newSpinner()), '')],
    ['a permanent magnet’s evaluation', permanentReport(toPermanent(newPermanent()), '')],
    ['a sheet of filings’ evaluation', filingsReport(toFilingSource(newFilings()), '')],
    ['a needle’s evaluation', needleReport(toNeedle(newNeedle(), new Date()), '')],
    [
      'a diagnosis',
      diagnosisReport(toMagnetDesign(newDesign()), { symptom: 'weak', checks: {}, readings: {} }, [
        'meter',
      ]),
    ],
    ['the trials as CSV', Object.fromEntries(Object.keys(COLUMNS).map((column) => [column, '']))],
  ])('names every key of %s', (_what, keys) => {
    expect(Object.keys(keys).filter((key) => !formats.includes(`\`${key}\``))).toEqual([]);
  });

  it('shows each example file', () => {
    for (const name of examples) expect(formats).toContain(name);
  });
});

describe('ARCHITECTURE.md and README.md', () => {
  it.each([
    'ARCHITECTURE.md',
    'README.md',
    'docs/formats.md',
    'docs/SOURCES.md',
    'docs/accuracy.md',
  ])('%s names only paths that exist', (document) => {
    const text = read(document);
    const paths = [
      ...text.matchAll(/`((?:core|contract|server|web|e2e|tools|docs|\.ci)\/[\w./-]*)`/g),
    ].map((m) => m[1]!);
    const links = [...text.matchAll(/\]\((?!https?:)([^)#]+)\)/g)].map((m) =>
      join(document.includes('/') ? 'docs' : '.', m[1]!),
    );
    expect([...paths, ...links].filter((path) => !existsSync(join(root, path)))).toEqual([]);
  });
});

describe('docs/accuracy.md', () => {
  it('names every kind of reference case that has a tolerance', () => {
    const accuracy = read('docs/accuracy.md');
    for (const kind of Object.keys(TOLERANCES)) expect(accuracy).toContain(kind);
  });
});
