import Ajv from 'ajv-draft-04';
import formats from 'ajv-formats';
import { parse } from 'csv-parse/sync';
import { strFromU8, unzipSync, zipSync } from 'fflate';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import readWorkbook from 'read-excel-file/node';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type {
  Investigation,
  InvestigationSummary,
  PortableInvestigation,
} from '@nab/contract/lesson';
import { counted } from '@nab/contract/testing';
import { readPdf } from '@nab/sheets/testing';
import { loadDemo } from '../src/transfer/demo/load.js';
import { readingOf, startBench, type Bench } from './harness.js';

let bench: Bench;

interface File {
  readonly status: number;
  readonly bytes: Uint8Array;
  readonly headers: Readonly<Record<string, unknown>>;
}

async function get(path: string): Promise<File> {
  const { statusCode, rawPayload, headers } = await bench.app.inject(`/api/investigations/${path}`);
  return { status: statusCode, bytes: new Uint8Array(rawPayload), headers };
}

async function takeIn(file: Uint8Array, as = 'itself', type = 'application/zip') {
  const answer = await bench.app.inject({
    method: 'POST',
    url: `/api/imports?as=${as}`,
    headers: { 'content-type': type },
    payload: Buffer.from(file),
  });
  return { status: answer.statusCode, body: answer.json() };
}

const textOf = (value: unknown): Uint8Array => new TextEncoder().encode(JSON.stringify(value));

async function emptied(): Promise<void> {
  await bench.app.close();
  bench = await startBench();
}

beforeAll(async () => {
  bench = await startBench();
});
afterAll(() => bench.app.close());

describe('a whole investigation', () => {
  it('comes out of another Nab byte for byte as it went in', async () => {
    await emptied();
    await loadDemo(bench.sequelize);
    const all = (await bench.send('GET', '/api/investigations')).body as InvestigationSummary[];
    // One of each kind of magnet that differs most, and all of them in the thorough run of a night.
    const list =
      process.env['NAB_THOROUGH'] === 'yes'
        ? all
        : all.filter(({ title }) =>
            /^(Does the needle|How few cells|One, two or three)/.test(title),
          );
    expect(list.length).toBeGreaterThanOrEqual(3);
    const first = list.find(({ trials }) => trials > 0)!;
    await bench.sequelize.query(
      `INSERT INTO votes SELECT id, gen_random_uuid(), (choices->0->>'value')::int, now() FROM polls`,
    );
    const before = new Map<string, { package: Uint8Array; json: Uint8Array }>();
    for (const { id } of list) {
      const [zip, json] = [await get(`${id}/package.zip`), await get(`${id}/investigation.json`)];
      expect([zip.status, json.status]).toEqual([200, 200]);
      before.set(id, { package: zip.bytes, json: json.bytes });
    }
    await emptied();
    for (const [i, { id }] of list.entries()) {
      const { package: zip, json } = before.get(id)!;
      // One way or the other: a package and the investigation in it are the same.
      const taken =
        i % 2 === 0 ? await takeIn(zip) : await takeIn(json, 'itself', 'application/json');
      expect(taken.status, JSON.stringify(taken.body)).toBe(201);
      expect(taken.body.id).toBe(id);
    }
    for (const { id, demo } of list) {
      expect(demo).toBe(true);
      expect(
        Buffer.compare((await get(`${id}/investigation.json`)).bytes, before.get(id)!.json),
      ).toBe(0);
      const now = (await get(`${id}/package.zip`)).bytes;
      expect(Buffer.compare(now, before.get(id)!.package)).toBe(0);
    }
    const again = (await bench.send('GET', '/api/investigations')).body as InvestigationSummary[];
    expect(again.find(({ id }) => id === first.id)).toMatchObject({
      trials: first.trials,
      groups: first.groups,
      demo: true,
    });
  }, 120_000);
});

