import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Investigation, Role } from '@nab/contract/lesson';
import { buildApp } from '../src/app.js';
import { connect, defineModels } from '../src/platform/database/index.js';
import { forgetPassPhrase, setFirstPassPhrase } from '../src/access/roles/index.js';
import {
  databaseUrl,
  cookieOf,
  newInvestigation,
  readingOf,
  startBench,
  type Answer,
  type Bench,
} from './harness.js';

const PHRASE = 'tidepool at low water';
const SET_UP = '731942';

let bench: Bench;
let educator: string;
let lesson: Investigation;
let code: string;

const signIn = (passPhrase: string, ip = '10.0.0.9'): Promise<Answer> =>
  bench.app
    .inject({
      method: 'POST',
      url: '/api/session',
      payload: { passPhrase },
      remoteAddress: ip,
    })
    .then((answer) => ({
      status: answer.statusCode,
      body: answer.json() as unknown,
      text: answer.body,
      headers: answer.headers,
    }));
const join = (groupId: string | null): Promise<Answer> =>
  bench.send('POST', '/api/join', { code, groupId });
const make = async (): Promise<Investigation> =>
  (await bench.sendAs(educator, 'POST', '/api/investigations', newInvestigation())).body;
const codeOf = async (id: string): Promise<string> =>
  (await bench.sendAs(educator, 'GET', `/api/investigations/${id}/room`)).body.code;

/** Whether somebody is told what changes; an answer that would not end is cut off. */
async function hears(cookie: string | null, url: string): Promise<boolean> {
  const answer = await bench.app.inject({
    url,
    headers: { ...(cookie !== null && { cookie }) },
    payloadAsStream: true,
  });
  answer.raw.res.destroy();
  return answer.statusCode === 200;
}

beforeAll(async () => {
  bench = await startBench({ setting: 'classroom', setUpCode: SET_UP, hosts: ['nab.school'] });
  await setFirstPassPhrase(PHRASE);
  educator = cookieOf(await signIn(PHRASE));
  lesson = await make();
  code = await codeOf(lesson.id);
});
afterAll(() => bench.app.close());

describe('docs/roles.md', () => {
  const table = readFileSync(new URL('../../docs/roles.md', import.meta.url), 'utf8');
  const rows = [
    ...table.matchAll(/^\| `([A-Z]+) (\S+)` \| (yes|no) \| (yes|no) \| (yes|no) \| (yes|no) \|$/gm),
  ].map(([, method, path, ...may]) => ({
    method: method as 'GET' | 'PUT' | 'POST' | 'DELETE',
    path: path!,
    may: Object.fromEntries(
      (['educator', 'group', 'board', 'nobody'] as const).map((role, i) => [
        role,
        may[i] === 'yes',
      ]),
    ) as Record<Role, boolean>,
  }));

  it('has every route of the server, and none that is not', async () => {
    const { paths } = (await bench.send('GET', '/api/openapi.json')).body as {
      paths: Record<string, Record<string, unknown>>;
    };
    const real = Object.entries(paths).flatMap(([path, methods]) =>
      Object.keys(methods).map(
        (method) =>
          `${method.toUpperCase()} ${path.replace(/\/$/, '').replace(/\{(\w+)\}/g, ':$1')}`,
      ),
    );
    const listed = rows.map(({ method, path }) => `${method} ${path}`);
    expect(listed.sort()).toEqual([...real, 'GET /api/openapi.json'].sort());
  });

  it.each(rows)('$method $path is answered as it says', async ({ method, path, may }) => {
    const own = await make();
    const ownCode = await codeOf(own.id);
    const joinAs = async (groupId: string | null): Promise<string> =>
      cookieOf(await bench.send('POST', '/api/join', { code: ownCode, groupId }));
    const cookies: Record<Role, string | null> = {
      educator: cookieOf(await signIn(PHRASE)),
      group: await joinAs(own.plan.groups[0]!.id),
      board: await joinAs(null),
      nobody: null,
    };
    const url = path.replace('/investigations/:id', `/investigations/${own.id}`);
    for (const role of ['nobody', 'board', 'group', 'educator'] as const) {
      const to = url.replace(/:\w+/g, () => randomUUID());
      if (to.endsWith('/events')) {
        expect(await hears(cookies[role], to), role).toBe(may[role]);
        continue;
      }
      const answer = await bench.sendAs(
        cookies[role],
        method,
        to,
        method === 'GET' || method === 'DELETE' ? undefined : {},
      );
      const refused = ['SIGN_IN', 'NOT_ALLOWED'].includes(answer.body?.code);
      expect(refused, `${role}: ${answer.status} ${answer.text}`).toBe(!may[role]);
    }
  });
});

