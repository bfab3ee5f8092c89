import { randomUUID } from 'node:crypto';
import {
  favourite,
  pollAt,
  votesOf,
  type Investigation,
  type PollBody,
} from '@nab/contract/lesson';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { cookieOf, startBench, type Answer, type Bench } from './harness.js';

let bench: Bench;
let made: Investigation;
beforeAll(async () => {
  bench = await startBench();
  made = await bench.create();
});
afterAll(() => bench.app.close());

const named = (...values: number[]) => values.map((value) => ({ value, name: `${value} of it` }));
const bodyOf = (change: Partial<PollBody> = {}): PollBody => ({
  levelId: made.plan.levels[0]!.id,
  seriesId: null,
  question: 'Will it hold?',
  choices: named(1, 0),
  hands: [0, 0],
  openedAt: '2026-11-26T09:00:00.000Z',
  closedAt: null,
  actor: 'educator',
  ...change,
});
const put = (id: string, change: Partial<PollBody> = {}) =>
  bench.send('PUT', `/api/polls/${id}`, bodyOf(change));
/** Telephones in the room, each at an address of its own. */
let telephones = 0;
const newTelephone = (): string => `10.1.${telephones >> 8}.${telephones++ & 255}`;
const vote = async (id: string, ip: string, choice: unknown, cookie = ''): Promise<Answer> => {
  const answer = await bench.app.inject({
    method: 'PUT',
    url: `/api/polls/${id}/vote`,
    remoteAddress: ip,
    headers: { cookie, 'sec-fetch-site': 'same-origin' },
    payload: { choice },
  });
  const { statusCode: status, headers, body: text } = answer;
  return { status, headers, text, body: answer.json() };
};

describe('a vote of an audience', () => {
  it('counts raised hands and one vote a telephone, the last that it gave', async () => {
    const id = randomUUID();
    await put(id);
    const first = newTelephone();
    const token = cookieOf(await vote(id, first, 1));
    await vote(id, newTelephone(), 1);
    await vote(id, first, 1, token);
    const { body } = await vote(id, first, 0, token);
    expect(body.telephones).toEqual([1, 1]);
    const counted = await put(id, { hands: [12, 30] });
    expect(votesOf(counted.body)).toEqual([13, 31]);
    expect(favourite(counted.body)).toBe(0);
    expect((await bench.send('GET', `/api/polls/${id}`)).body).toEqual(counted.body);
  });

  it('has one voice a device, whatever names it takes', async () => {
    const id = randomUUID();
    await put(id);
    const ip = newTelephone();
    const answers = await Promise.all(
      Array.from({ length: 40 }, (_, i) =>
        vote(id, ip, 1, i % 2 ? `nab-voter=${randomUUID()}.x` : ''),
      ),
    );
    const codes = answers.filter(({ status }) => status !== 200).map(({ body }) => body.code);
    // A browser that forgets is given another token, a few times.
    expect(codes).toEqual(Array.from({ length: 37 }, () => 'NO_MORE_VOTES'));
    const { body } = await bench.send('GET', `/api/polls/${id}`);
    expect(body.telephones).toEqual([3, 0]);
    // Its token lets it change its mind all the same.
    const mine = cookieOf(answers.find(({ status }) => status === 200)!);
    expect((await vote(id, ip, 0, mine)).body.telephones).toEqual([2, 1]);
  });

  it('of choices that are none is refused', async () => {
    for (const choices of [[null], [null, null], ['x', 1]]) {
      const { status } = await put(randomUUID(), { choices: choices as never });
      expect(status).toBe(422);
    }
  });

  it('stands once it is closed: no vote, no other hands, not open again', async () => {
    const id = randomUUID();
    await put(id, { hands: [3, 4] });
    const shut = { hands: [3, 4], closedAt: '2026-11-26T09:05:00.000Z' };
    expect((await put(id, shut)).status).toBe(200);
    // Sent twice is not changed.
    expect((await put(id, shut)).status).toBe(200);
    for (const answer of [
      await vote(id, newTelephone(), 1),
      await put(id, { ...shut, hands: [9, 4] }),
      await put(id, { hands: [3, 4] }),
    ]) {
      expect(answer.status).toBe(409);
      expect(answer.body.code).toBe('VOTE_CLOSED');
    }
    expect((await bench.send('GET', `/api/polls/${id}`)).body).toMatchObject(shut);
  });

  it('closes for everyone at once, whoever is voting', async () => {
    const id = randomUUID();
    await put(id);
    const answers = await Promise.all([
      ...Array.from({ length: 12 }, () => vote(id, newTelephone(), 1)),
      put(id, { closedAt: '2026-11-26T09:05:00.000Z' }),
      ...Array.from({ length: 12 }, () => vote(id, newTelephone(), 1)),
    ]);
    const taken = answers.filter(({ status }) => status === 200).length - 1;
    const { body } = await bench.send('GET', `/api/polls/${id}`);
    expect(body.telephones).toEqual([taken, 0]);
    expect(answers.every(({ status }) => status === 200 || status === 409)).toBe(true);
  });

  it('is refused for what cannot be chosen, and for levels that are not there', async () => {
    const id = randomUUID();
    await put(id, { choices: named(0, 1, 2, 3), hands: [0, 0, 0, 0] });
    for (const choice of [4, -1, 1.5, 'two', null]) {
      const answer = await vote(id, newTelephone(), choice);
      expect(answer.status).toBe(422);
      expect(answer.body.errors[0].path).toBe('choice');
    }
    expect((await vote(randomUUID(), newTelephone(), 1)).status).toBe(404);
    expect((await put(randomUUID(), { levelId: randomUUID() })).status).toBe(404);
    expect((await put(randomUUID(), { seriesId: randomUUID() })).status).toBe(404);
    for (const change of [
      { choices: named(1), hands: [0] },
      { choices: named(1, 1) },
      { choices: [{ value: 1, name: ' ' }, ...named(0)] },
      { question: '' },
      { hands: [1] },
      { choices: named(1, 0, 2) },
    ]) {
      expect((await put(randomUUID(), change)).status).toBe(422);
    }
    const other = await put(id);
    expect(other.body.code).toBe('ID_TAKEN');
  });

  it('comes with its investigation, the last opened in force', async () => {
    const mine = await bench.create();
    const [levelId] = mine.plan.levels.map((level) => level.id);
    const [older, newer] = [randomUUID(), randomUUID()];
    await put(newer, { levelId: levelId!, openedAt: '2026-11-26T10:00:00.000Z' });
    await put(older, { levelId: levelId!, openedAt: '2026-11-26T09:00:00.000Z' });
    const { body } = await bench.send('GET', `/api/investigations/${mine.id}`);
    const { polls } = body as Investigation;
    expect(polls.map(({ id }) => id)).toEqual([older, newer]);
    expect(pollAt(polls, { levelId: levelId!, seriesId: null })?.id).toBe(newer);
    expect(pollAt(polls, { levelId: mine.plan.levels[1]!.id, seriesId: null })).toBeNull();
    expect(favourite(polls[0]!)).toBeNull();
  });
});
