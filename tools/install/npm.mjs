// How npm is called, and what its failures mean. Node's built-ins only.
import { spawnSync } from 'node:child_process';

/** npm's own script where npm started this process: no shell and no PATH, so Windows is the same. */
const SCRIPT = process.env.npm_execpath;

/**
 * Runs npm and keeps what it prints.
 * @returns `{ status, output }`; status null where npm could not be started.
 */
export function npm(words, options = {}) {
  const direct = SCRIPT !== undefined && /\.c?js$/.test(SCRIPT);
  const { status, stdout, stderr, error } = spawnSync(
    direct ? process.execPath : 'npm',
    direct ? [SCRIPT, ...words] : words,
    {
      encoding: 'utf8',
      maxBuffer: 1 << 26,
      stdio: ['ignore', 'pipe', 'pipe'],
      // Only a shell finds npm.cmd. The words are Nab's own and hold no blanks.
      shell: !direct && process.platform === 'win32',
      ...options,
    },
  );
  return { status, output: `${stdout ?? ''}${stderr ?? ''}${error ? error.message : ''}` };
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
