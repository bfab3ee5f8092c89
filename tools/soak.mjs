// npm run soak -- [LESSONS] [TIMES AS FAST]: a school day of one server, played fast. What it holds at
// the end is what it held after the first lessons.
import './install/node-version.mjs';

const { ensure } = await import('./install/everything.mjs');
await ensure('database', 'server', 'web');
const { playDay } = await import('./soak/day.mjs');

const [lessons, speed] = [process.argv[2] ?? '6', process.argv[3] ?? '60'];
if (!/^[1-9]\d?$/.test(lessons) || !/^[1-9]\d{0,2}$/.test(speed)) {
  console.error('Say how many lessons, and how many times as fast: npm run soak -- 6 60');
  process.exit(2);
}
const faults = await playDay(Number(lessons), Number(speed), (words) => console.log(words));
for (const fault of faults) console.log(`fault: ${fault}`);
if (faults.length > 0) process.exitCode = 1;
else console.log('Memory is level, nothing is held, every reading was stored and heard.');
