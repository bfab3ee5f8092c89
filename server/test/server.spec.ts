import { randomUUID } from 'node:crypto';
import { createConnection } from 'node:net';
import { gunzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { buildApp } from '../src/app.js';
import { databaseUrl, newInvestigation, readingOf, startBench, type Bench } from './harness.js';

let bench: Bench;
beforeAll(async () => {
  bench = await startBench();
});
afterAll(() => bench.app.close());

describe('bodies of the wrong shape', () => {
  const shapes: unknown[] = [
    {},
    { id: 5 },
    { plan: null, design: null },
    { plan: {}, design: {} },
    { design: { core: 7, winding: [], supply: 'x' } },
    { plan: { levels: 'x', groups: [null] } },
    [],
    'text',
    null,
    7,
  ];
  it.each(shapes.map((shape) => [JSON.stringify(shape), shape]))(
    '%s is refused everywhere with a problem, never with a fault of Nab’s own',
    async (text) => {
      const id = randomUUID();
      for (const [method, url] of [
        ['POST', '/api/investigations'],
        ['PUT', `/api/investigations/${id}`],
        ['PUT', `/api/designs/${id}`],
        ['PUT', `/api/readings/${id}`],
        ['PUT', `/api/predictions/${id}`],
      ] as const) {
        const answer = await bench.app.inject({
          method,
          url,
          headers: { 'content-type': 'application/json' },
          payload: text,
        });
        expect(answer.statusCode, `${method} ${url}`).toBe(422);
        expect(answer.json().code).toBe('INVALID_INPUT');
        expect(answer.json().errors.length).toBeGreaterThan(0);
      }
    },
  );
});

describe('the server', () => {
  it('says that it is well', async () => {
    expect((await bench.send('GET', '/api/health')).body).toEqual({ status: 'ok', database: 'ok' });
  });

  it('sends a strict content policy', async () => {
    const { headers } = await bench.app.inject({ url: '/api/health' });
    expect(headers['content-security-policy']).toContain("default-src 'self'");
    expect(headers['content-security-policy']).toContain("script-src 'self' 'wasm-unsafe-eval';");
    expect(headers['x-content-type-options']).toBe('nosniff');
  });

  it('refuses writes from another site', async () => {
    const answer = await bench.app.inject({
      method: 'POST',
      url: '/api/investigations',
      headers: { origin: 'http://elsewhere.example' },
      payload: newInvestigation(),
    });
    expect(answer.statusCode).toBe(403);
    expect(answer.json().code).toBe('FOREIGN_ORIGIN');
  });

  it.each([
    ['broken JSON', '{"id":', 400, 'MALFORMED'],
    ['a body beyond the limit', JSON.stringify({ x: 'y'.repeat(300_000) }), 413, 'TOO_LARGE'],
  ])('answers %s with a problem', async (_what, payload, status, code) => {
    const answer = await bench.app.inject({
      method: 'POST',
      url: '/api/investigations',
      headers: { 'content-type': 'application/json' },
      payload,
    });
    expect(answer.statusCode).toBe(status);
    expect(answer.json().code).toBe(code);
  });

  it('answers unknown addresses with a problem', async () => {
    expect((await bench.send('GET', '/api/nonsense')).body.code).toBe('NOT_FOUND');
    expect((await bench.send('GET', '/api/investigations/not-an-id')).body.code).toBe('NOT_FOUND');
  });

  it.each([
    ['half an escape', '/api/investigations/%E0%A4%A'],
    ['a parameter longer than any id', `/api/investigations/${'x'.repeat(5000)}`],
    ['a whole page of address', `/${'y'.repeat(9000)}`],
  ])('answers %s in the address with a problem', async (_what, url) => {
    const answer = await bench.app.inject({ url });
    expect(answer.statusCode).toBeGreaterThanOrEqual(400);
    expect(answer.statusCode).toBeLessThan(500);
    expect(answer.headers['content-type']).toMatch('application/problem+json');
    expect(answer.json().code).toMatch(/^(MALFORMED|NOT_FOUND)$/);
  });

  const junk: [string, unknown][] = [
    ['NUL in a title', { title: 'a\0b' }],
    ['half a surrogate pair in a name', { groups: [{ id: randomUUID(), name: '\ud83d' }] }],
    ['a level that is nothing', { levels: [null, null] }],
    ['a title of letters beyond the basic plane', { title: '𝒜'.repeat(121) }],
  ];
  it.each(junk)('refuses %s beside its field', async (_what, change) => {
    const wanted = newInvestigation();
    const { status, body } = await bench.send('POST', '/api/investigations', {
      ...wanted,
      plan: { ...wanted.plan, ...(change as object) },
    });
    expect([status, body.code]).toEqual([422, 'INVALID_INPUT']);
  });

  it('refuses a list of more things than there can be, before it looks at each', async () => {
    const wanted = newInvestigation();
    const levels = Array.from({ length: 60_000 }, () => ({}));
    const { status, body } = await bench.send('POST', '/api/investigations', {
      ...wanted,
      plan: { ...wanted.plan, levels },
    });
    expect(status).toBe(422);
    expect(body.errors).toEqual([{ path: 'plan.levels', message: 'At most 200 of them.' }]);
  });

  it('takes the longest title there may be, whatever its letters', async () => {
    const wanted = newInvestigation({ title: '𝒜'.repeat(120) });
    expect((await bench.send('POST', '/api/investigations', wanted)).status).toBe(201);
  });

  it('refuses a version that no column holds', async () => {
    const made = await bench.create();
    const { status } = await bench.send('PUT', `/api/investigations/${made.id}`, {
      version: 2 ** 31,
      actor: 'educator',
      plan: made.plan,
    });
    expect(status).toBe(422);
  });

  it('refuses to solve the field of nothing', async () => {
    for (const body of [undefined, null, {}, []]) {
      const answer = await bench.app.inject({
        method: 'POST',
        url: '/api/fields',
        headers: { 'content-type': 'application/json' },
        payload: JSON.stringify(body) ?? '',
      });
      expect(answer.statusCode).toBeGreaterThanOrEqual(400);
      expect(answer.statusCode).toBeLessThan(500);
    }
  });
});

describe('a full disk', () => {
  const full = (table: string, when: string): string => `
    CREATE FUNCTION no_room_${table}() RETURNS trigger LANGUAGE plpgsql AS
      $$ BEGIN RAISE EXCEPTION 'No space left on device' USING ERRCODE = 'disk_full'; END $$;
    CREATE TRIGGER no_room BEFORE ${when} ON ${table}
      FOR EACH STATEMENT EXECUTE FUNCTION no_room_${table}();`;
  const empty = (table: string): string => `DROP FUNCTION no_room_${table} CASCADE`;

  it('is called by its name, health knows it, and what comes after it is stored', async () => {
    const made = await bench.create();
    const path = `/api/readings/${randomUUID()}`;
    const body = readingOf(made, { note: 'very private words' });
    await bench.sequelize.query(full('readings', 'INSERT') + full('health_pages', 'INSERT'));
    const refused = await bench.send('PUT', path, body);
    expect([refused.status, refused.body.code]).toEqual([507, 'DISK_FULL']);
    expect(refused.body.detail).toMatch(/Nothing was saved/);
    // What health found is told to whoever asks for a second.
    const health = () => bench.send('GET', '/api/health');
    await expect.poll(async () => (await health()).status, { timeout: 5_000 }).toBe(503);
    expect((await health()).body).toEqual({ status: 'unavailable', database: 'full' });
    await bench.sequelize.query(`${empty('readings')}; ${empty('health_pages')}`);
    expect((await bench.send('PUT', path, body)).status).toBe(200);
    await expect.poll(async () => (await health()).status, { timeout: 5_000 }).toBe(200);
  });
});

describe('what is logged', () => {
  it('says what went wrong and where, and nothing that somebody typed', async () => {
    const lines: string[] = [];
    const app = await buildApp({
      sequelize: bench.sequelize,
      databaseUrl: databaseUrl(),
      logger: { level: 'info', stream: { write: (line: string) => lines.push(line) } },
    });
    const made = await bench.create();
    await bench.sequelize.query(`ALTER TABLE readings RENAME TO readings_away`);
    const answer = await app.inject({
      method: 'PUT',
      url: `/api/readings/${randomUUID()}`,
      payload: readingOf(made, { note: 'very private words' }),
    });
    await bench.sequelize.query(`ALTER TABLE readings_away RENAME TO readings`);
    expect(answer.statusCode).toBe(500);
    const log = lines.join('');
    expect(log).toContain('42P01');
    expect(log).toMatch(/readings\/repository/);
    expect(log).not.toContain('very private words');
  });
});

describe('what is no request that can be read', () => {
  let port: number;
  beforeAll(async () => {
    await bench.app.listen({ port: 0, host: '127.0.0.1' });
    ({ port } = bench.app.server.address() as { port: number });
  });

  /** What comes back for these bytes, until the server closes. */
  const answerTo = (bytes: string): Promise<string> =>
    new Promise((resolve, reject) => {
      let said = '';
      const socket = createConnection(port, '127.0.0.1', () => socket.write(bytes));
      socket.setEncoding('utf8').on('data', (text) => (said += String(text)));
      socket.on('end', () => socket.destroy()).on('close', () => resolve(said));
      socket.on('error', reject);
    });

  it.each([
    ['no HTTP at all', 'ABRACADABRA\r\n\r\n', 400, 'MALFORMED'],
    [
      'headers without end',
      `GET /api/health HTTP/1.1\r\nHost: localhost\r\nX: ${'x'.repeat(40_000)}\r\n\r\n`,
      431,
      'HEADERS_TOO_LARGE',
    ],
    [
      'two lengths',
      'POST /api/session HTTP/1.1\r\nHost: localhost\r\nContent-Length: 2\r\nContent-Length: 3\r\n\r\n{}',
      400,
      'MALFORMED',
    ],
  ])(
    '%s: is answered with a problem document, and the connection ends',
    async (_, bytes, status, code) => {
      const [head, body] = (await answerTo(bytes)).split('\r\n\r\n') as [string, string];
      expect(head).toMatch(new RegExp(`^HTTP/1.1 ${status} `));
      expect(head).toMatch(/content-type: application\/problem\+json/i);
      expect(JSON.parse(body)).toMatchObject({ status, code });
    },
  );
});

describe('what a browser has already', () => {
  it('is not sent again until something changes', async () => {
    const made = await bench.create();
    const url = `/api/investigations/${made.id}`;
    const ask = (etag?: string) =>
      bench.app.inject({ url, headers: etag === undefined ? {} : { 'if-none-match': etag } });
    const first = await ask();
    const etag = String(first.headers['etag']);
    expect((await ask(etag)).statusCode).toBe(304);
    const changes: (() => Promise<unknown>)[] = [
      () => bench.send('PUT', `/api/readings/${randomUUID()}`, readingOf(made)),
      () =>
        bench.send('PUT', `/api/investigations/${made.id}`, {
          version: 1,
          actor: 'educator',
          plan: { ...made.plan, title: 'Another title' },
        }),
      () =>
        bench.send('PUT', `/api/designs/${made.design.id}`, {
          version: 1,
          actor: 'educator',
          design: { ...made.design.design, name: 'Another magnet' },
        }),
    ];
    let last = etag;
    for (const change of changes) {
      await change();
      const answer = await ask(last);
      expect(answer.statusCode).toBe(200);
      last = String(answer.headers['etag']);
      expect((await ask(last)).statusCode).toBe(304);
    }
  });

  it('comes compressed where that is understood', async () => {
    const made = await bench.create();
    for (let i = 0; i < 20; i++) {
      await bench.send('PUT', `/api/readings/${randomUUID()}`, readingOf(made));
    }
    const url = `/api/investigations/${made.id}`;
    const plain = await bench.app.inject({ url });
    const small = await bench.app.inject({ url, headers: { 'accept-encoding': 'gzip' } });
    expect(small.headers['content-encoding']).toBe('gzip');
    expect(small.rawPayload.length).toBeLessThan(plain.rawPayload.length / 4);
    expect(JSON.parse(gunzipSync(small.rawPayload).toString()).readings).toHaveLength(20);
  });
});
