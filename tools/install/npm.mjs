// How npm is called, and what its failures mean. Node's built-ins only.
import { spawn, spawnSync } from 'node:child_process';

const SLOW_MS = 10_000;
/** npm's own script where npm started this process: no shell and no PATH, so Windows is the same. */
const SCRIPT = process.env.npm_execpath;

/**
 * Runs npm and keeps what it prints.
 * @returns `{ status, output }`; status null where npm could not be started.
 */
export function npm(words, options = {}) {
  const { status, stdout, stderr, error } = spawnSync(...command(words), {
    encoding: 'utf8',
    maxBuffer: 1 << 26,
    ...OPTIONS,
    ...options,
  });
  return { status, output: `${stdout ?? ''}${stderr ?? ''}${error ? error.message : ''}` };
}

const direct = SCRIPT !== undefined && /\.c?js$/.test(SCRIPT);
const OPTIONS = {
  stdio: ['ignore', 'pipe', 'pipe'],
  // Only a shell finds npm.cmd. The words are Nab's own and hold no blanks.
  shell: !direct && process.platform === 'win32',
};

const command = (words) => [direct ? process.execPath : 'npm', direct ? [SCRIPT, ...words] : words];

/** Attempts close together: a registry that is away is known to be in seconds, not in minutes. */
const RETRIES = [
  '--fetch-retries=4',
  '--fetch-retry-mintimeout=1000',
  '--fetch-retry-maxtimeout=5000',
];

/**
 * Fetches from the registry as `npm` does.
 * @param slow called once after ten seconds in which the registry gave no answer; npm goes on trying.
 */
export async function npmFetching(words, options, slow) {
  const child = spawn(...command([...words, ...RETRIES]), { ...OPTIONS, ...options });
  let output = '';
  for (const stream of [child.stdout, child.stderr]) {
    stream.setEncoding('utf8').on('data', (text) => (output += text));
  }
  const timer = setTimeout(() => {
    // Npm's own way, through whatever proxy it was told of.
    const asking = spawn(
      ...command([
        'view',
        'npm',
        'version',
        '--fetch-retries=0',
        '--fetch-timeout=8000',
        '--prefer-online',
      ]),
      { ...OPTIONS, ...options, stdio: 'ignore' },
    );
    asking.once('error', () => {});
    asking.once('exit', (status) => {
      if (status !== 0 && child.exitCode === null) slow();
    });
  }, SLOW_MS);
  const status = await new Promise((resolve) => {
    child.once('error', (error) => {
      output += error.message;
      resolve(null);
    });
    child.once('close', resolve);
  });
  clearTimeout(timer);
  return { status, output };
}

const CAUSES = [
  [/\bENOSPC\b/, 'The disk is full. Free about 2 GB and try again.'],
  [
    /\b(EACCES|EPERM|EROFS)\b/,
    'This folder may not be written. Move Nab to a folder of your own, or change its permissions.',
  ],
  [
    /\bE(401|403)\b|\b(401 Unauthorized|403 Forbidden)\b/,
    'The npm registry refused access (403). A proxy or filter is in the way: ask whoever runs the network, or set the registry with “npm config set registry …”.',
  ],
  [
    /\b(ENOTFOUND|EAI_AGAIN|ECONNREFUSED|ECONNRESET|ETIMEDOUT|ENETUNREACH|EHOSTUNREACH|ENOTCACHED)\b|network/,
    'The npm registry cannot be reached. The first start needs the internet; connect and try again.',
  ],
  [/ENOENT.*\bnpm\b|\bnpm ENOENT/, 'npm is missing. It comes with Node.js: install that again.'],
];

/** What a failed run of npm means, in one sentence; npm's own last words where it is none of those. */
export function npmFailure(output) {
  const cause = CAUSES.find(([pattern]) => pattern.test(output));
  if (cause) return cause[1];
  const last = output
    .split('\n')
    .filter((line) => /^npm (error|ERR!)/.test(line) && !/complete log|Log files/.test(line))
    .map((line) => line.replace(/^npm (error|ERR!) ?/, ''))
    .slice(0, 3)
    .join(' ');
  return `npm could not install the packages: ${last || 'it gave no reason'}.`;
}
