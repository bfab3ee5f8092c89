// Loaded into the server before it starts: says what it holds when it is asked.
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';

setFlagsFromString('--expose-gc');
const collect = runInNewContext('gc');

process.on('message', (what) => {
  if (what !== 'measure') return;
  collect();
  collect();
  const handles = {};
  for (const name of process.getActiveResourcesInfo()) handles[name] = (handles[name] ?? 0) + 1;
  const { heapUsed, rss, external } = process.memoryUsage();
  process.send({ heapUsed, rss, external, handles });
});