describe('a group’s tablet', () => {
  it('writes for its own group, as a group, in its own lesson, and nowhere else', async () => {
    const [mine, other] = lesson.plan.groups;
    const cookie = cookieOf(await join(mine!.id));
    const put = (change: object, id = randomUUID()): Promise<Answer> =>
      bench.sendAs(cookie, 'PUT', `/api/readings/${id}`, { ...readingOf(lesson), ...change });
    const id = randomUUID();
    expect((await put({ groupId: mine!.id }, id)).status).toBe(200);
    expect((await put({ groupId: other!.id })).body.code).toBe('NOT_ALLOWED');
    expect((await put({ groupId: mine!.id, actor: 'educator' })).body.code).toBe('NOT_ALLOWED');
    const elsewhere = await make();
    expect((await bench.sendAs(cookie, 'GET', `/api/investigations/${elsewhere.id}`)).status).toBe(
      403,
    );
    const theirs = { ...readingOf(elsewhere), groupId: mine!.id };
    expect((await put(theirs)).status).not.toBe(200);

    const othersId = randomUUID();
    const fromOther = { ...readingOf(lesson), groupId: other!.id };
    await bench.sendAs(educator, 'PUT', `/api/readings/${othersId}`, fromOther);
    const taken = { groupId: mine!.id, corrects: othersId, reason: 'ours', withdrawn: true };
    expect((await put(taken)).body.code).toBe('NOT_FOUND');
  });

  it('cannot join for a group that has one, until the educator lets that one go', async () => {
    const own = await make();
    code = await codeOf(own.id);
    const group = own.plan.groups[1]!;
    const first = cookieOf(await join(group.id));
    expect((await join(group.id)).body.code).toBe('GROUP_TAKEN');
    const { body: offer } = await bench.send('POST', '/api/join/offer', { code });
    expect(offer.groups.filter((one: { taken: boolean }) => one.taken)).toEqual([
      { ...group, taken: true },
    ]);
    const path = `/api/investigations/${own.id}/room/tablets/${group.id}`;
    expect((await bench.sendAs(educator, 'DELETE', path)).body.tablets).toEqual([]);
    expect((await bench.sendAs(first, 'GET', `/api/investigations/${own.id}`)).status).toBe(401);
    expect((await join(group.id)).status).toBe(200);
  });

  it('joins for one group only, though two ask at once', async () => {
    const own = await make();
    code = await codeOf(own.id);
    const answers = await Promise.all([0, 1, 2, 3].map(() => join(own.plan.groups[0]!.id)));
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409, 409, 409]);
  });

  it('gets in with the new code and not with the old one', async () => {
    const own = await make();
    code = await codeOf(own.id);
    const inside = cookieOf(await join(own.plan.groups[0]!.id));
    const path = `/api/investigations/${own.id}/room/code`;
    const { body: room } = await bench.sendAs(educator, 'POST', path);
    expect(room.code).not.toBe(code);
    expect((await join(own.plan.groups[1]!.id)).body.code).toBe('WRONG_CODE');
    expect((await bench.sendAs(inside, 'GET', `/api/investigations/${own.id}`)).status).toBe(200);
    code = `${room.code.slice(0, 3).toLowerCase()} ${room.code.slice(3)}`;
    expect((await join(own.plan.groups[1]!.id)).status).toBe(200);
  });

  it('votes once, with whatever cookies beside its own', async () => {
    const own = await make();
    code = await codeOf(own.id);
    const tablet = cookieOf(await join(own.plan.groups[0]!.id));
    const poll = randomUUID();
    await bench.sendAs(educator, 'PUT', `/api/polls/${poll}`, {
      levelId: own.plan.levels[0]!.id,
      seriesId: null,
      question: 'Will it hold?',
      choices: [
        { value: 1, name: 'It will' },
        { value: 0, name: 'It will not' },
      ],
      hands: [0, 0],
      openedAt: '2026-11-26T09:00:00.000Z',
      closedAt: null,
      actor: 'educator',
    });
    let said = null;
    for (let i = 0; i < 40; i++) {
      const cookie = `${tablet}; nab-voter=${randomUUID()}.${i}`;
      said = await bench.sendAs(cookie, 'PUT', `/api/polls/${poll}/vote`, { choice: i % 2 });
    }
    expect(said!.body.telephones).toEqual([1, 0]);
  });

  it('cannot join once the lesson is over, or the code a day old; looked at, there is another', async () => {
    const own = await make();
    code = await codeOf(own.id);
    const room = `/api/investigations/${own.id}/room`;
    const said = { paused: false, message: '', ended: true, begun: true, ranked: false };
    expect((await bench.sendAs(educator, 'PUT', room, said)).body.code).toBeNull();
    expect((await join(null)).body.code).toBe('WRONG_CODE');
    const undone = await bench.sendAs(educator, 'PUT', room, { ...said, ended: false });
    expect(undone.body.code).toBe(code);
    const board = cookieOf(await join(null));
    await bench.sequelize.query(
      "UPDATE rooms SET code_until = now() - interval '1 s' WHERE investigation_id = $id",
      { bind: { id: own.id } },
    );
    expect((await join(null)).body.code).toBe('WRONG_CODE');
    const { body: seen } = await bench.sendAs(board, 'GET', room);
    expect(seen.code).not.toBe(code);
    code = seen.code;
    expect((await join(null)).status).toBe(200);
  });

  it('asks an educator who is signed in on the same device before signing them out', async () => {
    const own = await make();
    code = await codeOf(own.id);
    const groupId = own.plan.groups[0]!.id;
    const here = cookieOf(await signIn(PHRASE));
    const asked = await bench.sendAs(here, 'POST', '/api/join', { code, groupId });
    expect([asked.status, asked.body.code]).toEqual([409, 'EDUCATOR_HERE']);
    expect((await bench.sendAs(here, 'GET', '/api/session')).body.role).toBe('educator');
    const agreed = await bench.sendAs(here, 'POST', '/api/join', { code, groupId, signOut: true });
    expect(agreed.body.role).toBe('group');
    expect((await bench.sendAs(here, 'GET', '/api/session')).body.role).toBe('nobody');
  });

  it('says where it is, and the educator and the board see it', async () => {
    const own = await make();
    code = await codeOf(own.id);
    const group = own.plan.groups[0]!.id;
    const [tablet, board] = [cookieOf(await join(group)), cookieOf(await join(null))];
    const at = { levelId: own.plan.levels[0]!.id, seriesId: null, stage: 'on' };
    const room = `/api/investigations/${own.id}/room`;
    expect((await bench.sendAs(tablet, 'PUT', `${room}/spot`, at)).status).toBe(204);
    for (const cookie of [educator, board]) {
      const { body } = await bench.sendAs(cookie, 'GET', room);
      expect(body.tablets).toMatchObject([{ groupId: group, at }]);
    }
    const { body: seen } = await bench.sendAs(tablet, 'GET', room);
    expect(seen).toMatchObject({ code: null, tablets: [] });
    const said = {
      paused: true,
      message: 'Switch off, please',
      ended: false,
      begun: true,
      ranked: false,
    };
    const { body: begun } = await bench.sendAs(educator, 'PUT', room, said);
    expect((await bench.sendAs(tablet, 'GET', room)).body).toMatchObject(said);
    // Said once more, it began when it began; taken back, it has not.
    const { body: again } = await bench.sendAs(educator, 'PUT', room, { ...said, paused: false });
    expect(again.begunAt).toBe(begun.begunAt);
    const { body: never } = await bench.sendAs(educator, 'PUT', room, { ...said, begun: false });
    expect(never.begunAt).toBeNull();
  });
});

