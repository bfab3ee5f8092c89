import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { Agent, request } from 'node:http';
import { PassThrough, Readable } from 'node:stream';
import { gunzipSync, gzipSync } from 'node:zlib';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { ArchiveResult } from '@nab/contract/archive';
import { spooled } from '../src/transfer/archive/spool.js';
import { TABLES } from '../src/transfer/archive/tables.js';
import { loadDemo } from '../src/transfer/demo/load.js';
import { readingOf, startBench, type Bench } from './harness.js';

let bench: Bench;
/** Everything there was, as lines: the demo, a lesson with a correction, a vote, a stray and a room. */
let lines: string[];

async function download(): Promise<string[]> {
  const { rawPayload, statusCode, headers } = await bench.app.inject('/api/archive');
  expect([statusCode, headers['content-type']]).toEqual([200, 'application/gzip']);
  return gunzipSync(rawPayload).toString().trimEnd().split('\n');
}

async function upload(file: Buffer) {
  const { statusCode, body } = await bench.app.inject({
    method: 'POST',
    url: '/api/archive',
    headers: { 'content-type': 'application/gzip' },
    payload: file,
  });
  return { status: statusCode, body: JSON.parse(body) };
}

/** A file of these lines with an end that fits them. */
function fileOf(some: readonly string[]): Buffer {
  const text = some.map((line) => `${line}\n`).join('');
  const sha256 = createHash('sha256').update(text).digest('hex');
  return gzipSync(`${text}${JSON.stringify({ rows: {}, sha256 })}\n`);
}

const rowsOf = (table: string): string[] =>
  lines.filter((line) => line.startsWith(`{"table":"${table}"`));
const fault = ({ body }: { body: { errors: unknown[] } }): unknown => body.errors[0];

beforeAll(async () => {
  bench = await startBench();
  await loadDemo(bench.sequelize);
  const lesson = await bench.create();
  const first = randomUUID();
  await bench.send('PUT', `/api/readings/${first}`, readingOf(lesson, { note: 'æ “ø” 🧲' }));
  await bench.send(
    'PUT',
    `/api/readings/${randomUUID()}`,
    readingOf(lesson, { corrects: first, reason: 'slipped', withdrawn: true }),
  );
  const gone = readingOf(lesson, { levelId: randomUUID() });
  const stray = await bench.send('PUT', `/api/readings/${randomUUID()}?of=${lesson.id}`, gone);
  expect(stray.status).toBe(202);
  await bench.send('GET', `/api/investigations/${lesson.id}/room`);
  await bench.sequelize.query(
    `INSERT INTO votes SELECT id, gen_random_uuid(), 0, now() FROM polls LIMIT 1`,
  );
  await bench.sequelize.query(
    `INSERT INTO teachings (investigation_id, held_against, object, method, mean, variance, class_factor, trials)
       SELECT id, 'tip-count', 'clip-small', 'dip', 0.2, 0.01, 2.7, 12 FROM investigations LIMIT 1`,
  );
  lines = await download();
  await bench.app.close();
  bench = await startBench();
});
afterAll(() => bench.app.close());

