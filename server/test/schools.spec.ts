import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { gunzipSync } from 'node:zlib';
import pg from 'pg';
import { QueryTypes } from 'sequelize';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ArchiveResult } from '@nab/contract/archive';
import type { Investigation } from '@nab/contract/lesson';
import { buildApp } from '../src/app.js';
import { connect, defineModels, inSchool } from '../src/platform/database/index.js';
import { OF_A_SCHOOL } from '../src/platform/database/migrations/0017-schools.js';
import { loadDemo } from '../src/transfer/demo/load.js';
import { readChanges } from '../src/lesson/live/repository.js';
import { setFirstPassPhrase } from '../src/access/roles/index.js';
import { addSchool } from '../src/access/schools/index.js';
import { schoolsByHost } from '../src/access/schools/repository.js';
import { databaseUrl, newInvestigation, readingOf, startBench, type Bench } from './harness.js';

const HOST = 'harbour.test';
const INLAND_HOST = 'inland.test';
let bench: Bench;
/** Of the first school. */
let lesson: Investigation;
let harbour: string;

beforeAll(async () => {
  bench = await startBench();
  harbour = await addSchool('Harbour School', HOST);
  await addSchool('Inland School', INLAND_HOST);
  await loadDemo(bench.sequelize);
  lesson = await bench.create();
  const url = `/api/readings/${randomUUID()}`;
  await bench.send('PUT', url, readingOf(lesson, {}));
  await bench.send('PUT', `/api/readings/${randomUUID()}?of=${lesson.id}`, {
    ...readingOf(lesson, {}),
    levelId: randomUUID(),
  });
  await bench.send('GET', `/api/investigations/${lesson.id}/room`);
  const plan = { ...lesson.plan, title: 'Another' };
  await bench.send('PUT', `/api/investigations/${lesson.id}`, {
    version: 1,
    actor: 'educator',
    plan,
  });
  await bench.sequelize.query('INSERT INTO shelf_removed VALUES (gen_random_uuid())');
  await bench.sequelize.query(
    `INSERT INTO votes (poll_id, voter, choice, received_at)
       SELECT id, gen_random_uuid(), 0, now() FROM polls LIMIT 1`,
  );
  await bench.sequelize.query(
    `INSERT INTO sessions (token_hash, role, expires_at) VALUES ('x', 'educator', now())`,
  );
});
afterAll(() => bench.app.close());

/** A request from a browser of the second school. */
async function ask(method: 'GET' | 'PUT' | 'POST' | 'DELETE', url: string, body?: object) {
  const payload = body && { payload: body };
  const answer = await bench.app.inject({ method, url, headers: { host: HOST }, ...payload });
  return { status: answer.statusCode, text: answer.body };
}

const asHarbour = <T>(sql: string): Promise<T[]> =>
  inSchool(harbour, () =>
    bench.sequelize.query(sql, { type: QueryTypes.SELECT }),
  ) as unknown as Promise<T[]>;

