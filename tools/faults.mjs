// npm run faults -- [HOW MANY] [SEED]: kills, a frozen database, copied folders, pulled cables, double
// taps and more while tablets write; as many of one kind as of another.
import './install/node-version.mjs';

const { ensure } = await import('./install/everything.mjs');
await ensure('database', 'server', 'web');
const { OwnNab } = await import('./faults/own-nab.mjs');
const { injectFaults } = await import('./faults/inject.mjs');

const [count, seed] = [process.argv[2] ?? '1000', process.argv[3] ?? String(Date.now() % 2 ** 32)];
if (!/^\d{1,6}$/.test(count) || !/^\d{1,10}$/.test(seed)) {
  console.error('Say how many, and a seed: npm run faults -- 1000 7');
  process.exit(2);
}
console.log(`${count} faults, seed ${seed}`);
const nab = new OwnNab();
try {
  await nab.start();
  const report = await injectFaults(nab, Number(count), Number(seed), (words) =>
    console.log(words),
  );
  const { kinds, readings, lost, doubled, unknown, altered, wrong, copies } = report;
  for (const [kind, n] of Object.entries(kinds)) console.log(`${kind.padEnd(18)} ${n}`);
  console.log(`readings           ${readings}`);
  const bad = { lost, unknown, altered, wrong, 'not in a copy': copies };
  for (const [what, list] of Object.entries(bad)) console.log(`${what.padEnd(18)} ${list.length}`);
  console.log(`doubled            ${doubled}`);
  if (wrong.length > 0) console.log(wrong.slice(0, 5));
  if (doubled > 0 || Object.values(bad).some((list) => list.length > 0)) process.exitCode = 1;
} finally {
  await nab.end();
}