describe('an investigation that is taken in', () => {
  let made: Investigation;
  let file: PortableInvestigation;
  const reading = randomUUID();

  beforeEach(async () => {
    await emptied();
    made = await bench.create();
    await bench.send('PUT', `/api/readings/${reading}`, readingOf(made, { note: 'æ 🧲' }));
    await bench.send(
      'PUT',
      `/api/readings/${randomUUID()}`,
      readingOf(made, { outcome: counted(9), corrects: reading, reason: 'miscounted' }),
    );
    file = JSON.parse(strFromU8((await get(`${made.id}/investigation.json`)).bytes));
  });

  it('is refused where it is, and comes in as a copy of its own beside it', async () => {
    expect(await takeIn(textOf(file))).toMatchObject({ status: 409, body: { code: 'ID_TAKEN' } });
    const { status, body } = await takeIn(textOf(file), 'copy');
    expect(status).toBe(201);
    expect(body.id).not.toBe(made.id);
    const copy = (await bench.send('GET', `/api/investigations/${body.id}`)).body as Investigation;
    expect(copy.readings).toHaveLength(2);
    expect(copy.readings[1]!.corrects).toBe(copy.readings[0]!.id);
    expect(copy.readings[0]!.id).not.toBe(reading);
    expect(copy.plan.levels.map(({ value }) => value)).toEqual(
      made.plan.levels.map(({ value }) => value),
    );
    expect(copy.plan.class.id).not.toBe(made.plan.class.id);
    expect(await bench.count('readings')).toBe(4);
  });

  it('shares its class where that is here as it is, and brings its own where it is not', async () => {
    await emptied();
    expect((await takeIn(textOf(file))).status).toBe(201);
    const other = { ...file, id: randomUUID(), readings: [], predictions: [] };
    const levels = file.plan.levels.map(({ value }) => ({ id: randomUUID(), value }));
    const same = await takeIn(textOf({ ...other, plan: { ...file.plan, levels } }));
    expect(same.status).toBe(201);
    expect(await bench.count('classes')).toBe(1);
    const renamed = {
      ...other,
      id: randomUUID(),
      plan: {
        ...file.plan,
        levels: levels.map((level) => ({ ...level, id: randomUUID() })),
        groups: file.plan.groups.map((group) => ({ ...group, name: `${group.name} of last year` })),
      },
    };
    expect((await takeIn(textOf(renamed))).status).toBe(201);
    expect(await bench.count('classes')).toBe(2);
    const first = await bench.send('GET', `/api/investigations/${made.id}`);
    expect(first.body.plan.groups).toEqual(made.plan.groups);
  });

  it.each([
    ['a reading at no level of it', 'readings[0].levelId', { levelId: randomUUID() }],
    ['a reading of no group of it', 'readings[0].groupId', { groupId: randomUUID() }],
    ['a reading that is none', 'readings[0].outcome', { outcome: { kind: 'hunch' } }],
    ['a correction of nothing', 'readings[0].corrects', { corrects: randomUUID(), reason: 'x' }],
    ['a moment that is none', 'readings[0].receivedAt', { receivedAt: 'yesterday' }],
  ])('is refused whole with %s', async (_, path, change) => {
    const readings = [{ ...file.readings[0], ...change }, file.readings[1]];
    const answer = await takeIn(textOf({ ...file, readings }), 'copy');
    expect(answer.status).toBe(422);
    expect(answer.body.errors[0].path).toMatch(path);
    expect(await bench.count('investigations')).toBe(1);
    expect(await bench.count('readings')).toBe(2);
  });

  it('is refused when a record is there twice, or it rehearses what is not here', async () => {
    const twice = { ...file, readings: [file.readings[0], file.readings[0]] };
    expect((await takeIn(textOf(twice), 'copy')).body.errors[0]).toMatchObject({
      path: 'readings[1].id',
    });
    const lost = { ...file, rehearsalOf: randomUUID() };
    expect((await takeIn(textOf(lost), 'copy')).body.errors[0].path).toBe('rehearsalOf');
  });

  it('is refused in words where the file is something else', async () => {
    const message = async (bytes: Uint8Array): Promise<string> =>
      (await takeIn(bytes)).body.errors[0].message;
    expect(await message(new TextEncoder().encode('level,value\n1,2\n'))).toMatch(
      /no investigation/,
    );
    expect(await message(zipSync({ 'other.txt': new Uint8Array(3) }))).toMatch(/holds no invest/);
    expect(await message(new Uint8Array([0x50, 0x4b, 1, 2, 3]))).toMatch(/damaged/);
    expect(await message(textOf({ ...file, version: 2 }))).toMatch(/newer Nab/);
    expect(await message(textOf({ level: 1 }))).toMatch(/./);
  });
});