describe('two schools in one database', () => {
  it('see nothing of each other over any route', async () => {
    const { id, plan, design } = lesson;
    const item = ((await bench.send('GET', '/api/shelf')).body as { id: string }[])[0]!;
    for (const list of ['investigations', 'designs', 'classes', 'shelf', 'shelf/removed']) {
      expect(await ask('GET', `/api/${list}`), list).toEqual({ status: 200, text: '[]' });
    }
    const own = [
      ...['', '/history', '/trials.csv', '/sheets.pdf', '/room', '/unplaced-readings'],
      ...['/trials.xlsx', '/investigation.json', '/package.zip', '/report', '/report.pdf'],
    ];
    for (const part of own) {
      const { status, text } = await ask('GET', `/api/investigations/${id}${part}`);
      expect(part === '/unplaced-readings' ? [404, text] : [status, '[]'], part).toEqual([
        404,
        '[]',
      ]);
    }
    expect((await ask('GET', `/api/designs/${design.id}`)).status).toBe(404);
    const change = { version: 2, actor: 'educator', plan };
    expect((await ask('PUT', `/api/investigations/${id}`, change)).status).toBe(404);
    expect((await ask('PUT', `/api/investigations/${id}/place`, { place: 'deleted' })).status).toBe(
      404,
    );
    expect((await ask('DELETE', `/api/shelf/${item.id}`)).status).toBe(404);
    const reading = readingOf(lesson, {});
    for (const of of ['', `?of=${id}`]) {
      expect((await ask('PUT', `/api/readings/${randomUUID()}${of}`, reading)).status).toBe(404);
    }
    const rows = (await bench.app.inject({ url: '/api/archive', headers: { host: HOST } }))
      .rawPayload;
    expect(rows.length).toBeLessThan(600);
    expect((await bench.send('GET', `/api/investigations/${id}`)).body.readings).toHaveLength(1);
  });

  it('are told apart from the very first requests on, however many come at once', async () => {
    const fresh = connect(databaseUrl());
    const app = await buildApp({ sequelize: fresh, databaseUrl: databaseUrl(), hosts: [HOST] });
    const first = await Promise.all(
      Array.from({ length: 6 }, () =>
        app.inject({ url: `/api/investigations/${lesson.id}`, headers: { host: HOST } }),
      ),
    );
    expect(first.map(({ statusCode }) => statusCode)).toEqual(Array(6).fill(404));
    await app.close();
    // The models are bound to the connection that was made last.
    defineModels(bench.sequelize);
  });

  it('each have their own, under their own names', async () => {
    const made = await ask('POST', '/api/investigations', {
      id: randomUUID(),
      design: lesson.design.design,
      plan: {
        ...lesson.plan,
        title: 'Of the harbour',
        class: { ...lesson.plan.class, id: randomUUID() },
        groups: [{ id: randomUUID(), name: 'Gulls' }],
        levels: lesson.plan.levels.map((level) => ({ ...level, id: randomUUID() })),
      },
      actor: 'educator',
    });
    expect(made.status, made.text).toBe(201);
    const titles = async (text: string) =>
      (JSON.parse(text) as { title: string }[]).map(({ title }) => title);
    expect(await titles((await ask('GET', '/api/investigations')).text)).toEqual([
      'Of the harbour',
    ]);
    const first = await bench.send('GET', '/api/investigations');
    expect(await titles(first.text)).not.toContain('Of the harbour');
    const told = await inSchool(harbour, () => readChanges(bench.sequelize, '1', [lesson.id]));
    expect(told.changes).toEqual([]);
    expect((await readChanges(bench.sequelize, '1', [lesson.id])).changes.length).toBeGreaterThan(
      0,
    );
  });

  it('have a pass phrase each', async () => {
    await setFirstPassPhrase('tidepool at low water');
    await inSchool(harbour, () => setFirstPassPhrase('gulls over the quay'));
    const signIn = async (host: string, passPhrase: string) => {
      const answer = await bench.app.inject({
        method: 'POST',
        url: '/api/session',
        headers: { host },
        payload: { passPhrase },
      });
      return answer.statusCode;
    };
    expect(await signIn(HOST, 'tidepool at low water')).not.toBe(200);
    expect(await signIn(HOST, 'gulls over the quay')).toBe(200);
    expect(await signIn('localhost', 'gulls over the quay')).not.toBe(200);
  });

  it('are refused an id that the other has, and never asked to try again', async () => {
    const { id, plan, design } = lesson;
    const body = {
      id,
      plan: { ...plan, title: 'Taken' },
      design: design.design,
      actor: 'educator',
    };
    expect((await ask('POST', '/api/investigations', body)).status).toBe(409);
    const own = await ask('POST', '/api/investigations', newInvestigation());
    expect(own.status).toBe(201);
    const theirs = JSON.parse(own.text) as Investigation;
    const [known] = (await bench.send('GET', `/api/investigations/${id}`)).body.readings as {
      id: string;
    }[];
    const reading = readingOf(theirs, {});
    expect((await ask('PUT', `/api/readings/${known!.id}?of=${theirs.id}`, reading)).status).toBe(
      409,
    );
    await ask('DELETE', `/api/investigations/${theirs.id}`);
  });
});

