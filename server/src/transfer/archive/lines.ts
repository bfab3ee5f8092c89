import type { Readable } from 'node:stream';
import { createGunzip } from 'node:zlib';
import { faulty } from './faulty.js';

/** What a file of lines may become unpacked: so many bytes, and so many times itself. */
const MOST_UNPACKED = 8 * 1024 ** 3;
const MOST_RATIO = 200;
/** Below this no ratio is looked at. */
const SMALL = 10_000_000;
/** The longest line, characters: a design with everything in it has a tenth of that. */
const MOST_OF_A_LINE = 1_000_000;
/** More than any school has, and less than would fill a disk by mistake. */
const MOST_LINES = 5_000_000;

/** The lines of a packed file, numbered from 1, unpacked as they are asked for. */
export async function* linesOf(file: Readable): AsyncGenerator<readonly [number, string]> {
  const unpacked = file.pipe(createGunzip());
  file.on('error', (error) => unpacked.destroy(error));
  const decoder = new TextDecoder('utf-8', { fatal: true });
  let rest = '';
  let bytes = 0;
  let number = 0;
  try {
    for await (const chunk of unpacked) {
      bytes += (chunk as Buffer).length;
      const isBomb = bytes > SMALL && bytes > MOST_RATIO * unpacked.bytesWritten;
      if (bytes > MOST_UNPACKED || isBomb) throw faulty('file', 'It is too large unpacked.');
      const lines = (rest + decoder.decode(chunk as Buffer, { stream: true })).split('\n');
      rest = lines.pop()!;
      if (rest.length > MOST_OF_A_LINE) throw faulty('file', 'It has a line that is too long.');
      for (const line of lines) {
        if (++number > MOST_LINES) throw faulty(`line ${number}`, 'The file has too many lines.');
        yield [number, line];
      }
    }
  } catch (error) {
    if (error instanceof TypeError || (error as { code?: string }).code?.startsWith('Z_')) {
      throw faulty('file', 'It is damaged, or no file that Nab made with “Download everything”.');
    }
    throw error;
  } finally {
    file.destroy();
  }
  if (rest !== '') throw faulty('file', 'It ends in the middle of a line.');
}