describe('what is handed on', () => {
  let made: Investigation;

  beforeAll(async () => {
    await emptied();
    made = await bench.create();
    for (const [i, level] of made.plan.levels.entries()) {
      for (const group of made.plan.groups) {
        await bench.send(
          'PUT',
          `/api/readings/${randomUUID()}`,
          readingOf(made, {
            levelId: level.id,
            groupId: group.id,
            outcome: counted(4 + 3 * i),
            note: '=1+1',
          }),
        );
      }
    }
    await bench.send('PUT', `/api/predictions/${randomUUID()}`, {
      groupId: made.plan.groups[0]!.id,
      levelId: made.plan.levels[0]!.id,
      seriesId: null,
      value: 5,
      words: null,
      actor: 'group',
      recordedAt: new Date().toISOString(),
    });
  });

  it('is a data package by the published schema, its tables by their own', async () => {
    const { bytes, headers } = await get(`${made.id}/package.zip`);
    expect(headers['content-type']).toBe('application/zip');
    const zip = unzipSync(bytes);
    const descriptor = JSON.parse(strFromU8(zip['datapackage.json']!));
    const profile = (name: string): object =>
      JSON.parse(
        readFileSync(new URL(`../reference/frictionless/${name}.json`, import.meta.url), 'utf8'),
      );
    const ajv = new Ajv({ strict: false, formats: { textarea: true } });
    (formats as unknown as (ajv: unknown) => void)(ajv);
    const valid = ajv.compile(profile('data-package'));
    expect(valid(descriptor), JSON.stringify(valid.errors)).toBe(true);
    expect(valid({ ...descriptor, resources: [] })).toBe(false);
    const tabular = ajv.compile(profile('tabular-data-resource'));
    for (const resource of descriptor.resources) {
      expect(zip[resource.path], resource.path).toBeDefined();
      if (resource.profile !== 'tabular-data-resource') continue;
      expect(tabular(resource), JSON.stringify(tabular.errors)).toBe(true);
      checkTable(resource.schema, strFromU8(zip[resource.path]!));
    }
    expect(Object.keys(zip)).toContain('pictures/chart.svg');
  });

  it('is a workbook in which numbers are numbers and a formula is a text', async () => {
    const { bytes, headers } = await get(`${made.id}/trials.xlsx`);
    expect(headers['content-disposition']).toContain('trials.xlsx');
    const sheets = await readWorkbook(Buffer.from(bytes));
    expect(sheets.map(({ sheet }) => sheet)).toEqual(['Trials', 'Levels']);
    const [heads = [], ...rows] = sheets[0]!.data;
    const at = (name: string): number => heads.findIndex((head) => String(head).startsWith(name));
    expect(rows).toHaveLength(made.plan.levels.length * made.plan.groups.length);
    expect(rows.map((row) => row[heads.indexOf('reading')])).toEqual(
      expect.arrayContaining([4, 7, 10]),
    );
    expect(rows[0]![at('note')]).toBe('=1+1');
    expect(heads).toContain('level_number (turns)');
  });

  it('is a report with question, table, conclusion and cautions, on either paper', async () => {
    const { bytes } = await get(`${made.id}/report.pdf?paper=Letter`);
    const pdf = await readPdf(bytes);
    const text = pdf.pages.map((page) => page.text).join(' ');
    for (const part of [
      'What we asked',
      'What we found',
      'The evidence',
      'How sure we are',
      'Conclusion',
      'Was it a fair test?',
      'Caution',
      'Every trial',
      'Appendix',
    ]) {
      expect(text).toContain(part);
    }
    expect(text).not.toContain('Invented data');
    const { body } = await bench.send('GET', `/api/investigations/${made.id}/report?reader=plain`);
    const words = JSON.stringify(body.pages);
    for (const box of ['We asked', 'We guessed', 'What happened', 'What we think']) {
      expect(words).toContain(box);
    }
    expect(body.pages[0]).toMatchObject({ width: 210, height: 297 });
    const wrong = await bench.send('GET', `/api/investigations/${made.id}/report?paper=Foolscap`);
    expect(wrong.status).toBe(422);
  });
});

