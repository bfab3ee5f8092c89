// Screens of a lesson in a thread of their own, so that whoever writes is not held up by whoever hears.
import { parentPort, workerData } from 'node:worker_threads';
import { Screen } from '../soak/screen.mjs';

const { addresses, id, count } = workerData;
/** By reading: when each screen heard of it, ms on a clock that all threads share. */
const heard = new Map();

function told(reading) {
  if (!heard.has(reading)) heard.set(reading, []);
  heard.get(reading).push(performance.timeOrigin + performance.now());
}

const screens = Array.from(
  { length: count },
  (_, i) => new Screen(addresses[i % addresses.length], id, null, told),
);
await Promise.all(screens.map(({ opened }) => opened));
parentPort.once('message', () => {
  for (const screen of screens) screen.leave();
  parentPort.postMessage(heard);
});
parentPort.postMessage('open');
