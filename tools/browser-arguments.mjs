import { existsSync } from 'node:fs';

export const WINDOWLESS = '/usr/bin/chromium-headless-shell';
export const WINDOWED = '/usr/bin/chromium';

/** Debian's Chromium, the one without windows where it is there: a page costs it a third less. */
export const chromiumPath = () => (existsSync(WINDOWLESS) ? WINDOWLESS : WINDOWED);

/** Flags for Debian's Chromium on a machine without network, as root too. */
export const CHROMIUM_ARGUMENTS = [
  ...(process.getuid?.() === 0 ? ['--no-sandbox'] : []),
  '--disable-gpu',
  '--disable-dev-shm-usage',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-domain-reliability',
  '--disable-sync',
  '--no-first-run',
  '--no-default-browser-check',
  '--metrics-recording-only',
  '--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1, EXCLUDE localhost',
];
