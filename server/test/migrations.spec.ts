import { QueryTypes, type Sequelize } from 'sequelize';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { connect, migrate, MIGRATIONS, UnknownSchemaError } from '../src/database/index.js';
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
      'designs',
      'investigations',
      'levels',
      'predictions',
      'readings',
      'schema_migrations',
      'shelf_items',
      'shelf_removed',
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
