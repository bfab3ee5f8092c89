import { existsSync } from 'node:fs';
import { delimiter, join } from 'node:path';

const SETPRIV =
  process.platform === 'linux' &&
  (process.env.PATH ?? '')
    .split(delimiter)
    .map((folder) => join(folder, 'setpriv'))
    .find((path) => existsSync(path));

/**
 * The words that start a child which ends when this process dies, as another user if wanted: by
 * Linux' own means where they are there. Elsewhere a child has to notice by itself (the server reads
 * a channel that closes) or is found and ended by the next start (the database).
 * @param signal what it is sent when this process dies.
 * @param identity `{ uid, gid }`, or null to stay who one is.
 * @param command program and its arguments.
 */
export function guard(signal, identity, command) {
  if (!SETPRIV) return command;
  const user = identity
    ? [`--reuid=${identity.uid}`, `--regid=${identity.gid}`, '--clear-groups']
    : [];
  return [SETPRIV, ...user, `--pdeathsig=${signal}`, '--', ...command];
}
