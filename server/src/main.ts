import { readFile } from 'node:fs/promises';
import { buildApp } from './app.js';
import { proxiesOf, readConfiguration, settingOf, type Configuration } from './configuration.js';
import { connect, defineModels, migrate } from './platform/database/index.js';
import { loadDemo } from './transfer/demo/index.js';
import { forgetPassPhrase, setFirstPassPhrase } from './access/roles/index.js';

const SHUTDOWN_PATIENCE_S = 8;

/**
 * Starts Nab: migrate, load the demo once, listen. TERM, INT, a parent's “stop” and a parent that dies
 * finish what is under way.
 */
async function main(): Promise<void> {
  const configuration = readConfiguration(process.env);
  const sequelize = connect(configuration.NAB_DATABASE_URL);
  const ran = await migrate(sequelize);
  defineModels(sequelize);
  const demo = configuration.NAB_DEMO === 'yes' ? await loadDemo(sequelize) : 0;
  if (configuration.NAB_FORGET_PASS_PHRASE === 'yes') await forgetPassPhrase();
  if (configuration.NAB_PASS_PHRASE) await setFirstPassPhrase(configuration.NAB_PASS_PHRASE);
  const app = await buildApp({
    sequelize,
    databaseUrl: configuration.NAB_DATABASE_URL,
    setting: settingOf(configuration),
    hosts: configuration.NAB_HOSTS.toLowerCase().split(/[\s,]+/),
    setUpCode: configuration.NAB_SET_UP_CODE,
    proxies: proxiesOf(configuration),
    https: await certificateOf(configuration),
    webFolder: configuration.NAB_WEB_FOLDER,
    logger: { level: configuration.NAB_LOG_LEVEL },
  });
  app.log.info({ migrations_run: ran, demo_investigations_added: demo }, 'database ready');

  let closing = false;
  const close = (signal: string): void => {
    if (closing) return;
    closing = true;
    app.log.info({ signal }, 'shutting down');
    // A request that waits for a dead database must not keep the process for ever; what it carries
    // was not acknowledged, so its sender still has it.
    setTimeout(() => {
      app.log.error({ after_s: SHUTDOWN_PATIENCE_S }, 'shutdown took too long');
      process.exit(1);
    }, SHUTDOWN_PATIENCE_S * 1000).unref();
    app.close().then(
      () => process.exit(0),
      (error: unknown) => {
        app.log.error({ err: error }, 'shutdown failed');
        process.exit(1);
      },
    );
  };
  process.on('SIGTERM', () => close('SIGTERM'));
  process.on('SIGINT', () => close('SIGINT'));
  process.on('message', (message) => {
    if (message === 'stop') close('stop');
  });
  process.on('disconnect', () => close('disconnect'));

  await app.listen({ host: configuration.NAB_HOST, port: configuration.NAB_PORT });
}

/** Certificate and key to speak HTTPS with; null for plain HTTP. */
async function certificateOf({
  NAB_TLS_CERT,
  NAB_TLS_KEY,
}: Configuration): Promise<{ cert: Buffer; key: Buffer } | null> {
  if (NAB_TLS_CERT === undefined || NAB_TLS_KEY === undefined) return null;
  return { cert: await readFile(NAB_TLS_CERT), key: await readFile(NAB_TLS_KEY) };
}

main().catch((error: unknown) => {
  process.stderr.write(`Nab could not start: ${(error as Error).message}\n`);
  process.exit(1);
});
