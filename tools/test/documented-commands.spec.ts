import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { COMMANDS, ELSEWHERE } from './commands.mjs';

const root = new URL('../..', import.meta.url).pathname;
const documents = [
  'README.md',
  'ARCHITECTURE.md',
  'CONTRIBUTING.md',
  'SECURITY.md',
  ...readdirSync(join(root, 'docs'), { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.md'))
    .map((name) => `docs/${name}`),
];

const COMMAND = /^(?:[A-Z_]+=(?:'[^']*'|\S+) )*npm (?:start|test|run)\b/;
const tidy = (line: string): string => line.replace(/\s+#.*$/, '').trim();

/** Lines of shell that a reader copies whole. */
const copied = (text: string): string[] =>
  [...text.matchAll(/^```sh\n([^]*?)^```/gm)]
    .flatMap((match) => match[1]!.split('\n'))
    .map(tidy)
    .filter((line) => COMMAND.test(line));

/** Commands that a sentence names, perhaps with FILE, [options] and the like in them. */
const named = (text: string): string[] =>
  [...text.matchAll(/`([^`\n]+)`/g)]
    .map((match) => tidy(match[1]!))
    .filter((line) => COMMAND.test(line));

/** What is run of a command: `npm run bench`, or of the command line `npm run --silent nab -- list`. */
const subject = (words: string): string => {
  const plain = words.replace(/^(?:[A-Z_]+=(?:'[^']*'|\S+) )*/, '');
  return (/^npm run --silent nab -- \w+(?: heap)?/.exec(plain) ??
    /^npm (?:start|test(?: -w web)?|run [\w:]+(?: -w web)?)/.exec(plain) ?? [plain])[0];
};

const known = new Set([...COMMANDS.map(({ words }) => words), ...Object.keys(ELSEWHERE)]);
const subjects = new Set([...known].map(subject));

describe('a command that a document names', () => {
  it.each(documents)('is typed by the tests as it stands, in %s', (document) => {
    const text = readFileSync(join(root, document), 'utf8');
    expect(copied(text).filter((line) => !known.has(line))).toEqual([]);
    expect(named(text).filter((line) => !subjects.has(subject(line)))).toEqual([]);
  });

  it('is one that some document names', () => {
    const text = documents.map((document) => readFileSync(join(root, document), 'utf8')).join('\n');
    const all = new Set([...copied(text), ...named(text)]);
    expect([...known].filter((words) => !all.has(words))).toEqual([]);
  });
});
