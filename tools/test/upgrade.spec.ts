import { execFileSync } from 'node:child_process';
import {
  chmodSync,
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  renameSync,
  rmSync,
  symlinkSync,
} from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { QueryTypes } from 'sequelize';
import { connect, defineModels, migrate } from '../../server/src/platform/database/index.js';
import { loadDemo } from '../../server/src/transfer/demo/index.js';
import { removeCluster, startCluster, type Cluster } from '../database/cluster.mjs';
import { databaseIdentity, passwordsOf } from '../database/postmaster.mjs';
import { finishUpgrade, upgrade } from '../database/upgrade.mjs';

// One version is installed here: the move is made from it to itself. From 14 to 15 it was tried by hand.
describe('a move to a newer PostgreSQL', { timeout: 240_000 }, () => {
  const name = `upgrade-${process.pid}`;
  const passwords = passwordsOf(name);
  let links: string;
  let cluster: Cluster;
  let before: unknown;

  const content = async (): Promise<unknown> => {
    const db = connect(cluster.url('nab'));
    try {
      await db.query(`SET nab.school = 'all'`);
      return await db.query(
        `SELECT count(*)::int AS n, max(arrival) AS last, md5(string_agg(r::text, '' ORDER BY r.id)) AS sum
         FROM readings r`,
        { type: QueryTypes.SELECT },
      );
    } finally {
      await db.close();
    }
  };
  const restart = async (): Promise<void> => {
    cluster = await startCluster(name);
  };
  const parts = () => ({ folder: cluster.folder, passwords, identity: databaseIdentity() });
  const move = (to = cluster.programs): Promise<string> =>
    upgrade(parts(), { from: cluster.programs, to });

  beforeAll(async () => {
    await restart();
    // Beside the cluster, where the database's own user finds programs too.
    links = mkdtempSync(join(dirname(cluster.folder), 'versions-'));
    chmodSync(links, 0o755);
    await cluster.ensureDatabase('nab');
    const db = connect(cluster.url('nab'));
    await migrate(db);
    defineModels(db);
    await loadDemo(db);
    await db.close();
    before = await content();
    await cluster.stop();
  }, 240_000);
  afterEach(async () => {
    delete process.env['NAB_POSTGRES_FOLDER'];
    await cluster.stop();
  });
  afterAll(() => {
    removeCluster(cluster);
    rmSync(links, { recursive: true, force: true });
  });

  it('keeps every row, and the old folder until somebody removes it', async () => {
    const kept = await move();
    await restart();
    expect(await content()).toEqual(before);
    expect(existsSync(join(kept, 'PG_VERSION'))).toBe(true);
    await cluster.stop();
    // Once more, under a name of its own.
    const again = await move();
    expect(again).not.toBe(kept);
    for (const folder of [kept, again]) rmSync(folder, { recursive: true });
  });

  it('that fails changes nothing, and can be tried again', async () => {
    const half = join(links, '99', 'bin');
    mkdirSync(half, { recursive: true });
    for (const program of ['initdb', 'postgres', 'pg_dump']) {
      symlinkSync(join(cluster.programs, program), join(half, program));
    }
    await expect(move(half)).rejects.toThrow(/PostgreSQL 99; nothing has changed.*pg_restore/);
    await restart();
    expect(await content()).toEqual(before);
    expect(existsSync(`${cluster.folder}.upgrading`)).toBe(false);
  });

  it('that was cut short is finished at the next start if the copy was checked, else begun anew', async () => {
    const { folder } = cluster;
    // Checked, and ended before the first folder was renamed; then after it.
    for (const original of [true, false]) {
      cpSync(folder, `${folder}.upgraded`, { recursive: true, preserveTimestamps: true });
      // A copy belongs to whoever makes it.
      if (databaseIdentity()) execFileSync('chown', ['-R', 'postgres:', `${folder}.upgraded`]);
      if (!original) renameSync(folder, `${folder}-before`);
      const kept = finishUpgrade(folder);
      expect(kept === null).toBe(!original);
      await restart();
      expect(await content()).toEqual(before);
      await cluster.stop();
      rmSync(kept ?? `${folder}-before`, { recursive: true });
    }
    // Half a copy.
    mkdirSync(`${folder}.upgrading`);
    await restart();
    expect(existsSync(`${folder}.upgrading`)).toBe(false);
    expect(await content()).toEqual(before);
  });

  it('is made at the start where a newer one is installed, and says what is missing where the old one is gone', async () => {
    const installed = dirname(cluster.programs);
    const base = join(links, 'versions');
    mkdirSync(base);
    symlinkSync(installed, join(base, '99'));
    process.env['NAB_POSTGRES_FOLDER'] = base;
    await expect(startCluster(name)).rejects.toThrow(
      `Install the package postgresql-${basename(installed)} once more`,
    );
    symlinkSync(installed, join(base, basename(installed)));
    await restart();
    expect(basename(dirname(cluster.programs))).toBe('99');
    expect(await content()).toEqual(before);
    rmSync(`${cluster.folder}-before-${basename(installed)}`, { recursive: true });
  });
});