describe('the file of everything of one school, put into another', () => {
  const UUID = /[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}/g;
  const download = async (host: string): Promise<string[]> => {
    const { rawPayload } = await bench.app.inject({ url: '/api/archive', headers: { host } });
    return gunzipSync(rawPayload).toString().trimEnd().split('\n').slice(1, -1);
  };
  let file: Buffer;
  const put = async (): Promise<ArchiveResult> => {
    const { statusCode, body } = await bench.app.inject({
      method: 'POST',
      url: '/api/archive',
      headers: { host: INLAND_HOST, 'content-type': 'application/gzip' },
      payload: file,
    });
    expect(statusCode, body).toBe(200);
    return JSON.parse(body) as ArchiveResult;
  };

  it('adds all of it beside the first, under new ids that fit together', async () => {
    const first = await download('localhost');
    file = (await bench.app.inject('/api/archive')).rawPayload;
    const result = await put();
    expect(result.there).toBe(0);
    expect(result.apart).toEqual([]);
    const owned = first.filter((line) => 'id' in (JSON.parse(line) as { row: object }).row);
    expect(result.renewed).toBe(owned.length);

    const second = await download(INLAND_HOST);
    expect(Object.values(result.added).reduce((p, q) => p + q)).toBe(first.length);
    expect(second).toHaveLength(first.length);
    // One new id for each old one, and nothing else is another: but the codes of lessons.
    const renewed = new Map<string, string>();
    const sorted = (lines: readonly string[], table: string) =>
      lines.filter((line) => line.startsWith(`{"table":"${table}"`));
    for (const table of ['investigations', 'readings', 'designs']) {
      const [here, there] = [sorted(first, table), sorted(second, table)];
      expect(there.map((line) => line.replace(UUID, '')).sort()).toEqual(
        here.map((line) => line.replace(UUID, '')).sort(),
      );
    }
    const arrival = (line: string) =>
      (JSON.parse(line) as { row: { arrival: number } }).row.arrival;
    const byArrival = new Map(sorted(second, 'readings').map((line) => [arrival(line), line]));
    for (const line of sorted(first, 'readings')) {
      const [old, young] = [line.match(UUID)!, byArrival.get(arrival(line))!.match(UUID)!];
      for (const [i, id] of old.entries()) {
        expect(renewed.get(id) ?? young[i]).toBe(young[i]);
        renewed.set(id, young[i]!);
      }
    }
    expect(new Set(renewed.values()).size).toBe(renewed.size);
    const codeOf = (lines: readonly string[]) =>
      (JSON.parse(sorted(lines, 'rooms')[0]!) as { row: { code: string } }).row.code;
    expect(codeOf(second)).not.toBe(codeOf(first));
    expect(await download('localhost')).toEqual(first);
    // What was put in is a lesson like any other.
    const { body } = await bench.app.inject({
      url: `/api/investigations/${idOfLesson(second)}`,
      headers: { host: INLAND_HOST },
    });
    expect((JSON.parse(body) as Investigation).readings).toHaveLength(1);
  });

  /** The lesson whose levels the readings are at. */
  function idOfLesson(lines: readonly string[]): string {
    const rows = lines.map(
      (line) => JSON.parse(line) as { table: string; row: Record<string, string> },
    );
    const reading = rows.filter(({ table }) => table === 'readings').at(-1)!;
    return rows.find(({ row }) => row['id'] === reading.row['level_id'])!.row['investigation_id']!;
  }

  it('adds nothing a second time', async () => {
    const before = await download(INLAND_HOST);
    expect(await put()).toMatchObject({ added: {}, there: before.length });
    expect(await download(INLAND_HOST)).toEqual(before);
  });
});