describe('the pass phrase', () => {
  // Waits are counted from the clock: it stands still, however slow this machine is.
  beforeEach(() => vi.useFakeTimers({ toFake: ['Date'] }));
  afterEach(() => vi.useRealTimers());

  it('is kept as an Argon2id hash and as nothing else', async () => {
    const [rows] = await bench.sequelize.query('SELECT pass_phrase FROM schools');
    expect((rows[0] as { pass_phrase: string }).pass_phrase).toMatch(/^\$argon2id\$v=19\$m=19456/);
  });

  it('begins a session that no script sees and no other site can use', async () => {
    const { headers } = await signIn(PHRASE);
    expect(headers['set-cookie']).toMatch(/HttpOnly; SameSite=Strict/);
    const [rows] = await bench.sequelize.query('SELECT token_hash FROM sessions');
    const token = String(headers['set-cookie']).split(/[=;]/)[1]!;
    expect(JSON.stringify(rows)).not.toContain(token);
  });

  it('slows whoever guesses, from that address only, and the right one waits as well', async () => {
    const ip = '10.0.0.66';
    const codes: string[] = [];
    for (let i = 0; i < 6; i++) codes.push((await signIn(`guess number ${i}`, ip)).body.code);
    expect(codes.slice(0, 5)).toEqual(Array.from({ length: 5 }, () => 'WRONG_PHRASE'));
    expect(codes[5]).toBe('TOO_MANY');
    const refused = await signIn(PHRASE, ip);
    expect([refused.status, Number(refused.headers['retry-after'])]).toEqual([429, 2]);
    expect((await signIn(PHRASE, '10.0.0.67')).status).toBe(200);
  });

  it('is guessed no quicker by whoever knows a code that is right', async () => {
    const own = await make();
    const right = await codeOf(own.id);
    const offer = async (typed: string): Promise<string> => {
      const answer = await bench.app.inject({
        method: 'POST',
        url: '/api/join/offer',
        payload: { code: typed },
        remoteAddress: '10.0.0.90',
      });
      return answer.statusCode === 200 ? 'right' : (answer.json() as { code: string }).code;
    };
    const letters = 'ABCDEFGHJK';
    const codes: string[] = [];
    for (let i = 0; i < 30; i++) {
      codes.push(
        await offer(`ZZZZ${letters[Math.floor(i / 10)]}${letters[i % 10]}`),
        await offer(right),
      );
    }
    // Five are looked at, then one after 2 s, 4 s, and so on.
    expect(codes.filter((one) => one === 'WRONG_CODE')).toHaveLength(5);
    expect(codes.at(-1)).toBe('TOO_MANY');
  });

  it('is guessed no quicker from many addresses, and nobody else is kept out', async () => {
    const guess = async (ip: string, i: number): Promise<string> =>
      (await signIn(`guess number ${i}`, ip)).body.code;
    const addresses = Array.from({ length: 60 }, (_, i) => `10.7.0.${i}`);
    const first = await Promise.all(addresses.map(guess));
    expect(first.filter((one) => one === 'WRONG_PHRASE').length).toBeGreaterThan(40);
    const second = await Promise.all(addresses.map(guess));
    expect(second.every((one) => one === 'TOO_MANY')).toBe(true);
    // Of IPv6 a machine takes as many addresses as it likes.
    const six = await Promise.all(
      addresses.map((_, i) => guess(`2001:db8:1:2::${i.toString(16)}`, i)),
    );
    expect(six.filter((one) => one === 'WRONG_PHRASE').length).toBeLessThanOrEqual(1);
    expect((await signIn(PHRASE, '10.0.0.91')).status).toBe(200);
    await bench.sequelize.query('DELETE FROM failed_tries');
  });

  it('is changed by whoever is signed in, whatever others type at the same address', async () => {
    const ip = '10.0.0.92';
    for (let i = 0; i < 7; i++) await signIn(`guess number ${i}`, ip);
    expect((await signIn(PHRASE, ip)).body.code).toBe('TOO_MANY');
    const answer = await bench.app.inject({
      method: 'PUT',
      url: '/api/pass-phrase',
      payload: { passPhrase: PHRASE, setUp: null, current: PHRASE },
      remoteAddress: ip,
      headers: { cookie: educator, 'sec-fetch-site': 'same-origin' },
    });
    expect(answer.statusCode).toBe(200);
    educator = String(answer.headers['set-cookie']).split(';')[0]!;
  });

  it('believes no address that a client makes up for itself', async () => {
    const guess = async (i: number): Promise<string> => {
      const answer = await bench.app.inject({
        method: 'POST',
        url: '/api/session',
        payload: { passPhrase: `guess number ${i}` },
        remoteAddress: '10.0.0.71',
        headers: { 'x-forwarded-for': `203.0.113.${i}` },
      });
      return (answer.json() as { code: string }).code;
    };
    const codes: string[] = [];
    for (let i = 0; i < 6; i++) codes.push(await guess(i));
    expect(codes[5]).toBe('TOO_MANY');
  });

  it('believes a named proxy, and of what it passes on only the last that it did not name', async () => {
    const app = await buildApp({
      // It ends with the application.
      sequelize: connect(databaseUrl()),
      databaseUrl: databaseUrl(),
      setting: 'classroom',
      proxies: ['10.9.9.9', '192.168.7.0/24'],
    });
    const guess = async (i: number, forwarded: string, from = '10.9.9.9'): Promise<string> => {
      const answer = await app.inject({
        method: 'POST',
        url: '/api/session',
        payload: { passPhrase: `guess number ${i}` },
        remoteAddress: from,
        headers: { 'x-forwarded-for': forwarded },
      });
      return (answer.json() as { code: string }).code;
    };
    // Made up at the front of the list, by one client behind two proxies: it is slowed.
    const codes: string[] = [];
    for (let i = 0; i < 6; i++) {
      codes.push(await guess(i, `203.0.113.${i}, 10.0.0.72, 192.168.7.3`));
    }
    expect(codes[5]).toBe('TOO_MANY');
    // What came to the proxy over HTTPS comes from a page over HTTPS.
    const from = async (origin: string): Promise<string> => {
      const answer = await app.inject({
        method: 'POST',
        url: '/api/session',
        payload: { passPhrase: 'a guess' },
        remoteAddress: '10.9.9.9',
        headers: {
          host: 'localhost',
          origin,
          'x-forwarded-for': '10.0.0.74',
          'x-forwarded-proto': 'https',
        },
      });
      return (answer.json() as { code: string }).code;
    };
    expect(await from('http://localhost')).toBe('FOREIGN_ORIGIN');
    expect(await from('https://localhost')).toBe('WRONG_PHRASE');
    // Another client of the same proxy is not slowed.
    expect(await guess(7, '10.0.0.73')).toBe('WRONG_PHRASE');
    await app.close();
    // Models belong to whoever connected last.
    defineModels(bench.sequelize);
  });

  it('waits twice as long after each further failure', async () => {
    const ip = '10.0.0.68';
    await bench.sequelize.query(
      `INSERT INTO failed_tries VALUES ('phrase-failures:${ip}', 9, ${Date.now() + 3600_000})`,
    );
    await signIn('guess', ip);
    expect((await signIn('guess', ip)).headers['retry-after']).toBe('64');
  });

  it('is changed by whoever knows it, and ends the sessions of all others', async () => {
    const [mine, other] = [cookieOf(await signIn(PHRASE)), cookieOf(await signIn(PHRASE))];
    const change = (current: string): Promise<Answer> =>
      bench.sendAs(mine, 'PUT', '/api/pass-phrase', {
        passPhrase: 'the new words of the club',
        setUp: null,
        current,
      });
    expect((await change('not it')).body.code).toBe('WRONG_PHRASE');
    educator = cookieOf(await change(PHRASE));
    for (const former of [other, mine]) {
      expect((await bench.sendAs(former, 'GET', '/api/investigations')).status).toBe(401);
    }
    expect((await bench.sendAs(educator, 'GET', '/api/investigations')).status).toBe(200);
    expect((await signIn(PHRASE, '10.0.1.1')).status).toBe(403);
  });

  it('is set for the first time with the code that the start printed, and with no other', async () => {
    await forgetPassPhrase();
    expect((await bench.send('GET', '/api/investigations')).body.code).toBe('SIGN_IN');
    const set = (setUp: string, passPhrase = PHRASE): Promise<Answer> =>
      bench.send('PUT', '/api/pass-phrase', { passPhrase, setUp, current: null });
    expect((await set('000000')).body.code).toBe('WRONG_PHRASE');
    expect((await set(SET_UP, 'too short')).body.errors).toHaveLength(1);
    educator = cookieOf(await set(SET_UP));
    expect((await bench.sendAs(educator, 'GET', '/api/investigations')).status).toBe(200);
    expect((await set(SET_UP, 'somebody else’s words')).body.code).toBe('WRONG_PHRASE');
  });
});

