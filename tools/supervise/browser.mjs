import { spawn } from 'node:child_process';

const OPENERS = {
  darwin: ['open'],
  win32: ['cmd', '/c', 'start', ''],
  linux: ['xdg-open'],
};

/** Opens a page in the user's browser; says what to do where that is impossible. */
export function openBrowser(address) {
  const [program, ...words] = OPENERS[process.platform] ?? OPENERS.linux;
  const child = spawn(program, [...words, address], { stdio: 'ignore', detached: true });
  child.once('error', () => console.error(`No browser could be opened. Open ${address} yourself.`));
  child.unref();
}
