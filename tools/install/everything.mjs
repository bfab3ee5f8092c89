// What a command needs before it can do its work, in the order in which it is installed.
import './node-version.mjs';
import { ensureChromium } from './debian.mjs';
import { ensureDependencies } from './dependencies.mjs';
import { ensurePostgres } from './postgres.mjs';
import { ensureServerBuild } from './server-build.mjs';
import { ensureWebBuild } from './web-build.mjs';

/**
 * Installs and builds what is missing; quick where nothing is.
 * @param needs which of `database`, `server`, `web` and `browser` the command uses; packages always.
 */
export async function ensure(...needs) {
  await ensureDependencies();
  if (needs.includes('database')) ensurePostgres();
  if (needs.includes('browser')) ensureChromium();
  if (needs.includes('server')) await ensureServerBuild();
  if (needs.includes('web')) await ensureWebBuild();
}
