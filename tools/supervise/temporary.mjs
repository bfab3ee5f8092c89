import { removeCluster, startCluster } from '../database/cluster.mjs';
import { webFolder } from '../install/web-build.mjs';
import { freePort } from './free-port.mjs';
import { startServer } from './server.mjs';

/** What the tests sign in with. */
const PASS_PHRASE = 'tidepool at low water';

/** Two servers for a classroom behind one database, as the browser tests want them. */
export async function startRoom(databaseUrl) {
  const environment = { NAB_CLASSROOM: 'yes', NAB_PASS_PHRASE: PASS_PHRASE };
  const servers = [];
  for (let i = 0; i < 2; i++) {
    const port = await freePort();
    servers.push(await startServer({ databaseUrl, port, webFolder, demo: false, environment }));
  }
  return {
    environment: {
      NAB_ROOM_ADDRESSES: servers.map(({ address }) => address).join(' '),
      NAB_ROOM_PHRASE: PASS_PHRASE,
    },
    async stop() {
      for (const server of servers) await server.stop();
    },
  };
}

/**
 * Runs something against a Nab of its own: fresh database, free port, gone afterwards.
 * @param settings of PostgreSQL, such as `fsync=off` where no crash is tested.
 */
export async function withTemporaryNab({ demo, settings }, use) {
  const cluster = await startCluster(`temporary-${process.pid}`, settings);
  let server;
  try {
    await cluster.ensureDatabase('nab');
    server = await startServer({
      databaseUrl: cluster.url('nab'),
      port: await freePort(),
      webFolder,
      demo,
    });
    return await use({ address: server.address, cluster, server });
  } finally {
    await server?.stop();
    await cluster.stop();
    removeCluster(cluster);
  }
}
