// A Nab over HTTP that is attacked: who asks it, and a lesson whose parts are known.
import { newDesign } from '@nab/contract/experiments';
import {
  sentOf,
  type Investigation,
  type NewInvestigation,
  type ReadingBody,
} from '@nab/contract/lesson';
import { examplePlan, examplePrediction, exampleReading } from '@nab/contract/testing';
import { randomInt, randomUUID } from 'node:crypto';

export const WHO = ['educator', 'group', 'board', 'nobody', 'alone'] as const;
export type Who = (typeof WHO)[number];

/** A server gives an answer within this, or it counts as none, ms. */
const PATIENCE_MS = 30_000;

export interface Answered {
  /** 0 where there was no answer. */
  readonly status: number;
  readonly type: string;
  readonly body: string;
  readonly cookie: string | null;
}

/** The first part of the cookie that an answer sets. */
const cookieOf = (answer: Response): string | null =>
  answer.headers.getSetCookie()[0]?.split(';')[0] ?? null;

/** One of tens of thousands of devices. */
const anyClient = (): string => `10.${randomInt(256)}.${randomInt(256)}.${randomInt(1, 255)}`;

export class Target {
  private readonly cookies = new Map<Who, string | null>();
  /** An educator’s session that nobody attacks with. */
  private keeper: string | null = null;

  constructor(
    readonly address: string,
    private readonly passPhrase: string | null,
  ) {}

  async ask(
    cookie: string | null,
    method: string,
    url: string,
    payload: string | null = null,
    type: string | null = 'application/json',
  ): Promise<Answered> {
    try {
      const answer = await fetch(this.address + url, {
        method,
        headers: {
          'x-forwarded-for': anyClient(),
          ...(cookie !== null && { cookie }),
          'sec-fetch-site': 'same-origin',
          ...(payload !== null && type !== null && type !== '' && { 'content-type': type }),
        },
        ...(payload !== null && { body: payload }),
        signal: AbortSignal.timeout(PATIENCE_MS),
      });
      return {
        status: answer.status,
        type: answer.headers.get('content-type') ?? '',
        body: await answer.text(),
        cookie: cookieOf(answer),
      };
    } catch (error) {
      return { status: 0, type: '', body: String((error as Error).cause ?? error), cookie: null };
    }
  }

  /** As the educator who looks after it. @throws where it is refused. */
  async send<T>(method: string, url: string, body?: unknown): Promise<T> {
    if (this.passPhrase !== null) this.keeper ??= await this.signIn();
    const payload = body === undefined ? null : JSON.stringify(body);
    const answer = await this.ask(this.keeper, method, url, payload);
    if (answer.status >= 300) throw new Error(`${method} ${url}: ${answer.status} ${answer.body}`);
    return JSON.parse(answer.body || 'null') as T;
  }

  make(): Promise<Investigation> {
    const ids = new Map<number, string>();
    const idOf = (n: number): string => {
      if (!ids.has(n)) ids.set(n, randomUUID());
      return ids.get(n)!;
    };
    const wanted: NewInvestigation = {
      id: randomUUID(),
      design: newDesign(),
      plan: examplePlan(idOf),
      actor: 'educator',
    };
    return this.send('POST', '/api/investigations', wanted);
  }

  cookie(who: Who): string | null {
    return this.cookies.get(who) ?? null;
  }

  /** Signs in, or joins a lesson, unless the session is still valid. */
  async renew(who: Who, lesson: Investigation): Promise<void> {
    if (this.passPhrase === null || who === 'alone' || who === 'nobody') return;
    const stands = await this.ask(this.cookie(who), 'GET', '/api/session');
    if ((JSON.parse(stands.body) as { role?: string }).role === who) return;
    const cookie = await (who === 'educator' ? this.signIn() : this.join(lesson, who === 'group'));
    this.cookies.set(who, cookie);
  }

  private async signIn(): Promise<string | null> {
    const body = JSON.stringify({ passPhrase: this.passPhrase });
    const answer = await this.ask(null, 'POST', '/api/session', body);
    if (answer.status >= 300) throw new Error(`signing in: ${answer.status} ${answer.body}`);
    return answer.cookie;
  }

