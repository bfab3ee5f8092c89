import { parseArgs } from 'node:util';

const USAGE = `npm start                          alone on this machine, at http://127.0.0.1:4170
npm start -- --classroom           for tablets of the room: everybody signs in or joins, over HTTPS
  --cert FILE --key FILE           the school's certificate; without them Nab makes its own
  --plain-http                     no HTTPS: whoever listens on the network reads everything
  --port N                         another port than 4170
  --open                           open the page in the browser once Nab runs
  --new-pass-phrase                forget the pass phrase and end every session
Environment: NAB_PORT, NAB_HOST, NAB_HOSTS, NAB_PASS_PHRASE, NAB_DATA_FOLDER, NAB_LOG_LEVEL`;

/** What was asked for is not possible: said in a sentence, without a trace of the stack. */
export class Refused extends Error {}

/**
 * What `npm start` is asked for, from its words and the environment.
 * @returns {{ classroom: boolean, host: string, port: number, newPassPhrase: boolean, open: boolean,
 *   tls: null | 'own' | { cert: string, key: string } }}
 * @throws {Refused} with what is wrong.
 */
export function startOptions(words, environment) {
  let values;
  try {
    ({ values } = parseArgs({
      args: words,
      options: {
        classroom: { type: 'boolean', default: false },
        port: { type: 'string' },
        open: { type: 'boolean', default: false },
        cert: { type: 'string' },
        key: { type: 'string' },
        'plain-http': { type: 'boolean', default: false },
        'new-pass-phrase': { type: 'boolean', default: false },
        help: { type: 'boolean', short: 'h', default: false },
      },
    }));
  } catch (error) {
    throw new Refused(`${error.message}\n\n${USAGE}`);
  }
  if (values.help) throw new Refused(USAGE);
  const typed = values.port ?? environment.NAB_PORT ?? '4170';
  const port = Number(typed);
  if (!/^\d+$/.test(typed) || port < 1 || port > 65535) {
    throw new Refused(`“${typed}” is no port: choose a number from 1 to 65535, such as 4170.`);
  }
  return {
    classroom: values.classroom,
    host: environment.NAB_HOST ?? (values.classroom ? '0.0.0.0' : '127.0.0.1'),
    port,
    newPassPhrase: values['new-pass-phrase'],
    open: values.open,
    tls: tlsOf(values),
  };
}

/** Alone on the machine there is nobody to listen; in a classroom only who asks for it goes without. */
function tlsOf({ classroom, cert, key, 'plain-http': plain }) {
  if ((cert === undefined) !== (key === undefined)) {
    throw new Refused(
      'A certificate needs its key, and a key its certificate: --cert FILE --key FILE.',
    );
  }
  if (cert !== undefined && plain) throw new Refused('Either --plain-http or a certificate.');
  if (cert !== undefined) return { cert, key };
  return classroom && !plain ? 'own' : null;
}
