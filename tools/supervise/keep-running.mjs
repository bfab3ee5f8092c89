import { setTimeout as sleep } from 'node:timers/promises';

/** Restarts that are one fault after another, and not a fault now and then. */
const MOST_IN_A_MINUTE = 8;
const LONGEST_WAIT_MS = 10_000;

/**
 * Keeps something running: starts it, waits until it ends or no longer answers, and starts it afresh,
 * as often as it takes; a fault while it is starting again is a fault like any other.
 * @param start starts everything; resolves to `{ ended: Promise<string>, stop: () => Promise<void> }`,
 *   where `ended` says what ended, or rejects when it cannot start.
 * @param tell is told what happened, in a sentence.
 * @param name what it is that runs.
 * @returns `{ first, stop, over }`: `first` resolves once it runs, and rejects when the first start
 *   fails; `over` resolves to null after `stop`, or to why it was given up.
 */
export function keepRunning(start, tell, name = 'Nab') {
  let stopping = false;
  let running = null;
  let wake = () => {};
  const asked = new Promise((resolve) => (wake = resolve));
  const faults = [];
  let begun;
  const first = new Promise((resolve, reject) => (begun = { resolve, reject }));
  // Whoever does not wait for the first start hears of it in `over`.
  first.catch(() => {});

  async function once() {
    running = await start();
    if (begun) begun.resolve();
    else tell(`${name} is running again.`);
    begun = null;
    const what = await Promise.race([running.ended, asked]);
    await running.stop();
    running = null;
    if (!stopping) tell(`${what}; starting it again.`);
  }

  async function run() {
    while (!stopping) {
      try {
        await once();
      } catch (error) {
        await running?.stop();
        running = null;
        if (begun) {
          begun.reject(error);
          return error.message;
        }
        tell(`${error.message}\nTrying again.`);
      }
      if (stopping) break;
      const now = Date.now();
      faults.push(now);
      const recent = faults.filter((at) => now - at < 60_000).length;
      if (recent > MOST_IN_A_MINUTE) return 'It keeps stopping.';
      await Promise.race([sleep(Math.min(100 * 2 ** recent, LONGEST_WAIT_MS)), asked]);
    }
    return null;
  }

  return {
    first,
    over: run(),
    stop: () => {
      stopping = true;
      wake();
    },
  };
}