describe('a request with a cookie', () => {
  it('that changes something must come from a page of this address', async () => {
    const send = (headers: object) =>
      bench.app.inject({
        method: 'POST',
        url: '/api/investigations',
        headers: { cookie: educator, ...headers },
        payload: newInvestigation(),
      });
    expect((await send({})).json().code).toBe('FOREIGN_ORIGIN');
    expect((await send({ 'sec-fetch-site': 'cross-site' })).json().code).toBe('FOREIGN_ORIGIN');
    expect((await send({ origin: 'http://elsewhere.example' })).statusCode).toBe(403);
    expect((await send({ origin: 'http://localhost', host: 'localhost' })).statusCode).toBe(201);
  });

  it('of a session that has ended is nobody’s', async () => {
    const cookie = cookieOf(await signIn(PHRASE));
    await bench.sendAs(cookie, 'DELETE', '/api/session');
    expect((await bench.sendAs(cookie, 'GET', '/api/session')).body.role).toBe('nobody');
    const late = cookieOf(await signIn(PHRASE));
    await bench.sequelize.query(`UPDATE sessions SET expires_at = now() - interval '1 s'`);
    expect((await bench.sendAs(late, 'GET', '/api/session')).body.role).toBe('nobody');
    educator = cookieOf(await signIn(PHRASE));
  });
});

