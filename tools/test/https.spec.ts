import { X509Certificate } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs';
import { request } from 'node:https';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { removeCluster, startCluster } from '../database/cluster.mjs';
import { ask } from '../supervise/ask.mjs';
import { ownCertificate, ownNames } from '../supervise/certificate.mjs';
import { freePort } from '../supervise/free-port.mjs';
import { startServer } from '../supervise/server.mjs';

const root = new URL('../..', import.meta.url).pathname;
const folder = mkdtempSync(join(root, '.cache', 'https-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const DAY = 86_400_000;

describe('a certificate of this machine’s own', () => {
  const names = ['localhost', '127.0.0.1', 'magnets.local'];

  it('is for the names and addresses it is reached by, and its key is nobody else’s', async () => {
    const made = await ownCertificate(folder, names);
    const certificate = new X509Certificate(readFileSync(made.cert));
    expect(certificate.checkHost('magnets.local')).toBe('magnets.local');
    expect(certificate.checkIP('127.0.0.1')).toBe('127.0.0.1');
    expect(certificate.checkHost('elsewhere.example')).toBeUndefined();
    // The longest that browsers take is 398 days.
    const days = (Date.parse(certificate.validTo) - Date.parse(certificate.validFrom)) / DAY;
    expect(days).toBeLessThanOrEqual(398);
    expect(statSync(made.key).mode & 0o077).toBe(0);
    expect(made.fingerprint).toBe(certificate.fingerprint256);
  });

  it('stays until it ends soon or the machine has another name', async () => {
    const first = await ownCertificate(folder, names);
    expect((await ownCertificate(folder, names)).fingerprint).toBe(first.fingerprint);
    const later = await ownCertificate(folder, names, Date.now() + 370 * DAY);
    expect(later.fingerprint).not.toBe(first.fingerprint);
    const more = await ownCertificate(folder, [...names, 'nab.school']);
    expect(more.fingerprint).not.toBe(later.fingerprint);
  });

  it('names this machine as tablets reach it', () => {
    expect(ownNames(['nab.school'])).toEqual(
      expect.arrayContaining(['localhost', '127.0.0.1', 'nab.school']),
    );
  });
});

describe('a server with a certificate', { timeout: 90_000 }, () => {
  it('speaks HTTPS only, and its cookie goes nowhere else', async () => {
    const cluster = await startCluster(`https-${process.pid}`);
    try {
      await cluster.ensureDatabase('nab');
      const phrase = 'tidepool at low water';
      const server = await startServer({
        databaseUrl: cluster.url('nab'),
        port: await freePort(),
        demo: false,
        tls: await ownCertificate(folder, ownNames()),
        environment: { NAB_CLASSROOM: 'yes', NAB_PASS_PHRASE: phrase },
      });
      try {
        expect(server.address).toMatch(/^https:/);
        expect((await ask(server.address, '/api/health')).status).toBe(200);
        await expect(ask(server.address.replace('https', 'http'), '/api/health')).rejects.toThrow();
        const cookie = await signIn(server.address, phrase);
        expect(cookie).toMatch(/; Secure/);
        expect(cookie).toMatch(/; HttpOnly/);
      } finally {
        await server.stop();
      }
    } finally {
      await cluster.stop();
      removeCluster(cluster);
    }
  });
});

function signIn(address: string, passPhrase: string): Promise<string> {
  return new Promise((resolve, reject) => {
    const sent = request(
      `${address}/api/session`,
      {
        method: 'POST',
        rejectUnauthorized: false,
        headers: { 'content-type': 'application/json' },
      },
      (answer) => resolve(String(answer.headers['set-cookie'])),
    );
    sent.on('error', reject);
    sent.end(JSON.stringify({ passPhrase }));
  });
}
