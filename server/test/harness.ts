import type { FastifyInstance } from 'fastify';
import { randomUUID } from 'node:crypto';
import { newDesign } from '@nab/contract/experiments';
import {
  type Investigation,
  type NewInvestigation,
  type Plan,
  type ReadingBody,
  sentOf,
} from '@nab/contract/lesson';
import { examplePlan, exampleReading } from '@nab/contract/testing';
import { QueryTypes, type Sequelize } from 'sequelize';
import { buildApp, type AppOptions } from '../src/app.js';
import { connect, migrate } from '../src/platform/database/index.js';

/**
 * The real PostgreSQL that the test run started: a database for each of the runner's workers, so that
 * files run side by side; every file gets an empty schema.
 */
export function databaseUrl(): string {
  const url = process.env['NAB_TEST_DATABASE_URL'];
  if (!url) throw new Error('NAB_TEST_DATABASE_URL is not set: run the tests with npm test');
  return `${url}_${process.env['VITEST_POOL_ID'] ?? 1}`;
}

export async function emptyDatabase(): Promise<Sequelize> {
  const sequelize = connect(databaseUrl());
  await sequelize.query(
    'DROP SCHEMA public CASCADE; CREATE SCHEMA public; DROP SCHEMA IF EXISTS jobs CASCADE;',
  );
  return sequelize;
}

/** What came back; bodies are checked by the expectations, so their type is left open. */
export interface Answer {
  readonly status: number;
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  readonly body: any;
  readonly text: string;
  readonly headers: Readonly<Record<string, unknown>>;
}

type Method = 'GET' | 'PUT' | 'POST' | 'DELETE';

export interface Bench {
  readonly app: FastifyInstance;
  readonly sequelize: Sequelize;
  send(method: Method, url: string, body?: unknown): Promise<Answer>;
  /** The same from a page of this address in a browser with a cookie. */
  sendAs(cookie: string | null, method: Method, url: string, body?: unknown): Promise<Answer>;
  /** The shared example, made anew; and one of another design and plan. */
  create(): Promise<Investigation>;
  createOf(design: unknown, change: Partial<Plan>): Promise<Investigation>;
  count(table: string): Promise<number>;
}

export async function startBench(options: Partial<AppOptions> = {}): Promise<Bench> {
  const sequelize = await emptyDatabase();
  await migrate(sequelize);
  const app = await buildApp({ ...options, sequelize, databaseUrl: databaseUrl() });
  const bench: Bench = {
    app,
    sequelize,
    create: () => bench.createOf(newDesign(), {}),
    async createOf(design, change) {
      const wanted = { ...newInvestigation(change), design };
      const { status, body, text } = await bench.send('POST', '/api/investigations', wanted);
      if (status !== 201) throw new Error(`made none: ${status} ${text}`);
      return body as Investigation;
    },
    send: (method, url, body) => bench.sendAs(null, method, url, body),
    async sendAs(cookie, method, url, body) {
      const answer = await app.inject({
        method,
        url,
        ...(cookie !== null && { headers: { cookie, 'sec-fetch-site': 'same-origin' } }),
        ...(body !== undefined && { payload: body as object }),
      });
      const json = /json/.test(String(answer.headers['content-type']));
      return {
        status: answer.statusCode,
        body: json ? answer.json() : null,
        text: answer.body,
        headers: answer.headers,
      };
    },
    async count(table) {
      const [row] = await sequelize.query<{ n: number }>(
        `SELECT count(*)::int AS n FROM ${table}`,
        {
          type: QueryTypes.SELECT,
        },
      );
      return row!.n;
    },
  };
  return bench;
}

/** What a browser keeps of an answer that began a session. */
export const cookieOf = ({ headers }: Answer): string =>
  String(headers['set-cookie']).split(';')[0]!;

/** The shared example, with ids of its own. */
export function newInvestigation(change: Partial<Plan> = {}): NewInvestigation {
  const ids = new Map<number, string>();
  const idOf = (n: number): string => {
    if (!ids.has(n)) ids.set(n, randomUUID());
    return ids.get(n)!;
  };
  return {
    id: randomUUID(),
    design: newDesign(),
    plan: examplePlan(idOf, change),
    actor: 'educator',
  };
}

export function readingOf(
  { plan }: Pick<Investigation, 'plan'>,
  change: Partial<ReadingBody> = {},
): ReadingBody {
  return sentOf(
    exampleReading({
      groupId: plan.groups[0]!.id,
      levelId: plan.levels[0]!.id,
      seriesId: plan.series?.levels[0]?.id ?? null,
      recordedAt: new Date().toISOString(),
      ...change,
    }),
  );
}