describe('names and numbers', () => {
  it.each([
    ['nab.school', 200],
    ['localhost', 200],
    ['127.0.0.1:4170', 200],
    ['[::1]:4170', 200],
    ['evil.example', 421],
    ['127.0.0.1.evil.example', 421],
  ])('the name %s is answered with %i', async (host, status) => {
    const answer = await bench.app.inject({ url: '/api/health', headers: { host } });
    expect(answer.statusCode).toBe(status);
  });

  it('slows a tablet that asks without end, and no other', async () => {
    const own = await make();
    code = await codeOf(own.id);
    const [mad, calm] = [
      cookieOf(await join(own.plan.groups[0]!.id)),
      cookieOf(await join(own.plan.groups[1]!.id)),
    ];
    const ask = (cookie: string) => bench.sendAs(cookie, 'GET', '/api/session');
    const answers = await Promise.all(Array.from({ length: 200 }, () => ask(mad)));
    const slowed = answers.filter(({ status }) => status === 429);
    expect(slowed.length).toBeGreaterThan(40);
    expect(Number(slowed[0]!.headers['retry-after'])).toBeGreaterThan(0);
    expect((await ask(calm)).status).toBe(200);
  });
});

describe('alone on one machine', () => {
  it('nobody is asked for anything, and everybody is the educator', async () => {
    await bench.app.close();
    bench = await startBench();
    expect((await bench.send('GET', '/api/session')).body).toMatchObject({
      setting: 'alone',
      role: 'educator',
    });
    expect((await bench.send('GET', '/api/investigations')).status).toBe(200);
    const answer = await bench.app.inject({ url: '/api/health', headers: { host: 'nab.school' } });
    expect(answer.statusCode).toBe(421);
  });
});
