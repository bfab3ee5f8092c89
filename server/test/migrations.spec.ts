import { readFileSync } from 'node:fs';
import { check } from '@nab/contract/problem';
import {
  planSchema,
  readingSchema,
  sentOf,
  toLessonPlan,
  type Investigation,
  type InvestigationSummary,
} from '@nab/contract/lesson';
import { QueryTypes, type Sequelize } from 'sequelize';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { buildApp } from '../src/app.js';
import {
  connect,
  migrate,
  MIGRATIONS,
  UnknownSchemaError,
} from '../src/platform/database/index.js';
import { databaseUrl, emptyDatabase } from './harness.js';

const tables = async (sequelize: Sequelize): Promise<string[]> => {
  const rows = await sequelize.query<{ name: string }>(
    `SELECT table_name AS name FROM information_schema.tables WHERE table_schema = 'public' ORDER BY 1`,
    { type: QueryTypes.SELECT },
  );
  return rows.map((row) => row.name);
};

describe('migrations', () => {
  let sequelize: Sequelize;
  beforeAll(async () => {
    sequelize = await emptyDatabase();
  });
  afterAll(() => sequelize.close());

  it('run once and then no more', async () => {
    expect(await migrate(sequelize)).toEqual(MIGRATIONS.map((m) => m.name));
    expect(await migrate(sequelize)).toEqual([]);
    expect(await tables(sequelize)).toEqual([
      'bench_groups',
      'changes',
      'changes_floor',
      'classes',
      'designs',
      'failed_tries',
      'health_pages',
      'history',
      'investigations',
      'kept_apart',
      'levels',
      'polls',
      'predictions',
      'readings',
      'rooms',
      'schema_migrations',
      'schools',
      'sessions',
      'shelf_items',
      'shelf_removed',
      'strays',
      'teachings',
      'votes',
    ]);
  });

  it('can all be undone and done again', async () => {
    await migrate(sequelize, 'nothing');
    expect(await tables(sequelize)).toEqual(['schema_migrations']);
    expect(await migrate(sequelize)).toHaveLength(MIGRATIONS.length);
  });

  it('run once when two servers start together', async () => {
    await migrate(sequelize, 'nothing');
    const other = connect(databaseUrl());
    try {
      const ran = await Promise.all([migrate(sequelize), migrate(other)]);
      expect(ran.flat()).toEqual(MIGRATIONS.map((m) => m.name));
    } finally {
      await other.close();
    }
  });

  it('refuse a database of a newer Nab', async () => {
    await sequelize.query(`INSERT INTO schema_migrations (name) VALUES ('9999-future')`);
    await expect(migrate(sequelize)).rejects.toThrow(UnknownSchemaError);
    await sequelize.query(`DELETE FROM schema_migrations WHERE name = '9999-future'`);
  });
});

describe('a database of the version before', () => {
  let sequelize: Sequelize;
  const dump = readFileSync(new URL('./dump-0003.sql', import.meta.url), 'utf8');
  const rows = <T extends object>(query: string): Promise<T[]> =>
    sequelize.query<T>(query, { type: QueryTypes.SELECT });
  beforeAll(async () => {
    sequelize = await emptyDatabase();
    await migrate(sequelize, { upTo: '0003-model-count' });
    await sequelize.query(dump);
  });
  afterAll(() => sequelize.close());

  const old = () =>
    rows(`SELECT r.id, r.count, r.off_count, r.stuck_count, r.model_count, r.on_time_s, r.note,
            r.recorded_at, r.corrects, r.reason, r.withdrawn, l.turns, g.name, i.title
          FROM readings r JOIN levels l ON l.id = r.level_id
            JOIN bench_groups g ON g.id = r.group_id
            JOIN investigations i ON i.id = l.investigation_id AND i.id = g.investigation_id
          ORDER BY r.id`);

  it('keeps every reading, original, correction and prediction on the way up', async () => {
    const before = await old();
    expect(before).toHaveLength(4);
    const predictions = await rows('SELECT id, count FROM predictions ORDER BY id');
    await migrate(sequelize);
    const after = await rows<{ turns: string }>(
      `SELECT r.id, (r.outcome ->> 'count')::int AS count, (r.outcome ->> 'off')::int AS off_count,
         (r.outcome ->> 'stuck')::int AS stuck_count, r.model_value AS model_count, r.on_time_s,
         r.note, r.recorded_at, r.corrects, r.reason, r.withdrawn, l.value AS turns, g.name, i.title
       FROM readings r JOIN levels l ON l.id = r.level_id
         JOIN bench_groups g ON g.id = r.group_id
         JOIN investigations i ON i.id = l.investigation_id AND i.class_id = g.class_id
       ORDER BY r.id`,
    );
    expect(after.map((row) => ({ ...row, turns: Number.parseInt(row.turns, 10) }))).toEqual(before);
    expect(await rows('SELECT id, value::int AS count FROM predictions ORDER BY id')).toEqual(
      predictions,
    );
  });

  it('is served as valid investigations, ends and single turns included', async () => {
    const app = await buildApp({ sequelize, databaseUrl: databaseUrl() });
    const list = (await app.inject('/api/investigations')).json<InvestigationSummary[]>();
    expect(list.map(({ title, trials, measure }) => [title, trials, measure]).sort()).toEqual([
      ['Both ends of a bolt', 0, 'objects-both-ends'],
      ['Old question, new Nab', 2, 'objects-one-end'],
    ]);
    for (const { id } of list) {
      const whole = (await app.inject(`/api/investigations/${id}`)).json<Investigation>();
      expect(check(planSchema, whole.plan)).toMatchObject({ ok: true });
      expect(toLessonPlan(whole.plan, whole.design.design).levels[0]!.value).toBe(1);
      for (const reading of whole.readings.map(sentOf)) {
        expect(check(readingSchema, reading)).toMatchObject({ ok: true });
      }
    }
    // What was append-only still is.
    await expect(sequelize.query('DELETE FROM readings')).rejects.toThrow(/append-only/);
  });

  it('goes back as it was', async () => {
    await migrate(sequelize, { upTo: '0003-model-count' });
    const back = await old();
    await migrate(sequelize, 'nothing');
    await migrate(sequelize, { upTo: '0003-model-count' });
    await sequelize.query(dump);
    expect(back).toEqual(await old());
  });

  it('does not go back over what the older one has no place for', async () => {
    await migrate(sequelize);
    await sequelize.query(`UPDATE investigations SET factor = 'gap'`);
    await expect(migrate(sequelize, { upTo: '0003-model-count' })).rejects.toThrow(/cannot hold/);
    expect(await tables(sequelize)).toContain('classes');
  });
});
