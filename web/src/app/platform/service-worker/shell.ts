import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { SwUpdate } from '@angular/service-worker';
import { filter, interval } from 'rxjs';

/**
 * Whether this browser opens Nab without the network: it is being found out; it does; it cannot,
 * because it came without HTTPS, because it does not trust the certificate, or because it keeps
 * nothing (a private window, an old browser).
 */
export type ShellState = 'asked' | 'kept' | 'no-https' | 'not-trusted' | 'not-possible';

/** A browser that has not begun to keep the application by then does not mean to. */
const PATIENCE_MS = 20_000;
const LOOK_MS = 2_000;
const ASK_FOR_NEWER_MS = 600_000;

const BOUND: Readonly<Record<ShellState, string | null>> = {
  asked: null,
  kept: null,
  'no-https': 'it came without HTTPS',
  'not-trusted': 'its certificate is not trusted here',
  'not-possible': 'this browser cannot keep it',
};

/** The application as this browser keeps it, and whether a newer one lies ready. */
@Injectable({ providedIn: 'root' })
export class Shell {
  private readonly updates = inject(SwUpdate);
  private readonly stateSignal = signal<ShellState>('asked');
  private readonly newerSignal = signal(false);
  readonly state = this.stateSignal.asReadonly();
  /** A newer Nab lies ready, or the one on screen can no longer be read whole. */
  readonly newer = this.newerSignal.asReadonly();

  constructor() {
    void this.find().then((state) => this.stateSignal.set(state));
    this.updates.versionUpdates
      .pipe(
        filter(({ type }) => type === 'VERSION_READY'),
        takeUntilDestroyed(),
      )
      .subscribe(() => this.newerSignal.set(true));
    this.updates.unrecoverable
      .pipe(takeUntilDestroyed())
      .subscribe(() => this.newerSignal.set(true));
    if (!this.updates.isEnabled) return;
    interval(ASK_FOR_NEWER_MS)
      .pipe(takeUntilDestroyed())
      .subscribe(() => void this.updates.checkForUpdate().catch(() => false));
  }

  /** Why this browser opens Nab with the server only; null where it does not, or it is not known yet. */
  readonly bound = computed((): string | null => BOUND[this.state()]);

  /** Opens the newer one. What waits on this device is not the page’s: it is still there after it. */
  async renew(): Promise<void> {
    await this.updates.activateUpdate().catch(() => false);
    document.location.reload();
  }

  private async find(): Promise<ShellState> {
    if (!window.isSecureContext) return 'no-https';
    if (!this.updates.isEnabled) return 'not-possible';
    const registered = await settled(navigator.serviceWorker.ready, PATIENCE_MS);
    if (!registered) return location.protocol === 'https:' ? 'not-trusted' : 'not-possible';
    while (!(await isWhole())) await pause(LOOK_MS);
    return 'kept';
  }
}

interface Manifest {
  readonly assetGroups: readonly { readonly urls: readonly string[] }[];
}

/** Whether every file of the application lies in this browser: they come in after the first page. */
async function isWhole(): Promise<boolean> {
  let manifest: Manifest;
  try {
    manifest = (await (await fetch('/ngsw.json?ngsw-bypass')).json()) as Manifest;
  } catch {
    // The server is away; a page that came without it shows that it can be done.
    return navigator.serviceWorker.controller !== null;
  }
  const urls = manifest.assetGroups.flatMap((group) => group.urls);
  const kept = await Promise.all(urls.map((url) => caches.match(url)));
  return kept.every((file) => file !== undefined);
}

const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

/** What a promise gives; undefined when it fails or takes too long. */
const settled = <T>(promise: Promise<T>, patience_ms: number): Promise<T | undefined> =>
  Promise.race([promise.catch(() => undefined), pause(patience_ms).then(() => undefined)]);
