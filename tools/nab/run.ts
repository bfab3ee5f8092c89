import type { Printing } from '@nab/contract/lesson';
import { isAbsolute, resolve } from 'node:path';
import { CommandError, readHandedOn, readJsonFile } from './files.js';

const USAGE = `Usage:
  npm run --silent nab -- evaluate FILE    prints every computed quantity of a design as JSON
  npm run --silent nab -- diagnose FILE    prints why a magnet may not lift, from symptoms and
                                           readings, as JSON: causes with their probabilities, and
                                           what to try next
  npm run --silent nab -- findings FILE    prints every statistic of readings as JSON: of an
                                           investigation's file, a data package, or a CSV with the
                                           columns level,value[,group][,order][,censored]
  npm run --silent nab -- list             prints experiments, factors and measures as JSON
  npm run --silent nab -- predict FILE --factor ID --levels a,b,c [--series ID=a,b]
                                       [--measure ID] [--load MASS]
                                           prints what a design of any experiment is predicted to
                                           do at each level, a JSON line a level
  npm run --silent nab -- print FILE OUT.pdf [--paper A4|Letter] [--reader plain|full]
                                       [--sheets pupil,four-box,educator,cards,labels,kit,risk]
                                           prints the sheets of an investigation's file
  npm run --silent nab -- reference FILE [--tier 1|2]
                                           checks the cases of a reference file, a JSON line a value;
                                           tier 2, finite elements, takes minutes
  npm run --silent nab -- accuracy [--first N]
                                           prints tier 1 against tier 2 over a matrix of rods and
                                           pipes as the tables of docs/accuracy.md; takes minutes
  npm run --silent nab -- accuracy heap [--first N]
                                           prints the heap by tier 1's formula against the one grown
                                           as a material in the field; takes some twenty minutes

FILE formats: docs/formats.md. Exit code 0: all is well; 1: a reference value is not met;
2: the command or the file cannot be used.
`;

const TIERS: Readonly<Record<string, readonly (1 | 2)[]>> = { '1': [1], '2': [2] };

/**
 * Runs one command line. Each command's code is loaded only when it is typed, so that a short one
 * does not wait for the PDF writer or the statistics.
 * @returns the exit code.
 */
export async function run(words: readonly string[]): Promise<number> {
  try {
    return await command(words);
  } catch (error) {
    if (!(error instanceof CommandError)) throw error;
    process.stderr.write(`nab: ${error.message}\n`);
    return 2;
  }
}

async function command([name = '', file, ...rest]: readonly string[]): Promise<number> {
  if (name === 'help' || name === '--help' || name === '-h') {
    process.stdout.write(USAGE);
    return 0;
  }
  const placeOf = (path: string): string =>
    isAbsolute(path) ? path : resolve(process.env['INIT_CWD'] ?? process.cwd(), path);
  const read = (path: string): unknown => readJsonFile(placeOf(path));
  if (name === 'accuracy') {
    const heap = file === 'heap';
    const words = optionsOf(heap || file === undefined ? rest : [file, ...rest], ['first']);
    const first = Number(words?.first ?? Infinity);
    if (words !== null && first >= 1) {
      if (heap) return (await import('./heap-accuracy.js')).heapAccuracy(first);
      return (await import('./accuracy.js')).accuracy(first);
    }
  }
  if (name === 'evaluate' && file !== undefined && rest.length === 0) {
    const { evaluate } = await import('./evaluate.js');
    return evaluate(read(file));
  }
  if (name === 'diagnose' && file !== undefined && rest.length === 0) {
    const { diagnose } = await import('./diagnose.js');
    return diagnose(read(file));
  }
  if (name === 'findings' && file !== undefined && rest.length === 0) {
    const { findings } = await import('./findings.js');
    return findings(readHandedOn(placeOf(file)), file);
  }
  if (name === 'list' && file === undefined) return (await import('./list.js')).list();
  if (name === 'predict' && file !== undefined) {
    const words = optionsOf(rest, ['factor', 'levels', 'series', 'measure', 'load']);
    if (words?.['factor'] !== undefined && words['levels'] !== undefined) {
      const { factor, levels, series, measure, load } = words;
      const { predict } = await import('./predict.js');
      return predict(read(file), { factor, levels, series, measure, load });
    }
  }
  const [out, ...how] = rest;
  if (name === 'print' && file !== undefined && out !== undefined && !out.startsWith('--')) {
    const words = optionsOf(how, ['paper', 'reader', 'sheets']);
    if (words !== null) {
      const { print } = await import('./print.js');
      return print(read(file), placeOf(out), words as Printing);
    }
  }
  const tiers = rest.length === 0 ? ([1, 2] as const) : TIERS[rest[1] ?? ''];
  const plain = rest.length === 0 || (rest.length === 2 && rest[0] === '--tier');
  if (name === 'reference' && file !== undefined && plain && tiers) {
    const { reference } = await import('./reference.js');
    return reference(read(file), tiers);
  }
  process.stderr.write(USAGE);
  return 2;
}

/** Words such as `--factor turns`; null when one is unknown, twice there or without a value. */
function optionsOf<K extends string>(
  words: readonly string[],
  known: readonly K[],
): Partial<Record<K, string>> | null {
  const found: Partial<Record<K, string>> = {};
  for (let i = 0; i < words.length; i += 2) {
    const key = known.find((name) => words[i] === `--${name}`);
    const value = words[i + 1];
    if (key === undefined || value === undefined || key in found) return null;
    found[key] = value;
  }
  return found;
}
