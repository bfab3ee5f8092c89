import { connect as dial, type AddressInfo, type Socket } from 'node:net';
import { setTimeout as sleep } from 'node:timers/promises';
import { afterEach, describe, expect, it } from 'vitest';
import { newDesign } from '@nab/contract/experiments';
import { startBench, type Bench } from './harness.js';

/** How long a connection would be kept. A server that waited for one would outlast the test. */
const HOUR_MS = 3_600_000;

let bench: Bench;
const sockets: Socket[] = [];
afterEach(() => {
  for (const socket of sockets.splice(0)) socket.destroy();
});

async function listening(
  meanwhile?: (port: number) => Promise<unknown>,
): Promise<{ port: number; address: string }> {
  bench = await startBench();
  if (meanwhile) {
    bench.app.addHook('preClose', async () => {
      await meanwhile((bench.app.server.address() as AddressInfo).port);
    });
  }
  await bench.app.listen({ port: 0, host: '127.0.0.1' });
  Object.assign(bench.app.server, {
    keepAliveTimeout: HOUR_MS,
    headersTimeout: HOUR_MS,
    requestTimeout: HOUR_MS,
  });
  const { port } = bench.app.server.address() as AddressInfo;
  return { port, address: `http://127.0.0.1:${port}` };
}

async function open(port: number): Promise<Socket> {
  const socket = dial(port, '127.0.0.1');
  sockets.push(socket);
  socket.on('error', () => undefined);
  await new Promise((resolve) => socket.once('connect', resolve));
  return socket;
}

describe('a server that is told to end', () => {
  it('waits for no connection that was opened beforehand and never used', async () => {
    const { port } = await listening();
    for (let i = 0; i < 3; i++) await open(port);
    await sleep(50);
    await bench.app.close();
  });

  it('waits for no connection that is opened while it ends', async () => {
    await listening(open);
    await bench.app.close();
  });

  it('waits for no connection that was answered on and is kept', async () => {
    const { port } = await listening();
    const socket = await open(port);
    socket.write('GET /api/health HTTP/1.1\r\nhost: 127.0.0.1\r\n\r\n');
    await new Promise((resolve) => socket.once('data', resolve));
    await bench.app.close();
  });

  it('answers what is under way first, and keeps no connection for more', async () => {
    const { address } = await listening();
    const asked = fetch(`${address}/api/fields`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ design: newDesign() }),
    });
    await sleep(500);
    const [answer] = await Promise.all([asked, bench.app.close()]);
    expect(answer.status).toBe(503);
  });

  it('ends the streams of those who look on', async () => {
    const { address } = await listening();
    const { id } = await bench.create();
    const stream = await fetch(`${address}/api/investigations/${id}/events`, {
      headers: { accept: 'text/event-stream' },
    });
    expect(stream.status).toBe(200);
    await bench.app.close();
  });
});
