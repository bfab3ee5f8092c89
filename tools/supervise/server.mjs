import { spawn } from 'node:child_process';
import { setTimeout as sleep } from 'node:timers/promises';
import { projectFolder } from '../install/folders.mjs';
import { bundle } from '../install/server-build.mjs';
import { ask } from './ask.mjs';
import { guard } from './guard.mjs';
import { hasEnded } from './watch.mjs';

/** Starts Nab's server as a child; resolves when it answers. */
export async function startServer({
  databaseUrl,
  port,
  webFolder,
  host = process.env.NAB_HOST ?? '127.0.0.1',
  logLevel = 'warn',
  demo = true,
  environment = {},
  tls = null,
}) {
  const [command, ...words] = guard('TERM', null, [process.execPath, bundle('server')]);
  // Detached, so that Ctrl-C reaches this process first. The channel closes with this process, which
  // is how the server notices on every system.
  const child = spawn(command, words, {
    cwd: projectFolder,
    detached: true,
    windowsHide: true,
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    env: {
      ...process.env,
      NAB_DATABASE_URL: databaseUrl,
      ...environment,
      NAB_HOST: host,
      ...(tls && { NAB_TLS_CERT: tls.cert, NAB_TLS_KEY: tls.key }),
      NAB_PORT: String(port),
      NAB_LOG_LEVEL: logLevel,
      NAB_DEMO: demo ? 'yes' : 'no',
      ...(webFolder && { NAB_WEB_FOLDER: webFolder }),
    },
  });
  // Where every address is listened on, this machine's own is one of them.
  const own = /^(0\.0\.0\.0|::)$/.test(host) ? '127.0.0.1' : host;
  const address = `${tls ? 'https' : 'http'}://${own.includes(':') ? `[${own}]` : own}:${port}`;
  const deadline = Date.now() + 60_000;
  for (;;) {
    if (hasEnded(child)) throw new Error('The server could not start: its reason is above.');
    try {
      // A full disk is said by whoever asks; the server runs.
      const { status, body } = await ask(address, '/api/health');
      if (status === 200 || body.includes('"full"')) break;
    } catch {
      // Not listening yet.
    }
    if (Date.now() > deadline) {
      child.kill('SIGKILL');
      throw new Error('The server did not answer within a minute.');
    }
    await sleep(25);
  }
  return {
    address,
    process: child,
    async stop() {
      if (hasEnded(child)) return;
      const ended = new Promise((resolve) => child.once('exit', resolve));
      child.send('stop', () => {});
      const timer = setTimeout(() => child.kill('SIGKILL'), 15_000);
      await ended;
      clearTimeout(timer);
    },
  };
}
