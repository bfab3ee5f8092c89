// Runs the project's own development programs and says how long each took.
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { projectFolder } from '../install/folders.mjs';

const bin = (program) => join(projectFolder, 'node_modules', '.bin', program);
const seconds = (begun) => ((performance.now() - begun) / 1000).toFixed(0);

/** Runs one program with its output as it comes. @returns whether it ended well. */
export async function run(title, [program, ...words], { env = {}, cwd = projectFolder } = {}) {
  console.log(`\n== ${title}`);
  const begun = performance.now();
  const child = spawn(bin(program), words, {
    cwd,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, ...env },
  });
  const [status] = await once(child, 'close');
  console.log(`   took ${seconds(begun)} s`);
  return status === 0;
}

/**
 * Runs checks, as many at once as there are cores; what each says comes in one piece.
 * @param checks `[title, [program, ...words]]`, the longest first.
 * @param tell is told each title and whether it ended well.
 */
export async function checkAll(checks, tell) {
  const waiting = [...checks];
  const work = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) {
      const [title, [program, ...words]] = next;
      const begun = performance.now();
      const child = spawn(bin(program), words, {
        cwd: projectFolder,
        stdio: ['ignore', 'pipe', 'pipe'],
      });
      let said = '';
      for (const stream of [child.stdout, child.stderr]) {
        stream.setEncoding('utf8').on('data', (text) => (said += text));
      }
      const [status] = await once(child, 'close');
      console.log(`\n== ${title}\n${said}   took ${seconds(begun)} s`);
      tell(title, status === 0);
    }
  };
  await Promise.all(Array.from({ length: availableParallelism() }, work));
}