describe('everything as one file', () => {
  it('has every table, and nothing of pass phrases or sessions', () => {
    expect(JSON.parse(lines[0]!)).toMatchObject({ format: 'nab-everything', version: 1 });
    const end = JSON.parse(lines.at(-1)!) as { rows: Record<string, number> };
    const empty = Object.entries(end.rows).filter(([, count]) => count === 0);
    expect(empty.map(([table]) => table)).toEqual(['shelf_removed', 'kept_apart']);
    expect(lines).toHaveLength(2 + Object.values(end.rows).reduce((p, q) => p + q));
    expect(lines.join()).not.toMatch(/pass_phrase|token_hash/);
  });

  it('leaves nothing where a line is wrong, and says which', async () => {
    const head = lines[0]!;
    const [design] = rowsOf('designs');
    const cases: [Buffer, { path: string; message: string | RegExp }][] = [
      [Buffer.from('no file'), { path: 'file', message: /damaged/ }],
      [gzipSync(`${head}\n`), { path: 'file', message: /not whole/ }],
      [gzipSync(`${head}\n{"table"`), { path: 'file', message: /middle of a line/ }],
      [gzipSync(`${lines.join('\n')}\n`).subarray(0, 900), { path: 'file', message: /damaged/ }],
      [fileOf(['{}']), { path: 'line 1', message: /no file of everything/ }],
      [
        fileOf([head.replace(/"schema":"\d+/, '"schema":"9999')]),
        { path: 'line 1', message: /newer/ },
      ],
      [fileOf([head, 'not JSON']), { path: 'line 2', message: 'Is not JSON.' }],
      [fileOf([head, '{"table":"sessions","row":{}}']), { path: 'line 2', message: /no row of a/ }],
      [
        fileOf([head, design!.replace('"version"', '"edition"')]),
        { path: 'line 2', message: 'There is no “edition” in designs.' },
      ],
      [
        gzipSync(`${lines.join('\n')}\n`.replace('🧲', '🧯')),
        { path: `line ${lines.length}`, message: /not as Nab wrote it/ },
      ],
    ];
    for (const [file, { path, message }] of cases) {
      const answer = await upload(file);
      expect(answer.status, JSON.stringify(answer.body)).toBe(422);
      expect(fault(answer)).toEqual({
        path: typeof path === 'string' ? path : (expect.stringMatching(path) as unknown),
        message: typeof message === 'string' ? message : expect.stringMatching(message),
      });
    }
    for (const table of ['designs', 'classes', 'readings'])
      expect(await bench.count(table)).toBe(0);
  });

  it('puts everything back into an empty Nab, byte for byte', async () => {
    const answer = await upload(gzipSync(`${lines.join('\n')}\n`));
    expect(answer.status, JSON.stringify(answer.body)).toBe(200);
    expect(answer.body.there).toBe(0);
    expect(answer.body.added.readings).toBe(rowsOf('readings').length);
    expect(await download()).toEqual(lines);
  });

  it('adds what is missing and leaves what is there as it stands', async () => {
    const shelf = (await bench.send('GET', '/api/shelf')).body as { id: string }[];
    for (const { id } of shelf) await bench.send('DELETE', `/api/shelf/${id}`);
    const { id } = JSON.parse(rowsOf('designs')[0]!).row as { id: string };
    const { body } = await bench.send('GET', `/api/designs/${id}`);
    const design = { ...body.design, name: 'Changed meanwhile' };
    await bench.send('PUT', `/api/designs/${id}`, {
      version: body.version,
      actor: 'educator',
      design,
    });
    const answer = await upload(gzipSync(`${lines.join('\n')}\n`));
    expect(answer.body).toEqual({
      added: { shelf_items: shelf.length },
      there: lines.length - 2 - shelf.length,
      apart: [],
      renewed: 0,
    });
    expect(await bench.count('shelf_removed')).toBe(0);
    const kept = await bench.send('GET', `/api/designs/${id}`);
    expect(kept.body.design.name).toBe('Changed meanwhile');
    // A reading that comes after it comes last.
    const lesson = await bench.create();
    const last = await bench.send('PUT', `/api/readings/${randomUUID()}`, readingOf(lesson, {}));
    const arrivals = rowsOf('readings').map((line) => JSON.parse(line).row.arrival as number);
    expect(last.body.arrival).toBeGreaterThan(Math.max(...arrivals));
  });
});

describe('rows that an older Nab took and this one does not', () => {
  let fresh: Bench;
  let file: string[];
  /** A lesson of the demo by its parts, as rows. */
  interface Line {
    readonly table: string;
    readonly row: Record<string, unknown>;
  }
  const parsed = (some: readonly string[]): Line[] => some.map((line) => JSON.parse(line) as Line);
  const put = async (some: readonly string[]) => {
    const { statusCode, body } = await fresh.app.inject({
      method: 'POST',
      url: '/api/archive',
      headers: { 'content-type': 'application/gzip' },
      payload: fileOf(some),
    });
    expect(statusCode, body).toBe(200);
    return JSON.parse(body) as ArchiveResult;
  };

  beforeAll(async () => {
    file = await download();
  });
  beforeEach(async () => {
    await fresh?.app.close();
    fresh = await startBench();
  });
  afterAll(async () => {
    await fresh.app.close();
    // The others’ database was emptied.
    bench = await startBench();
  });

  const without = (end: readonly string[]): string[] => end.slice(0, -1);

  it('are kept apart with what belongs to them, named, and carried on', async () => {
    const readings = parsed(file).filter(({ table }) => table === 'readings');
    const correction = readings.find(({ row }) => row['corrects'] !== null)!.row;
    const old = readings.find(({ row }) => row['id'] === correction['corrects'])!.row;
    const [recorded, id] = [String(old['recorded_at']), String(old['id'])];
    const lines = without(file).map((line) =>
      line.includes(`"id": "${id}"`) && line.startsWith('{"table":"readings"')
        ? line.replace(recorded, '10000-01-01T14:59:59+00:00')
        : line,
    );
    expect(lines).not.toEqual(without(file));
    const result = await put(lines);
    expect(result.apart).toEqual([
      { table: 'readings', id, why: expect.stringMatching(/^recordedAt: /) as string },
      {
        table: 'readings',
        id: correction['id'],
        why: `It belongs to ${id}, which does not fit.`,
      },
    ]);
    expect(await fresh.count('readings')).toBe(readings.length - 2);
    expect(await fresh.count('kept_apart')).toBe(2);
    // Once more, nothing comes twice; and the next file of everything has them.
    const again = await put(lines);
    expect(again).toMatchObject({ added: {}, apart: result.apart });
    expect(await fresh.count('kept_apart')).toBe(2);
    const { rawPayload } = await fresh.app.inject('/api/archive');
    const kept = parsed(gunzipSync(rawPayload).toString().trimEnd().split('\n')).filter(
      ({ table }) => table === 'kept_apart',
    );
    expect(
      kept.map(({ row }) => (row['content'] as { recorded_at: string }).recorded_at),
    ).toContain('10000-01-01T14:59:59+00:00');
  });

  it('take the whole of a lesson with them where it hangs on them, and no other', async () => {
    const all = parsed(file.slice(1, -1));
    const lesson = all.filter(({ table }) => table === 'investigations').at(-1)!.row;
    const changed = without(file).map((line) => {
      if (!line.startsWith('{"table":"designs"')) return line;
      const { table, row } = JSON.parse(line) as {
        table: string;
        row: { document: object } & Line['row'];
      };
      if (row['id'] !== lesson['design_id']) return line;
      const wire = { ...(row.document as { wire: object }).wire, size: 'no wire' };
      return JSON.stringify({ table, row: { ...row, document: { ...row.document, wire } } });
    });
    const { apart, added } = await put(changed);
    expect(apart[0]).toMatchObject({ table: 'designs', id: lesson['design_id'] });
    expect(apart[0]!.why).toMatch(/wire/);
    expect(apart).toContainEqual({
      table: 'investigations',
      id: lesson['id'],
      why: `It belongs to ${String(lesson['design_id'])}, which does not fit.`,
    });
    const counted = Object.values(added).reduce((p, q) => p + q, 0);
    expect(counted + apart.length).toBe(all.length);
    expect(added['investigations']).toBe(
      all.filter(({ table }) => table === 'investigations').length - 1,
    );
  });

  it('are told from the others where the database itself refuses them', async () => {
    const all = parsed(file.slice(1, -1));
    const [first] = all.filter(({ table }) => table === 'readings');
    const id = randomUUID();
    const odd = { table: 'readings', row: { ...first!.row, id, level_id: randomUUID() } };
    const { apart } = await put([...without(file), JSON.stringify(odd)]);
    expect(apart).toEqual([
      { table: 'readings', id, why: expect.stringMatching(/readings_level_id_fkey/) as string },
    ]);
    expect(await fresh.count('readings')).toBe(
      all.filter(({ table }) => table === 'readings').length,
    );
  });
});

describe('a file that somebody changed and summed again', () => {
  it('is put back or refused, and never the server’s own fault', async () => {
    const all = lines;
    const odd = ['\u0000', '', 'x'.repeat(200), null, -1, 1e300, [], {}, true, '9999-99-99'];
    const faults: string[] = [];
    let tried = 0;
    for (const table of Object.keys(TABLES)) {
      const at = all.findIndex((line) => line.startsWith(`{"table":"${table}"`));
      if (at < 0) continue;
      const { row } = JSON.parse(all[at]!) as { row: Record<string, unknown> };
      for (const column of Object.keys(row)) {
        const other = odd[(column.length + table.length) % odd.length];
        for (const wrong of ['\u0000', other]) {
          const id = 'id' in row && column !== 'id' ? { id: randomUUID() } : {};
          const line = JSON.stringify({ table, row: { ...row, ...id, [column]: wrong } });
          const { status } = await upload(fileOf([...all.slice(0, -1), line]));
          tried++;
          if (status >= 500) faults.push(`${table}.${column}: ${String(wrong)}`);
        }
      }
    }
    expect(faults).toEqual([]);
    expect(tried).toBeGreaterThan(150);
  }, 240_000);
});

describe('uploads that should not be', () => {
  it('leave the connection to others when they are refused', async () => {
    await bench.app.listen({ port: 0, host: '127.0.0.1' });
    const { port } = bench.app.server.address() as { port: number };
    const agent = new Agent({ keepAlive: true, maxSockets: 1 });
    const ask = (method: string, path: string, body?: Buffer) =>
      new Promise<number>((resolve, reject) => {
        const headers = body && {
          'content-type': 'application/gzip',
          'content-length': body.length,
        };
        const asked = request(
          { port, host: '127.0.0.1', path, method, agent, headers },
          (answer) => {
            answer.resume();
            answer.on('end', () => resolve(answer.statusCode!));
          },
        );
        asked.on('error', reject);
        asked.end(body);
      });
    // Not packed at all: it is refused at its first bytes, with most of it still on its way.
    expect(await ask('POST', '/api/archive', randomBytes(3_000_000))).toBe(422);
    expect(await ask('GET', '/api/health')).toBe(200);
    agent.destroy();
  });

  it('are refused where they unpack to far more than they are', async () => {
    const bomb = gzipSync(Buffer.alloc(60_000_000, 32));
    expect((await upload(bomb)).status).toBe(422);
  });

  it('hold no more than a few rows of many characters at a time', async () => {
    const [design] = rowsOf('designs');
    const name = 'x'.repeat(900_000);
    const many = Array.from({ length: 40 }, () => {
      const { table, row } = JSON.parse(design!) as { table: string; row: { document: object } };
      const document = { ...row.document, name };
      return JSON.stringify({ table, row: { ...row, id: randomUUID(), document } });
    });
    const { status, body } = await upload(fileOf([lines[0]!, ...many]));
    expect(status).toBe(422);
    expect(JSON.stringify(body).length).toBeLessThan(5_000);
  });

  it('are used two at a time, in order, and wait for no bytes that do not come', async () => {
    const stalled = Array.from({ length: 6 }, () => new PassThrough());
    const used = stalled.map((body) => spooled(body, async () => 'done'));
    // A connection that stalls keeps nobody from the work.
    const ends: (() => void)[] = [];
    const begun: number[] = [];
    const busy = [1, 2].map((n) =>
      spooled(Readable.from(['x']), async () => {
        begun.push(n);
        await new Promise<void>((resolve) => ends.push(resolve));
        return n;
      }),
    );
    await expect.poll(() => begun.length).toBe(2);
    // A ninth is told to come back.
    await expect(spooled(new PassThrough(), async () => 'done')).rejects.toMatchObject({
      problem: { code: 'BUSY' },
    });
    for (const body of stalled) body.end('x');
    const answered = await Promise.race([used[0], Promise.resolve('waits')]);
    expect(answered).toBe('waits');
    for (const end of ends) end();
    expect(await Promise.all(busy)).toEqual([1, 2]);
    expect(await Promise.all(used)).toEqual(stalled.map(() => 'done'));
    await expect(spooled(Readable.from(['12345']), async () => 'done', 4)).rejects.toMatchObject({
      problem: { code: 'TOO_LARGE' },
    });
  });
});
