import { removeCluster, startCluster } from '../database/cluster.mjs';
import { webFolder } from '../install/web-build.mjs';
import { freePort } from './free-port.mjs';
import { startServer } from './server.mjs';

/** Runs something against a Nab of its own: fresh database, free port, gone afterwards. */
export async function withTemporaryNab({ demo }, use) {
  const cluster = await startCluster(`temporary-${process.pid}`);
  let server;
  try {
    cluster.ensureDatabase('nab');
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
