// .ci/run: what somebody new does on a clean checkout, in that order. Counts like npm test.
import './install/node-version.mjs';
import { spawn, spawnSync } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { COMMANDS } from './test/commands.mjs';

const START_PATIENCE_S = 900;
const COMMAND_PATIENCE_S = 900;
const begun = performance.now();
const seconds = (since) => (performance.now() - since) / 1000;

let passed = 0;
const failures = [];
/** Runs one step, counts it and prints how long it took. */
async function step(title, act) {
  const at = performance.now();
  try {
    const said = await act();
    passed++;
    console.log(`✓ ${title} (${seconds(at).toFixed(1)} s)${said ? `: ${said}` : ''}`);
    return true;
  } catch (error) {
    failures.push(title);
    console.log(`✗ ${title} (${seconds(at).toFixed(1)} s)\n${error.message}`);
    return false;
  }
}

// Before anything of Nab's own is imported, which takes its data folder from there.
const data = mkdtempSync(join(tmpdir(), 'nab-newcomer-'));
process.env.NAB_DATA_FOLDER = data;
const { projectFolder } = await import('./install/folders.mjs');
const { ask } = await import('./supervise/ask.mjs');
const { freePort } = await import('./supervise/free-port.mjs');
// The database's own user must be able to pass through.
chmodSync(data, 0o755);
const port = await freePort();
const address = `http://127.0.0.1:${port}`;
const environment = { ...process.env };
delete process.env.NAB_DATA_FOLDER;

/** Types a command into a shell, as a group of processes that Ctrl-C reaches whole. */
function type(words, more = {}) {
  const child = spawn('sh', ['-c', words], {
    cwd: projectFolder,
    detached: true,
    stdio: ['ignore', 'pipe', 'pipe'],
    env: { ...environment, ...more },
  });
  child.output = '';
  for (const stream of [child.stdout, child.stderr]) {
    stream.setEncoding('utf8').on('data', (text) => (child.output += text));
  }
  child.ended = new Promise((resolve) => child.once('close', resolve));
  return child;
}

async function until(condition, child, patience) {
  const at = performance.now();
  while (!(await condition())) {
    if (child.exitCode !== null)
      throw new Error(`It ended with ${child.exitCode}:\n${child.output}`);
    if (seconds(at) > patience) throw new Error(`It took too long:\n${child.output}`);
    await sleep(50);
  }
}

/** Processes that belong to the newcomer's Nab: its server, and its database by its folder. */
const itsProcesses = () =>
  readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name) && Number(name) !== process.pid)
    .filter((pid) => {
      const read = (name) => readFileSync(`/proc/${pid}/${name}`, 'utf8');
      try {
        return read('cmdline').includes(data) || read('environ').includes(`FOLDER=${data}`);
      } catch {
        return false;
      }
    });

async function start() {
  // In a terminal npm itself leads the group that Ctrl-C reaches, and no shell around it.
  const nab = type(`exec npm start -- --port ${port}`);
  await until(() => nab.output.includes(`running at ${address}`), nab, START_PATIENCE_S);
  const health = await ask(address, '/api/health');
  if (health.status !== 200) throw new Error(`Health is ${health.status}: ${health.body}`);
  const page = await ask(address, '/');
  if (page.status !== 200 || !page.body.includes('<nab-root')) {
    throw new Error(`The first page is ${page.status}: ${page.body.slice(0, 200)}`);
  }
  return nab;
}

/** Ctrl-C, as a terminal sends it: to the whole group. */
async function stop(nab) {
  process.kill(-nab.pid, 'SIGINT');
  const status = await nab.ended;
  if (status !== 0) throw new Error(`It ended with ${status}:\n${nab.output}`);
  const left = itsProcesses();
  if (left.length > 0) throw new Error(`Something still runs: ${left.join(', ')}`);
}

let nab;
const started = await step('npm start on a clean checkout answers', async () => {
  nab = await start();
});
if (started) {
  await step('Ctrl-C ends all of it', () => stop(nab));
  await step('a second npm start installs and builds nothing', async () => {
    nab = await start();
    if (/ … ?/.test(nab.output)) throw new Error(nab.output);
  });
  await step('and Ctrl-C ends it again', () => stop(nab));
}

/** Commands that ask for an address of the database get the newcomer's own. */
async function typeCommand({ words, says, writes, ends = [0] }) {
  const database = /npm run school/.test(words);
  let cluster;
  try {
    if (database) {
      const { openCluster } = await import('./database/cluster.mjs');
      cluster = await openCluster('pg');
    }
    const child = type(words, database ? { NAB_DATABASE_URL: cluster.url('nab') } : {});
    const timer = setTimeout(() => process.kill(-child.pid, 'SIGKILL'), COMMAND_PATIENCE_S * 1000);
    const status = await child.ended;
    clearTimeout(timer);
    if (!ends.includes(status) || !says.test(child.output)) {
      throw new Error(`It ended with ${status}:\n${child.output.slice(-3000)}`);
    }
    if (writes && !existsSync(join(projectFolder, writes)))
      throw new Error(`No ${writes} is there.`);
  } finally {
    await cluster?.stop();
  }
}
for (const command of COMMANDS) await step(command.words, () => typeCommand(command));
for (const { writes } of COMMANDS.filter((command) => command.writes)) {
  rmSync(join(projectFolder, writes), { recursive: true, force: true });
}
await step('npm run serve -w web', async () => {
  const serving = type('npm run serve -w web');
  try {
    await until(() => /Local:|Watch mode/.test(serving.output), serving, COMMAND_PATIENCE_S);
  } finally {
    process.kill(-serving.pid, 'SIGTERM');
    await serving.ended;
  }
});
await step('what the commands made is as it was committed', () => {
  const { stdout } = spawnSync('git', ['status', '--porcelain'], {
    cwd: projectFolder,
    encoding: 'utf8',
  });
  if (stdout.trim() !== '') throw new Error(stdout);
});
rmSync(data, { recursive: true, force: true });

console.log(`\nSteps of a newcomer took ${seconds(begun).toFixed(0)} s\n`);
const test = spawn('npm', ['test', '--silent'], {
  cwd: projectFolder,
  stdio: ['ignore', 'pipe', 'inherit'],
});
let tail = '';
test.stdout.setEncoding('utf8').on('data', (text) => {
  process.stdout.write(text);
  tail = `${tail}${text}`.slice(-4000);
});
const status = await new Promise((resolve) => test.once('close', resolve));
const counts = /(\d+) passed, (\d+) failed\s*$/.exec(tail);
passed += Number(counts?.[1] ?? 0);
const failed = failures.length + Number(counts?.[2] ?? 1);
if (failures.length > 0) console.log(`\nFailed before npm test:\n  ${failures.join('\n  ')}`);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 && status === 0 ? 0 : 1);
