import { existsSync, mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { QueryTypes, type Sequelize } from 'sequelize';
import {
  ClassRow,
  connect,
  defineModels,
  inSchool,
  migrate,
} from '../../server/src/platform/database/index.js';
import { loadDemo } from '../../server/src/transfer/demo/index.js';
import { addSchool } from '../../server/src/access/schools/index.js';
import { backUp, restore } from '../database/backup.mjs';
import { openCluster, removeCluster, startCluster, type Cluster } from '../database/cluster.mjs';

const root = new URL('../..', import.meta.url).pathname;

describe('a backup', { timeout: 240_000 }, () => {
  const name = `backup-${process.pid}`;
  const folder = mkdtempSync(join(root, '.cache', 'backup-'));
  const file = join(folder, 'nab.backup');
  let cluster: Cluster;

  const using = async <T>(database: string, use: (db: Sequelize) => Promise<T>): Promise<T> => {
    const db = connect(cluster.url(database));
    try {
      return await use(db);
    } finally {
      await db.close();
    }
  };
  const readings = (database: string): Promise<number> =>
    using(database, async (db) => {
      const [row] = await db.query<{ n: number }>('SELECT count(*)::int AS n FROM readings', {
        type: QueryTypes.SELECT,
      });
      return row!.n;
    });

  beforeAll(async () => {
    cluster = await startCluster(name);
    await cluster.ensureDatabase('nab');
    await using('nab', async (db) => {
      await migrate(db);
      defineModels(db);
      await loadDemo(db);
      // Of another school too.
      const other = await addSchool('Harbour School', 'harbour.test');
      await inSchool(other, () => ClassRow.create({ id: other, name: 'Gulls' }));
    });
  }, 240_000);
  afterAll(async () => {
    await cluster.stop();
    removeCluster(cluster);
    rmSync(folder, { recursive: true, force: true });
  });

  it('holds every row of every table, and says so only after it was restored beside them', async () => {
    const rows = await backUp(cluster, 'nab', file);
    expect(rows['readings']).toBe(await readings('nab'));
    expect(rows['readings']).toBeGreaterThan(100);
    expect(Object.keys(rows)).toContain('strays');
    const seen = await using('nab', (db) => db.query('SELECT FROM classes'));
    expect(rows['classes']).toBe(seen[0].length + 1);
    expect(statSync(file).size).toBeGreaterThan(10_000);
    expect(await cluster.hasDatabase(`nab_check_${process.pid}`)).toBe(false);
  });

  it('is made of a running cluster without disturbing it', async () => {
    const same = await openCluster(name);
    expect(same.url('nab')).toBe(cluster.url('nab'));
    await same.stop();
    expect(await readings('nab')).toBeGreaterThan(100);
  });

  it('comes back in the place of what was lost, which is kept', async () => {
    const before = await readings('nab');
    await using('nab', async (db) => {
      await db.query('ALTER TABLE readings DISABLE TRIGGER USER');
      await db.query('DELETE FROM readings WHERE corrects IS NOT NULL');
      await db.query('ALTER TABLE readings ENABLE TRIGGER USER');
    });
    const damaged = await readings('nab');
    expect(damaged).toBeLessThan(before);
    const kept = await restore(cluster, 'nab', file);
    expect(await readings('nab')).toBe(before);
    expect(await readings(kept!)).toBe(damaged);
    await using('nab', async (db) => {
      // It is a Nab's own database again: up to date, guarded, and its demo is all there.
      expect(await migrate(db)).toEqual([]);
      defineModels(db);
      expect(await loadDemo(db)).toBe(0);
      await expect(db.query('DELETE FROM readings')).rejects.toThrow(/append-only/);
    });
  });

  it('that is none changes nothing', async () => {
    const broken = join(folder, 'broken.backup');
    writeFileSync(broken, 'not a backup');
    const before = await readings('nab');
    await expect(restore(cluster, 'nab', broken)).rejects.toThrow(/pg_restore failed/);
    expect(await readings('nab')).toBe(before);
    expect(await cluster.hasDatabase(`nab_restored_${process.pid}`)).toBe(false);
    expect(existsSync(broken)).toBe(true);
  });

  it('belongs to a role that is no superuser, as all that is Nab’s does', async () => {
    await using('nab', async (db) => {
      const [who] = await db.query<{ super: boolean; others: number }>(
        `SELECT rolsuper AS super,
           (SELECT count(*)::int FROM pg_tables
            WHERE schemaname = 'public' AND tableowner <> current_user) AS others
         FROM pg_roles WHERE rolname = current_user`,
        { type: QueryTypes.SELECT },
      );
      expect(who).toEqual({ super: false, others: 0 });
    });
  });
});
