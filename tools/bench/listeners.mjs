// Screens of a lesson in a thread of their own, so that whoever writes is not held up by whoever hears.
import { parentPort, workerData } from 'node:worker_threads';

const { addresses, id, count } = workerData;
/** By reading: when each screen heard of it, ms on a clock that all threads share. */
const heard = new Map();
const stop = new AbortController();

async function listen(address, opened) {
  const answer = await fetch(`${address}/api/investigations/${id}/events`, { signal: stop.signal });
  const decoder = new TextDecoder();
  let text = '';
  for await (const chunk of answer.body) {
    opened();
    text += decoder.decode(chunk, { stream: true });
    const parts = text.split('\n\n');
    text = parts.pop();
    const now = performance.timeOrigin + performance.now();
    for (const part of parts) {
      const reading = /^event: reading\ndata: (.*)$/m.exec(part);
      if (!reading) continue;
      const { id: of } = JSON.parse(reading[1]);
      if (!heard.has(of)) heard.set(of, []);
      heard.get(of).push(now);
    }
  }
}

const opened = Array.from(
  { length: count },
  (_, i) =>
    new Promise((resolve) => {
      listen(addresses[i % addresses.length], resolve).catch(resolve);
    }),
);
await Promise.all(opened);
parentPort.once('message', () => {
  stop.abort();
  parentPort.postMessage(heard);
});
parentPort.postMessage('open');
