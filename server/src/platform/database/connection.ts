import type { Client } from 'pg';
import { Sequelize } from 'sequelize';
import { currentSchool } from './school.js';

/** Opens a pool. Nothing is read or written before the first query. */
export function connect(url: string): Sequelize {
  const sequelize = new Sequelize(url, {
    dialect: 'postgres',
    logging: false,
    pool: { max: 8, min: 0, idle: 10_000, acquire: 10_000 },
    // A half-dead connection must not hold a bench's reading for minutes.
    dialectOptions: { statement_timeout: 15_000, connectionTimeoutMillis: 5_000, keepAlive: true },
    retry: { max: 0 },
    define: { underscored: true, freezeTableName: true },
  });
  const schoolOf = new WeakMap<object, string>();
  sequelize.addHook('afterPoolAcquire', async (connection: unknown) => {
    const client = connection as Client;
    const school = currentSchool();
    if (schoolOf.get(client) === school) return;
    try {
      await client.query(`SELECT set_config('nab.school', $1, false)`, [school]);
      schoolOf.set(client, school);
    } catch (error) {
      // Whoever takes it next tries again; left taken, it would be missing from the pool.
      schoolOf.delete(client);
      sequelize.connectionManager.releaseConnection(client);
      throw error;
    }
  });
  return sequelize;
}
