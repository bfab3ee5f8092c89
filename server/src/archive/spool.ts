import { createReadStream, createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { ProblemError } from '../problems/index.js';

/** The largest file that is taken, bytes: many times what a school makes in a year. */
const MOST_BYTES = 1024 ** 3;

/** So many files are put back at once; each of them works a database connection hard. */
const MOST_AT_ONCE = 2;
let underWay = 0;

/**
 * Lets a body arrive as a whole, on disk, before anything is done with it: no database connection
 * waits for bytes that may never come.
 * @throws ProblemError BUSY where two are under way; TOO_LARGE.
 */
export async function spooled<T>(
  body: Readable,
  use: (file: Readable) => Promise<T>,
  most: number = MOST_BYTES,
): Promise<T> {
  if (underWay >= MOST_AT_ONCE) {
    body.resume();
    throw new ProblemError('BUSY', { detail: 'Two files are being put back. Try again shortly.' });
  }
  underWay++;
  const folder = await mkdtemp(join(tmpdir(), 'nab-upload-'));
  try {
    const path = join(folder, 'file');
    await pipeline(body, limited(most), createWriteStream(path, { mode: 0o600 }));
    return await use(createReadStream(path));
  } finally {
    underWay--;
    await rm(folder, { recursive: true, force: true });
  }
}

function limited(most: number): Transform {
  let bytes = 0;
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length;
      if (bytes > most) done(new ProblemError('TOO_LARGE'));
      else done(null, chunk);
    },
  });
}