describe('adding a school', () => {
  const add = (...words: string[]) =>
    spawnSync(process.execPath, ['dist/add-school.js', ...words], {
      cwd: new URL('../..', import.meta.url),
      encoding: 'utf8',
      env: { ...process.env, NAB_DATABASE_URL: databaseUrl(), NAB_PASS_PHRASE: 'over the dunes' },
    });

  it('says under which name it is reached, or what is wrong', async () => {
    const { status, stdout } = add('Dune School', 'dunes.test');
    expect([status, stdout]).toEqual([
      0,
      expect.stringMatching(/^Dune School is there, under the name dunes\.test \(/),
    ]);
    expect(await schoolsByHost()).toHaveProperty('size', 3);
    for (const [words, message] of [
      [['Again', 'DUNES.test'], /already/],
      [['Dune School', 'https://dunes'], /The host is a name/],
      [['', 'x.test'], /Say its name/],
    ] as const) {
      const wrong = add(...words);
      expect([wrong.status, wrong.stderr]).toEqual([2, expect.stringMatching(message)]);
    }
  });
});

describe('every query', () => {
  it('that reads or changes what is some school’s carries whose it is', async () => {
    const asked: string[] = [];
    const { options } = bench.sequelize as unknown as {
      options: { logging: false | ((sql: string) => void) };
    };
    options.logging = (sql) => asked.push(sql);
    const { id, plan, design } = lesson;
    for (const part of [
      '',
      '/history',
      '/trials.csv',
      '/room',
      '/unplaced-readings',
      '/package.zip',
    ]) {
      await bench.send('GET', `/api/investigations/${id}${part}`);
    }
    for (const list of [
      'investigations',
      'designs',
      'classes',
      'shelf',
      'shelf/removed',
      'risk-notes',
    ])
      await bench.send('GET', `/api/${list}`);
    await bench.send('PUT', `/api/investigations/${id}`, { version: 2, actor: 'educator', plan });
    const body = { version: 1, actor: 'educator', design: design.design };
    await bench.send('PUT', `/api/designs/${design.id}`, body);
    await bench.send('PUT', `/api/readings/${randomUUID()}`, readingOf(lesson, {}));
    await bench.send('GET', '/api/archive');
    await readChanges(bench.sequelize, '1', [id]);
    options.logging = false;
    const tables = new RegExp(`\\b(FROM|JOIN|UPDATE) "?(${OF_A_SCHOOL.join('|')})\\b`);
    const touching = asked.filter((sql) => tables.test(sql));
    expect(touching.length).toBeGreaterThan(40);
    expect(touching.filter((sql) => !/school_id = current_school\(\)/.test(sql))).toEqual([]);
  });
});

describe('the fence in the database', () => {
  it('stands around every table but those that are nobody’s', async () => {
    const open = await asHarbour<{ name: string }>(
      `SELECT relname AS name FROM pg_class
        WHERE relnamespace = 'public'::regnamespace AND relkind = 'r'
          AND NOT (relrowsecurity AND relforcerowsecurity)
        ORDER BY relname`,
    );
    expect(open.map(({ name }) => name)).toEqual([
      'changes_floor',
      'failed_tries',
      'health_pages',
      'schema_migrations',
      'schools',
    ]);
  });

  it.each(OF_A_SCHOOL)('lets nobody at the %s of another school', async (table) => {
    const mine = `school_id <> '${harbour}'`;
    expect(await bench.count(table), 'there is something to be seen').toBeGreaterThan(0);
    expect(await asHarbour(`SELECT * FROM ${table} WHERE ${mine}`)).toEqual([]);
    for (const change of [
      `UPDATE ${table} SET school_id = school_id WHERE ${mine} RETURNING 1 AS one`,
      `DELETE FROM ${table} WHERE ${mine} RETURNING 1 AS one`,
    ]) {
      expect(await asHarbour(change)).toEqual([]);
    }
    const columns = await asHarbour<{ names: string }>(
      `SELECT string_agg(quote_ident(attname), ', ') AS names FROM pg_attribute
        WHERE attrelid = '${table}'::regclass AND attnum > 0 AND NOT attisdropped`,
    );
    const { names } = columns[0]!;
    const row = await bench.sequelize.query<{ row: string }>(
      `SELECT to_jsonb(t)::text AS row FROM ${table} t LIMIT 1`,
      { type: QueryTypes.SELECT },
    );
    await expect(
      inSchool(harbour, () =>
        bench.sequelize.query(
          `INSERT INTO ${table} (${names})
             SELECT ${names} FROM jsonb_populate_record(NULL::${table}, $row::jsonb)`,
          { bind: row[0]! },
        ),
      ),
    ).rejects.toThrow(/row-level security/);
  });

  it('shows nothing to a connection that does not say whose it is', async () => {
    const client = new pg.Client({ connectionString: databaseUrl() });
    await client.connect();
    try {
      const { rows } = await client.query<{ n: number }>('SELECT count(*)::int AS n FROM readings');
      expect(rows[0]!.n).toBe(0);
    } finally {
      await client.end();
    }
  });
});
