import { type HttpHeaders, HttpRequest, HttpResponse } from '@angular/common/http';
import { TestBed } from '@angular/core/testing';
import { SwUpdate, type VersionEvent } from '@angular/service-worker';
import { of, Subject } from 'rxjs';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { pastTheShell } from './past-the-shell';
import { Shell } from './shell';

afterEach(() => vi.unstubAllGlobals());

interface Browser {
  readonly secure?: boolean;
  readonly protocol?: string;
  /** Whether it has service workers at all. */
  readonly able?: boolean;
  /** Whether it lets Nab’s be registered. */
  readonly registers?: boolean;
  /** Files of the application that lie in it. */
  readonly kept?: readonly string[];
  readonly serverAway?: boolean;
  /** The page came from what is kept. */
  readonly controlled?: boolean;
}

const FILES = ['/index.html', '/main.js'];

function shellIn({
  secure = true,
  protocol = 'https:',
  able = true,
  registers = true,
  kept = FILES,
  serverAway = false,
  controlled = false,
}: Browser) {
  vi.useFakeTimers();
  vi.stubGlobal('isSecureContext', secure);
  vi.stubGlobal('location', { protocol });
  vi.stubGlobal('navigator', {
    serviceWorker: {
      ready: registers ? Promise.resolve({}) : new Promise(() => undefined),
      controller: controlled ? {} : null,
    },
  });
  vi.stubGlobal('caches', {
    match: (url: string) => Promise.resolve(kept.includes(url) ? {} : undefined),
  });
  vi.stubGlobal('fetch', () =>
    serverAway
      ? Promise.reject(new TypeError('away'))
      : Promise.resolve({ json: () => Promise.resolve({ assetGroups: [{ urls: FILES }] }) }),
  );
  const versionUpdates = new Subject<Pick<VersionEvent, 'type'>>();
  const unrecoverable = new Subject<void>();
  TestBed.resetTestingModule();
  TestBed.configureTestingModule({
    providers: [
      {
        provide: SwUpdate,
        useValue: {
          isEnabled: able,
          versionUpdates,
          unrecoverable,
          checkForUpdate: () => Promise.resolve(false),
        },
      },
    ],
  });
  return { shell: TestBed.inject(Shell), versionUpdates, unrecoverable };
}

describe('the application as a browser keeps it', () => {
  afterEach(() => vi.useRealTimers());

  it.each<[string, Browser, string]>([
    ['kept where every file lies in it', {}, 'kept'],
    ['kept on this very machine without HTTPS', { protocol: 'http:' }, 'kept'],
    ['kept where the page came without the server', { serverAway: true, controlled: true }, 'kept'],
    ['not kept without HTTPS', { secure: false }, 'no-https'],
    ['not kept where the certificate is not trusted', { registers: false }, 'not-trusted'],
    ['not kept in an old browser', { able: false }, 'not-possible'],
    [
      'not kept where this machine’s own is refused',
      { registers: false, protocol: 'http:' },
      'not-possible',
    ],
    ['not known while files are missing', { kept: ['/index.html'] }, 'asked'],
    ['not known while the server is away at the first visit', { serverAway: true }, 'asked'],
  ])('is %s', async (_, browser, expected) => {
    const { shell } = shellIn(browser);
    await vi.advanceTimersByTimeAsync(25_000);
    expect(shell.state()).toBe(expected);
    expect(shell.bound() === null).toBe(expected === 'kept' || expected === 'asked');
  });

  it('says that a newer one lies ready, and when the one on screen has holes', () => {
    const { shell, versionUpdates } = shellIn({});
    versionUpdates.next({ type: 'VERSION_DETECTED' });
    expect(shell.newer()).toBe(false);
    versionUpdates.next({ type: 'VERSION_READY' });
    expect(shell.newer()).toBe(true);
    const holed = shellIn({});
    holed.unrecoverable.next();
    expect(holed.shell.newer()).toBe(true);
  });
});

it('has requests to the server go past what keeps the application', () => {
  let sent: HttpHeaders | null = null;
  pastTheShell(new HttpRequest('GET', '/api/session'), (request) => {
    sent = request.headers as HttpHeaders;
    return of(new HttpResponse());
  });
  expect(sent!.has('ngsw-bypass')).toBe(true);
});
