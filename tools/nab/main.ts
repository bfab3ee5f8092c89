import { isAbsolute, resolve } from 'node:path';
import { CommandError, readJsonFile } from './files.js';
import { evaluate } from './evaluate.js';
import { reference } from './reference.js';

const USAGE = `Usage:
  npm run --silent nab -- evaluate FILE    prints every computed quantity of a design as JSON
  npm run --silent nab -- reference FILE   checks the cases of a reference file, a JSON line a value

FILE formats: docs/formats.md. Exit code 0: all is well; 1: a reference value is not met;
2: the command or the file cannot be used.
`;

const COMMANDS: Readonly<Record<string, (parsed: unknown) => number>> = { evaluate, reference };

function main([name = '', file, ...rest]: string[]): number {
  if (name === 'help' || name === '--help' || name === '-h') {
    process.stdout.write(USAGE);
    return 0;
  }
  const command = Object.hasOwn(COMMANDS, name) ? COMMANDS[name] : undefined;
  if (!command || file === undefined || rest.length > 0) {
    process.stderr.write(USAGE);
    return 2;
  }
  const typedIn = process.env['INIT_CWD'] ?? process.cwd();
  return command(readJsonFile(isAbsolute(file) ? file : resolve(typedIn, file)));
}

// A closed pipe (| head) is no error of ours.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code === 'EPIPE') process.exit(0);
  throw error;
});

try {
  process.exitCode = main(process.argv.slice(2));
} catch (error) {
  if (!(error instanceof CommandError)) throw error;
  process.stderr.write(`nab: ${error.message}\n`);
  process.exitCode = 2;
}