  /** Joins as the first group, whose tablet is let go, or as a board. @returns its cookie. */
  async join(lesson: Investigation, asGroup: boolean): Promise<string | null> {
    const room = `/api/investigations/${lesson.id}/room`;
    const groupId = asGroup ? lesson.plan.groups[0]!.id : null;
    if (asGroup) {
      await this.send('DELETE', `${room}/tablets/${groupId!}`);
    }
    // Whoever attacks may have ended the lesson, or moved it away.
    const open = { paused: false, message: '', ended: false, begun: true, ranked: false };
    await this.send('PUT', `/api/investigations/${lesson.id}/place`, { place: 'open' });
    await this.send('PUT', room, open);
    const { code } = await this.send<{ code: string }>('GET', room);
    const answer = await this.ask(null, 'POST', '/api/join', JSON.stringify({ code, groupId }));
    if (answer.status >= 300) throw new Error(`joining: ${answer.status} ${answer.body}`);
    return answer.cookie;
  }
}

export const readingAt = (lesson: Investigation, change: Partial<ReadingBody> = {}): ReadingBody =>
  sentOf(
    exampleReading({
      groupId: lesson.plan.groups[0]!.id,
      levelId: lesson.plan.levels[0]!.id,
      seriesId: null,
      recordedAt: new Date().toISOString(),
      ...change,
    }),
  );

/** Bodies that are taken somewhere, and ids of what is there. */
export async function partsOf(
  target: Target,
  lesson: Investigation,
): Promise<{ right: object[]; ids: string[] }> {
  const { plan, design } = lesson;
  const actor = 'educator';
  const [group, level] = [plan.groups[0]!.id, plan.levels[0]!.id];
  const place = { groupId: group, levelId: level, seriesId: null };
  const poll = {
    levelId: level,
    seriesId: null,
    question: 'Will it hold?',
    choices: [1, 0].map((value) => ({ value, name: `${value} of it` })),
    hands: [0, 2],
    openedAt: '2026-11-26T09:00:00.000Z',
    closedAt: null,
    actor,
  };
  const [reading, prediction, poll1, gone] = [0, 1, 2, 3].map(() => randomUUID()) as [
    string,
    string,
    string,
    string,
  ];
  const predicted = { ...sentOf(examplePrediction()), ...place };
  await target.send('PUT', `/api/readings/${reading}`, readingAt(lesson));
  await target.send('PUT', `/api/predictions/${prediction}`, predicted);
  await target.send('PUT', `/api/polls/${poll1}`, poll);
  await target.send('PUT', `/api/readings/${gone}?of=${lesson.id}`, {
    ...readingAt(lesson),
    levelId: randomUUID(),
  });
  const shelf = await target.send<{ id: string; item: object }[]>('GET', '/api/shelf');
  const strays = await target.send<{ id: string }[]>(
    'GET',
    `/api/investigations/${lesson.id}/unplaced-readings`,
  );
  return {
    right: [
      { id: randomUUID(), design: design.design, plan, actor },
      { version: 1, actor, plan },
      { version: 1, actor, design: design.design },
      { ...readingAt(lesson), actor: 'group' },
      readingAt(lesson, { corrects: reading, reason: 'slipped' }),
      predicted,
      poll,
      { choice: 1 },
      { version: 0, item: shelf[0]!.item },
      { paused: false, message: '', ended: false, begun: true, ranked: false },
      { levelId: level, seriesId: null, stage: 'predict' },
      place,
      { place: 'open' },
      { passPhrase: 'no one knows this one', current: 'nor this one' },
      { code: 'ABCDEFGH', groupId: group, signOut: false },
      { design: design.design },
    ],
    ids: [
      ...[lesson.id, lesson.id, lesson.id, design.id, group, level],
      ...[reading, prediction, poll1, shelf[0]!.id, ...strays.map(({ id }) => id)],
    ],
  };
}