/** Holds a table against its Table Schema: heads, types and the key. */
function checkTable(
  schema: { fields: { name: string; type: string }[]; primaryKey: string },
  text: string,
): void {
  const [heads, ...rows] = parse(text) as string[][];
  expect(heads).toEqual(schema.fields.map(({ name }) => name));
  expect(rows.length).toBeGreaterThan(0);
  for (const row of rows) {
    row.forEach((cell, i) => {
      const { type, name } = schema.fields[i]!;
      if (cell === '') return;
      if (type === 'number') expect(Number.isFinite(Number(cell)), `${name}: ${cell}`).toBe(true);
      if (type === 'boolean') expect(['yes', 'no']).toContain(cell);
      if (type === 'datetime') expect(Date.parse(cell)).not.toBeNaN();
    });
  }
  const at = heads!.indexOf(schema.primaryKey);
  expect(new Set(rows.map((row) => row[at])).size).toBe(rows.length);
}

describe('a table of readings', () => {
  let made: Investigation;
  const post = (body: unknown) =>
    bench.send('POST', `/api/investigations/${made.id}/readings`, body);
  const rows = (count: number, change: object = {}) =>
    Array.from({ length: count }, (_, i) => ({
      id: randomUUID(),
      reading: { ...readingOf(made, { outcome: counted(i % 9) }), ...change },
    }));

  beforeEach(async () => {
    await emptied();
    made = await bench.create();
  });

  it('comes in whole, in its order, and once when it is sent twice', async () => {
    const body = { version: made.version, plan: null, readings: rows(250) };
    const first = await post(body);
    expect(first.status).toBe(200);
    expect(first.body.readings.map(({ id }: { id: string }) => id)).toEqual(
      body.readings.map(({ id }) => id),
    );
    expect((await post(body)).status).toBe(200);
    expect(await bench.count('readings')).toBe(250);
  });

  it('brings levels and groups that the plan lacks, and keeps how the plan was', async () => {
    const level = { id: randomUUID(), value: '80 turns' };
    const plan = { ...made.plan, levels: [...made.plan.levels, level] };
    const answer = await post({
      version: made.version,
      plan,
      readings: rows(2, { levelId: level.id }),
    });
    expect(answer.status).toBe(200);
    expect(answer.body.plan.levels).toHaveLength(made.plan.levels.length + 1);
    expect(await bench.count('history')).toBe(1);
  });

  it('leaves nothing behind when one row of it is wrong', async () => {
    const level = { id: randomUUID(), value: '80 turns' };
    const plan = { ...made.plan, levels: [...made.plan.levels, level] };
    const readings = [...rows(120), ...rows(1, { levelId: randomUUID() })];
    const lost = await post({ version: made.version, plan, readings });
    expect(lost.status).toBe(422);
    expect(lost.body.errors[0].path).toBe('readings[120]');
    const none = await post({ version: made.version, plan, readings: rows(121, { note: 7 }) });
    expect(none.body.errors[0].path).toBe('readings[0].reading.note');
    const stale = await post({ version: made.version + 1, plan, readings: rows(1) });
    expect([stale.status, stale.body.code]).toEqual([409, 'STALE_VERSION']);
    expect(await bench.count('readings')).toBe(0);
    const now = (await bench.send('GET', `/api/investigations/${made.id}`)).body;
    expect(now.plan.levels).toHaveLength(made.plan.levels.length);
    expect((await post({ version: 1, plan: null, readings: [] })).status).toBe(422);
    expect((await post({})).status).toBe(422);
  });
});
