import { X509Certificate } from 'node:crypto';
import { chmodSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { isIP } from 'node:net';
import { hostname, networkInterfaces } from 'node:os';
import { join } from 'node:path';

/** Browsers take no longer ones; made anew when less than the second is left. */
const DAYS = 397;
const LEAST_DAYS = 30;
const DAY_MS = 86_400_000;

/** Names and addresses by which the tablets of a room reach this machine. */
export function ownNames(more = []) {
  const addresses = Object.values(networkInterfaces())
    .flatMap((nets) => nets ?? [])
    .filter(({ family }) => family === 'IPv4')
    .map(({ address }) => address);
  const own = hostname().toLowerCase();
  return [...new Set(['localhost', '127.0.0.1', own, `${own}.local`, ...addresses, ...more])];
}

/** Whether a certificate is good for all names and for some time yet. */
function serves(path, names, now) {
  if (!existsSync(path)) return false;
  const certificate = new X509Certificate(readFileSync(path));
  const left = Date.parse(certificate.validTo) - now;
  return (
    left > LEAST_DAYS * DAY_MS &&
    names.every((name) =>
      isIP(name) ? certificate.checkIP(name) : certificate.checkHost(name) !== undefined,
    )
  );
}

/**
 * A certificate of this machine's own, kept in a folder and made anew when it ends soon or the machine
 * has another name or address. Nobody vouches for it: a browser asks once.
 * @returns paths of certificate and key, and the fingerprint to compare (SHA-256).
 */
export async function ownCertificate(folder, names, now = Date.now()) {
  const paths = { cert: join(folder, 'own-certificate.pem'), key: join(folder, 'own-key.pem') };
  if (!serves(paths.cert, names, now)) {
    const { default: selfsigned } = await import('selfsigned');
    const made = await selfsigned.generate([{ name: 'commonName', value: 'Nab' }], {
      keyType: 'ec',
      notBeforeDate: new Date(now - DAY_MS),
      notAfterDate: new Date(now + (DAYS - 1) * DAY_MS),
      extensions: [
        {
          name: 'subjectAltName',
          altNames: names.map((name) =>
            isIP(name) ? { type: 7, ip: name } : { type: 2, value: name },
          ),
        },
      ],
    });
    mkdirSync(folder, { recursive: true });
    writeFileSync(paths.key, made.private, { mode: 0o600 });
    chmodSync(paths.key, 0o600);
    writeFileSync(paths.cert, made.cert);
  }
  const { fingerprint256 } = new X509Certificate(readFileSync(paths.cert));
  return { ...paths, fingerprint: fingerprint256 };
}
