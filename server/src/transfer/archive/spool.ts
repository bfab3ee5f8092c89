import { createReadStream, createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import pLimit from 'p-limit';
import { ProblemError } from '../../platform/problems/index.js';

/** The largest file that is taken, bytes: many times what a school makes in a year. */
const MOST_BYTES = 1024 ** 3;
/** So many arrive or wait at once; more are told to come back. */
const MOST_HERE = 8;

/** So many are put back at once; each of them works a database connection hard. */
const work = pLimit(2);
let here = 0;

/**
 * Lets a body arrive as a whole, on disk, before anything is done with it: no database connection
 * waits for bytes that may never come. Files that have arrived are used two at a time, in order.
 * @param use what is done with it; its argument opens the file, as often as it is called.
 * @throws ProblemError BUSY where too many are under way; TOO_LARGE.
 */
export async function spooled<T>(
  body: Readable,
  use: (file: () => Readable) => Promise<T>,
  most: number = MOST_BYTES,
): Promise<T> {
  if (here >= MOST_HERE) {
    body.resume();
    throw new ProblemError('BUSY', {
      detail: 'Other files are being put back. Try again shortly.',
    });
  }
  here++;
  const folder = await mkdtemp(join(tmpdir(), 'nab-upload-'));
  try {
    const path = join(folder, 'file');
    await pipeline(body, limited(most), createWriteStream(path, { mode: 0o600 }));
    return await work(() => use(() => createReadStream(path)));
  } finally {
    here--;
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
