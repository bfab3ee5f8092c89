// Backups by Nab's own file of everything, where PostgreSQL's tools are not there.
import { createReadStream, createWriteStream, openSync, readSync, closeSync } from 'node:fs';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { freePort } from '../supervise/free-port.mjs';
import { startServer } from '../supervise/server.mjs';

/** Whether a file is Nab's file of everything (it is compressed) and not one of PostgreSQL's. */
export function isArchive(file) {
  const start = Buffer.alloc(2);
  const opened = openSync(file, 'r');
  readSync(opened, start, 0, 2, 0);
  closeSync(opened);
  return start[0] === 0x1f && start[1] === 0x8b;
}

/** A server of its own on loopback, beside any that runs: a classroom's would ask who wants it. */
async function withServer(cluster, use) {
  const server = await startServer({
    databaseUrl: cluster.url('nab'),
    port: await freePort(),
    host: '127.0.0.1',
    demo: false,
    environment: { NAB_CLASSROOM: 'no' },
  });
  try {
    return await use(`${server.address}/api/archive`);
  } finally {
    await server.stop();
  }
}

/** Writes everything of the first school into a file. @returns its size in bytes. */
export const writeArchive = (cluster, file) =>
  withServer(cluster, async (address) => {
    const answer = await fetch(address);
    if (!answer.ok) throw new Error(`the server answered ${answer.status}.`);
    const out = createWriteStream(file);
    await pipeline(Readable.fromWeb(answer.body), out);
    return out.bytesWritten;
  });

/** Adds what is missing from a file. @returns the server's answer. */
export const readArchive = (cluster, file) =>
  withServer(cluster, async (address) => {
    const answer = await fetch(address, {
      method: 'POST',
      headers: { 'content-type': 'application/gzip' },
      body: Readable.toWeb(createReadStream(file)),
      duplex: 'half',
    });
    const said = await answer.json();
    if (!answer.ok) throw new Error(said.detail ?? said.title);
    return said;
  });
