import { Sequelize } from 'sequelize';

/** Opens a pool. Nothing is read or written before the first query. */
export function connect(url: string): Sequelize {
  return new Sequelize(url, {
    dialect: 'postgres',
    logging: false,
    pool: { max: 8, min: 0, idle: 10_000, acquire: 10_000 },
    // A half-dead connection must not hold a bench's reading for minutes.
    dialectOptions: { statement_timeout: 15_000, connectionTimeoutMillis: 5_000, keepAlive: true },
    retry: { max: 0 },
    define: { underscored: true, freezeTableName: true },
  });
}
