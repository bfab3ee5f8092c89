import { createServer } from 'node:net';
import { removeCluster, startCluster } from '../database/cluster.mjs';
import { webFolder } from '../install/web-build.mjs';
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

export function freePort() {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });
}
