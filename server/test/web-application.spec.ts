import { mkdtempSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync, brotliDecompressSync, gunzipSync, gzipSync } from 'node:zlib';
import type { FastifyInstance } from 'fastify';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { buildApp } from '../src/app.js';
import { databaseUrl, emptyDatabase } from './harness.js';
import { migrate } from '../src/platform/database/index.js';

let app: FastifyInstance;
const folder = mkdtempSync(join(tmpdir(), 'nab-web-'));
beforeAll(async () => {
  mkdirSync(join(folder, 'media'));
  writeFileSync(
    join(folder, 'index.html'),
    '<html><head><title>Nab</title></head><body><script src="main-ABCDEFGH.js" type="module"></script></body></html>',
  );
  writeFileSync(
    join(folder, 'pages.json'),
    JSON.stringify([
      { path: '', files: ['home.js'] },
      { path: 'investigations/:id/run', files: ['page.js', 'run.js'] },
      { path: 'vote/:poll', files: ['vote.js'] },
    ]),
  );
  writeFileSync(join(folder, 'main-ABCDEFGH.js'), '1');
  writeFileSync(join(folder, 'main-ABCDEFGH.js.gz'), gzipSync('1'));
  writeFileSync(join(folder, 'main-ABCDEFGH.js.br'), brotliCompressSync('1'));
  writeFileSync(join(folder, 'mark.svg'), '<svg/>');
  const sequelize = await emptyDatabase();
  await migrate(sequelize);
  app = await buildApp({ sequelize, databaseUrl: databaseUrl(), webFolder: folder });
});
afterAll(async () => {
  await app.close();
  rmSync(folder, { recursive: true, force: true });
});

describe('the built application', () => {
  it.each(['/', '/investigations/x/run', '/nowhere'])(
    'answers the page %s with its index',
    async (url) => {
      for (const method of ['GET', 'HEAD'] as const) {
        const answer = await app.inject({ method, url });
        expect(answer.statusCode).toBe(200);
        expect(answer.headers['content-type']).toMatch('text/html');
        expect(answer.headers['cache-control']).toBe('no-cache');
      }
    },
  );

  const LESSON = '00000000-0000-4000-8000-000000000001';
  it.each([
    ['/', ['home.js'], ['/api/session']],
    ['/?find=steel', ['home.js'], ['/api/session']],
    [
      `/investigations/${LESSON}/run`,
      ['page.js', 'run.js'],
      ['/api/session', `/api/investigations/${LESSON}`],
    ],
    // What is no id is asked for by nobody, and stands nowhere in the page.
    ['/investigations/"><script>/run', ['page.js', 'run.js'], ['/api/session']],
    ['/vote/5', ['vote.js'], ['/api/session']],
    ['/investigations/x/nowhere', [], []],
    ['/index.html', [], []],
  ])('names in the page %s what it needs', async (url, files, data) => {
    const { body } = await app.inject({ url });
    const named = [...body.matchAll(/<link rel="modulepreload" href="([^"]+)">/g)];
    expect(named.map(([, name]) => name)).toEqual(files);
    const asked = [...body.matchAll(/<link rel="preload" as="fetch"[^>]* href="([^"]+)">/g)];
    expect(asked.map(([, name]) => name)).toEqual(data);
    // What runs first is fetched first.
    if (files.length > 0) expect(body.indexOf('main-')).toBeLessThan(body.indexOf(files[0]!));
    expect(body).not.toContain('"><script>/');
  });

  it('sends what the build compressed to whoever understands it', async () => {
    const url = '/main-ABCDEFGH.js';
    const least = await app.inject({ url, headers: { 'accept-encoding': 'gzip, deflate, br' } });
    expect(least.headers['content-encoding']).toBe('br');
    expect(least.headers['content-type']).toMatch('javascript');
    expect(least.headers['cache-control']).toContain('immutable');
    expect(brotliDecompressSync(least.rawPayload).toString()).toBe('1');
    const small = await app.inject({ url, headers: { 'accept-encoding': 'gzip' } });
    expect(small.headers['content-encoding']).toBe('gzip');
    expect(small.headers['content-type']).toMatch('javascript');
    expect(small.headers['cache-control']).toContain('immutable');
    expect(gunzipSync(small.rawPayload).toString()).toBe('1');
    const plain = await app.inject({ url });
    expect(plain.headers['content-encoding']).toBeUndefined();
    expect(plain.payload).toBe('1');
  });

  it('may keep hashed files for ever and must ask again for the others', async () => {
    const hashed = await app.inject({ url: '/main-ABCDEFGH.js' });
    expect(hashed.headers['cache-control']).toContain('immutable');
    expect((await app.inject({ url: '/mark.svg' })).headers['cache-control']).toBe('no-cache');
  });

  it.each([
    ['GET', '/missing.js'],
    ['GET', '/api/missing'],
    ['POST', '/investigations/x'],
  ] as const)('does not answer %s %s with a page', async (method, url) => {
    const answer = await app.inject({ method, url });
    expect(answer.statusCode).toBe(404);
    expect(answer.json().code).toBe('NOT_FOUND');
  });

  it('does not reach outside its folder', async () => {
    const answer = await app.inject({ url: '/..%2f..%2fetc%2fpasswd' });
    expect(answer.body).not.toContain('root:');
  });

  it('takes writes from its own origin', async () => {
    const answer = await app.inject({
      method: 'POST',
      url: '/api/investigations',
      headers: { origin: 'http://127.0.0.1:4170', host: '127.0.0.1:4170' },
      payload: {},
    });
    expect(answer.statusCode).toBe(422);
  });
});
