// Every command that the documents name, in their very words, and what a reader would look for.
// `.ci/run` types each into a shell on the clean checkout; documented-commands.spec.ts holds the list
// against the documents.

/**
 * Commands that end by themselves.
 * `says`: what has to stand in the output; `writes`: a file it makes, which is removed again; `ends`:
 * what it may end with, if not only with 0.
 */
export const COMMANDS = [
  { words: 'npm run --silent nab -- evaluate docs/examples/nail.json', says: /"current_A"/ },
  { words: 'npm run --silent nab -- diagnose docs/examples/diagnosis.json', says: /"causes"/ },
  { words: 'npm run --silent nab -- list', says: /"factors"/ },
  {
    words:
      'npm run --silent nab -- predict docs/examples/nail.json --factor cells-in-series --levels 1,2,3',
    says: /(\{.*\}\n){3}/,
  },
  { words: 'npm run --silent nab -- findings docs/examples/readings.csv', says: /"slope"/ },
  { words: 'npm run --silent nab -- findings docs/examples/investigation.json', says: /"slope"/ },
  {
    words: 'npm run --silent nab -- print docs/examples/investigation.json sheets.pdf',
    says: /"pages":\d+/,
    writes: 'sheets.pdf',
  },
  {
    words: 'npm run --silent nab -- reference core/reference/given.json',
    says: /"failed":0/,
  },
  { words: 'npm run --silent nab -- accuracy --first 2', says: /\| solid \|/ },
  { words: 'npm run --silent nab -- accuracy heap --first 1', says: /\| core, mm \|/ },
  { words: 'npm run backup -- monday.backup', says: /found the same/, writes: 'monday.backup' },
  { words: 'npm run restore -- monday.backup', says: /is restored/ },
  {
    words:
      'NAB_PASS_PHRASE=\'what its educators type\' npm run school -- "Harbour School" harbour.magnets.local',
    says: /Harbour School is there/,
  },
  { words: 'npm run faults -- 8', says: /lost +0\n/ },
  // It ends with 1 where a reading took long, which here says something of the machine alone.
  { words: 'npm run attack -- 2000', says: /faults +0\n/, ends: [0, 1] },
  { words: 'npm run soak -- 2 600', says: /Memory is level/ },
  { words: 'npm run bench -- --short', says: /A design/ },
  { words: 'npm run screenshots -- pictures run', says: /^/, writes: 'pictures' },
  { words: 'npm run lint', says: /All matched files use Prettier/ },
  { words: 'npm run types', says: /^/ },
  { words: 'npm run format', says: /README|package\.json/ },
  { words: 'npm run schema', says: /^/ },
  { words: 'npm run docs', says: /^/, writes: 'docs/api/index.html' },
  { words: 'npm run kernels', says: /^/ },
  // Whether it ends with 0 depends on which place it happens to change.
  {
    words: 'npm run mutate -- --folders physics/heat --each 1',
    says: /\| all \| 1 \|/,
    ends: [0, 1],
  },
  { words: 'npm run test:quick', says: /\d+ passed, 0 failed/ },
];

/** Commands that run until they are stopped, or that are tested elsewhere, and where. */
export const ELSEWHERE = {
  'npm start': '.ci/run',
  'npm start -- --open': 'tools/test/start-words.spec.ts',
  'npm start -- --classroom': 'tools/test/https.spec.ts',
  'npm start -- --classroom --new-pass-phrase': 'server/test/roles.spec.ts',
  'npm test': '.ci/run',
  'npm test -w web': 'tools/test.mjs',
  'npm run serve -w web': '.ci/run',
};
